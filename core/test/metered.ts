/** A reading as somebody kept it. */
import type { Reading } from '../src/record/reading';

const AT = '2027-06-12T15:00:00.000Z';
export const reading = (of: Partial<Reading> & { lights: Reading['lights'] }): Reading => ({
  id: 'r',
  look: 'look',
  stops: 6,
  iso: 400,
  shutter: '1/160',
  at: AT,
  ...of,
});
