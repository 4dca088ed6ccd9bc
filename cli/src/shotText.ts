import type { Attitude } from '@ergon/core/look';
import type { Names } from '@ergon/core/settingWords';

/** "Body 1", "Body 1 upright". */
export const shotText = (body: string, attitude: Attitude, names: Names): string =>
  `${names.unit(body)}${attitude === 'upright' ? ' upright' : ''}`;
