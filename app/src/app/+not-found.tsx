export { NotFound as default } from '../screens/NotFound';
