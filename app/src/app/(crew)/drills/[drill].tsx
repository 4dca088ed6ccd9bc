export { ReplayPage as default } from '../../../drill/ReplayPage';
