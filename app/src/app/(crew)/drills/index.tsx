export { DrillsPage as default } from '../../../drill/DrillsPage';
