export { WishPage as default } from '../../../../wish/WishPage';
