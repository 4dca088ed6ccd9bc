/** What describing and refining a model share, fetched as one piece. */
export { DescribeModel } from './DescribeModel';
export { ModelPage } from './ModelPage';
