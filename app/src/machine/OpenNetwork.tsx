import { IN_THE_OPEN } from '@ergon/core/words/machineWords';
import { Words } from '../components/Words';

/** What is at risk where the browser itself calls the connection open. Nothing where it does not say. */
export const OpenNetwork = () =>
  window.isSecureContext === false && (
    <Words as="small" tone="fault">
      {IN_THE_OPEN}
    </Words>
  );
