export { FamilyPage as default } from '../../../../screens/lazyForms';
