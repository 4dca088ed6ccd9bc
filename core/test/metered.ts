/** A reading as somebody kept it, and a lamp whose brightness is recorded. */
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

/** Said to give 32 m at 35 mm and 45.25 m at 70 mm, and to lose 2 stops at 1/500. */
export const LAMP = {
  guideNumbers: [
    { zoomMm: 35, metres: 32 },
    { zoomMm: 70, metres: 45.2548 },
  ],
  hssLoss: { stops: 2, shutter: '1/500' },
};
