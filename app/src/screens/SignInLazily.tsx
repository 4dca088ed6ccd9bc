import { Lazily, lazily } from '../components/Lazily';

const Form = lazily(() => import('./forms').then((module) => module.SignIn));

export const SignIn = () => (
  <Lazily>
    <Form />
  </Lazily>
);
