export { FitPlace as default } from '../../../fit/FitPlace';
