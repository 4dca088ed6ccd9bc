export { FixPage as default } from '../../../fix/FixPage';
