import { newId } from '@ergon/core/measure/newId';
import { randomHex } from './operationIds';

const CHANCE_DIGITS = 4;

/** An id made from a label that two people without a network do not make alike: "Light 10" becomes light-10-3fa9. */
export const recordId = (label: string, taken: ReadonlySet<string>): string =>
  newId(`${label} ${randomHex(CHANCE_DIGITS)}`, taken);
