export { PowerPage as default } from '../../../../power/PowerPage';
