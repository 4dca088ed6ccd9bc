import type { Change } from '../src/record/change.ts';

/** The changes that put back what changes did. */
export const takenBack = (changes: readonly Change[]): Change[] =>
  [...changes].reverse().map((change) => ({ ...change, from: change.to, to: change.from }));
