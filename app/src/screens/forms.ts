/** The forms and the packages behind them, fetched as one piece by whichever is shown first. */
export { AddUnits } from '../kit/AddUnits';
export { SignIn } from './SignIn';
