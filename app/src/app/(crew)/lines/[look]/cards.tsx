export { CardsPage as default } from '../../../../cards/CardsPage';
