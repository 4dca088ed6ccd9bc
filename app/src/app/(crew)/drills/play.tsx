export { PlayPage as default } from '../../../drill/PlayPage';
