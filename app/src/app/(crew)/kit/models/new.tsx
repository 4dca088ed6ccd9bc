export { DescribeModel as default } from '../../../../kit/modelScreens';
