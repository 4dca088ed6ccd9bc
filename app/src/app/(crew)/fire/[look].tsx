export { Fire as default } from '../../../screens/Fire';
