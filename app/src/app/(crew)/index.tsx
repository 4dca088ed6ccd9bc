export { Tonight as default } from '../../screens/Tonight';
