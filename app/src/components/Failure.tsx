import { failureText } from '../rig/api';
import { Words } from './Words';

/** Why something was not done, where anything went wrong. */
export const Failure = ({ error, before = '' }: { error: Error | null; before?: string }) =>
  error && (
    <Words tone="fault" live>
      {`${before}${failureText(error)}`}
    </Words>
  );
