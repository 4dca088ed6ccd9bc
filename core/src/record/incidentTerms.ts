/** The fixed words of an incident's record. */

/**
 * What somebody sees of a light: `others` it fires when others shoot, `itself` with nobody shooting, `close` only from close
 * by, `sometimes` in some of the shots, `stopped` it did and does no more.
 */
export const SYMPTOMS = [
  'fires',
  'dark',
  'early',
  'bar',
  'bright',
  'dim',
  'others',
  'itself',
  'close',
  'sometimes',
  'stopped',
] as const;
export type Symptom = (typeof SYMPTOMS)[number];
