export { FinderPage as default } from '../../../../prove/FinderPage';
