/** The evening at the ropewalk, as it ships with the app: gear to practise on for whoever has none of their own yet. */
import type { Look } from '@ergon/core/record/look';
import type { Kit } from '@ergon/core/rig/rig';
import ropewalk from '../../../demo/ropewalk.json';

export const PRACTICE = ropewalk as unknown as Kit & { looks: readonly Look[] };
