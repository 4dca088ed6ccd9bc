export { AirPage as default } from '../../../../air/AirPage';
