import { tally } from '@ergon/core/verdict/readiness';
import type { JudgedLook } from '../rig/judgedLook';

/** "3 proven · 4 computed · 2 failing", leaving out what there is none of. */
export function tallyText(judged: JudgedLook): string {
  const count = tally(judged.readiness);
  const parts = (['failing', 'unknown', 'computed', 'proven'] as const)
    .filter((state) => count[state] > 0)
    .map((state) => `${count[state]} ${state}`);
  return parts.join(' · ') || 'no lights';
}
