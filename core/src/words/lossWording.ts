/** What is said of a way round a lost sender. */
import { UNMEASURED_WALK_SECONDS } from '../mend/cost.ts';
import type { WayRound } from '../mend/wayRound.ts';
import { listed, type Names } from './settingWords.ts';

/** Which lights fire as before, and which are left to people. */
export function wayText({ saved, left }: WayRound, names: Names): string {
  if (saved.length === 0 && left.length === 0) return 'No light that does as meant now needs it.';
  const parts = [
    saved.length > 0 && `${listed(saved, names)} ${saved.length === 1 ? 'fires' : 'fire'} as before.`,
    left.length > 0 &&
      `${listed(left, names)} ${left.length === 1 ? 'does not: fire it' : 'do not: fire them'} by hand, or go on without.`,
  ];
  return parts.filter(Boolean).join(' ');
}

/** What is behind the time it takes, and where it comes from. */
export const wayNote = ({ walkSeconds }: WayRound, isKept: boolean): string =>
  [
    isKept ? 'Kept with this look.' : 'Found with what the crew has, and not kept yet.',
    walkSeconds === null && `${UNMEASURED_WALK_SECONDS} s are counted for each walk nobody measured.`,
  ]
    .filter(Boolean)
    .join(' ');
