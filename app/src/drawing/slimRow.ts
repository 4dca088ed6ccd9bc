/** Where the columns of a slim row lie: who, the line, what is set. Plain numbers in px. */
import { evenly } from '@ergon/core/verdict/lineStrip';
import { STAGES } from '@ergon/core/rig/codes';
import { space, type } from '../theme/tokens';

export interface SlimColumns {
  name: number;
  strip: number;
  power: number;
  /** The stations along the strip. */
  xs: readonly number[];
}

/** Wide enough for the longest name of a station. */
const NAME_ROOM = 49;
/** Where a phone is narrower than most, the line keeps its length and the names give way. */
const NARROW = 340;

export const SLIM_GAP = space.small;

/** @param width of the row, without the page's edges. */
export function slimColumns(width: number): SlimColumns {
  const isNarrow = width < NARROW;
  const name = isNarrow ? 72 : 84;
  const power = isNarrow ? 54 : 56;
  const strip = Math.max(0, width - name - power - 2 * SLIM_GAP);
  return { name, power, strip, xs: evenly(strip, STAGES.length) };
}

/** In how many lines the names of the stations stand, so that none runs into the next. */
export const nameLines = ({ xs }: Pick<SlimColumns, 'xs'>): number =>
  Math.max(1, Math.ceil(NAME_ROOM / Math.max(1, xs[1]! - xs[0]!)));

export const namesHeight = (columns: SlimColumns): number => nameLines(columns) * type.tiny.lineHeight;
