export { Lines as default } from '../../../screens/Lines';
