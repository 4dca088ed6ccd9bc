import type { Attitude } from '@ergon/core/record/settingTerms';
import type { Names } from '@ergon/core/words/settingWords';

/** "Body 1", "Body 1 upright". */
export const shotText = (body: string, attitude: Attitude, names: Names): string =>
  `${names.unit(body)}${attitude === 'upright' ? ' upright' : ''}`;
