export { DescribeModel as default } from '../../../../screens/lazyForms';
