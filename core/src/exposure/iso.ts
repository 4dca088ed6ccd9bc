/** Sensitivity. docs/model.md, Exposure: twice the number is one stop more. */
import { dialOf } from './dial.ts';

// prettier-ignore
const THIRDS = [
  25, 32, 40, 50, 64, 80, 100, 125, 160, 200, 250, 320, 400, 500, 640, 800, 1000, 1250, 1600, 2000, 2500, 3200, 4000,
  5000, 6400, 8000, 10000, 12800, 16000, 20000, 25600, 32000, 40000, 51200, 64000, 80000, 102400,
];

/** Stops of an ISO number are counted from ISO 100: 400 is 2. */
export const isos = dialOf('ISO number', THIRDS, -2);

export const ISO_LABELS: readonly number[] = THIRDS;
