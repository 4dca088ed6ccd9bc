export { MembersPage as default } from '../../screens/lazyForms';
