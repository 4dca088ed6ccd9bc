/** What is said of a way round a lost sender. */
import { UNMEASURED_WALK_SECONDS } from '../mend/cost.ts';
import type { WayRound } from '../mend/wayRound.ts';
import { listed, type Names } from './settingWords.ts';
import { durationText } from './workWording.ts';

const fire = (lights: readonly string[]): string => (lights.length === 1 ? 'fires' : 'fire');

/** What the way takes, which lights fire as before, and which are left to people. */
export function wayText({ seconds, walkSeconds, saved, left }: WayRound, names: Names): string {
  if (saved.length === 0 && left.length === 0) return 'No light misses it.';
  const walk = walkSeconds === null ? `, ${UNMEASURED_WALK_SECONDS} s counted for each walk nobody measured` : '';
  const parts = [
    saved.length > 0 && `${durationText(seconds)} of work${walk}: ${listed(saved, names)} ${fire(saved)} as before.`,
    left.length > 0 &&
      `${listed(left, names)} ${left.length === 1 ? 'does not: fire it' : 'do not: fire them'} by hand, or go on without.`,
  ];
  return parts.filter(Boolean).join(' ');
}

/** "14 changes, 3 min 50 s" */
export const wayCost = ({ changes, seconds }: WayRound): string =>
  `${changes.length === 1 ? '1 change' : `${changes.length} changes`}, ${durationText(seconds)}`;
