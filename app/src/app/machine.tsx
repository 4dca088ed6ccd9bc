export { MachinePage as default } from '../screens/lazyForms';
