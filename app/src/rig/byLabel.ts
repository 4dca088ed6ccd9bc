import type { Names } from '@ergon/core/words/settingWords';

const natural = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** People look for Light 2 before Light 10. */
export const byLabel =
  (names: Names) =>
  (a: string, b: string): number =>
    natural.compare(names.unit(a), names.unit(b));
