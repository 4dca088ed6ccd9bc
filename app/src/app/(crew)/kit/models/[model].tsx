export { ModelPage as default } from '../../../../screens/lazyForms';
