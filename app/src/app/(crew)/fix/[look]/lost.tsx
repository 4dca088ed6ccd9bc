export { LossPage as default } from '../../../../fix/LossPage';
