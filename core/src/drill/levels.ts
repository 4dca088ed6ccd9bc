/** How hard a drill is: from one light to a full evening. docs/model.md, Drills. */

export interface Level {
  bodies: number;
  lights: number;
  /** How many things are wrong. */
  faults: number;
  /** Faults as common as this in the table of weights, or commoner. */
  leastWeight: number;
  /** Another crew or something else on the frequency is among them, and the weather. */
  isEvening: boolean;
}

export const LEVELS: readonly Level[] = [
  { bodies: 1, lights: 1, faults: 1, leastWeight: 40, isEvening: false },
  { bodies: 1, lights: 3, faults: 1, leastWeight: 30, isEvening: false },
  { bodies: 2, lights: 5, faults: 1, leastWeight: 0, isEvening: false },
  { bodies: 2, lights: 8, faults: 2, leastWeight: 0, isEvening: false },
  { bodies: 4, lights: 16, faults: 3, leastWeight: 0, isEvening: true },
];

/** What others send, and what sun, heat, rain covers and cold do: the rows of the table of weights. */
export const OTHERS: readonly string[] = ['crew', 'emitter'];
export const WEATHER: readonly string[] = ['inSun', 'hot', 'covered', 'cells'];
