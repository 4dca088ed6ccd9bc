import { Lazily, lazily } from '../components/Lazily';

const Describing = lazily(() => import('./models').then((module) => module.DescribeModel));
const Refining = lazily(() => import('./models').then((module) => module.ModelPage));

export const DescribeModel = () => (
  <Lazily>
    <Describing />
  </Lazily>
);

export const ModelPage = () => (
  <Lazily>
    <Refining />
  </Lazily>
);
