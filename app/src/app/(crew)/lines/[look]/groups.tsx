export { GroupsPage as default } from '../../../../groups/GroupsPage';
