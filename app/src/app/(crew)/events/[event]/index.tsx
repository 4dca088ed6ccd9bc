export { EventPage as default } from '../../../../event/EventPage';
