export { EventsPage as default } from '../../../event/EventsPage';
