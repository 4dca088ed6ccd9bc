export { MeterPage as default } from '../../../../power/MeterPage';
