export { Join as default } from '../screens/lazyForms';
