export { SignIn as default } from '../screens/lazyForms';
