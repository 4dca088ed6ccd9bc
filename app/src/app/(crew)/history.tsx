export { HistoryPage as default } from '../../history/HistoryPage';
