export { FamilyPage as default } from '../../../../kit/FamilyPage';
