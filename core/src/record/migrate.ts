/** Stored documents carry a version; a named step leads from each version to the next. */

export type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

export interface Migration {
  /** The version it produces; it takes the one before. */
  to: number;
  name: string;
  up: (document: { [key: string]: Json }) => { [key: string]: Json };
}

/** Throws at start, not at the first old document: steps must run 2, 3, 4 ... up to the current version. */
export function defineMigrations(current: number, steps: readonly Migration[]): readonly Migration[] {
  steps.forEach((step, index) => {
    if (step.to !== index + 2) throw new Error(`migration "${step.name}" leads to ${step.to}, expected ${index + 2}`);
  });
  if (steps.length !== current - 1)
    throw new Error(`version ${current} needs ${current - 1} migrations, found ${steps.length}`);
  return steps;
}

/** Brings a document of a known older version up to date. */
export function migrate(
  document: { [key: string]: Json },
  from: number,
  steps: readonly Migration[],
): { [key: string]: Json } {
  return steps
    .filter((step) => step.to > from)
    .reduce((current, step) => ({ ...step.up(current), version: step.to }), document);
}
