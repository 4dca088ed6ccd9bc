import { Lazily, lazily } from '../components/Lazily';
import type { AddUnitsProps } from './AddUnits';

const Form = lazily<AddUnitsProps>(() => import('../screens/forms').then((module) => module.AddUnits));

/** The form and its package come when somebody adds a unit. */
export const AddUnits = (props: AddUnitsProps) => (
  <Lazily>
    <Form {...props} />
  </Lazily>
);
