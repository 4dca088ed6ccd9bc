export { FamilyList as default } from '../../../../kit/FamilyList';
