export { KitPlace as default } from '../../../screens/KitPlace';
