/**
 * Where the least plan is out of reach, a better one than the first: sets of the changes the mends suggest, in the order of
 * what they cost at least. docs/model.md, Least work.
 */
import type { Rig } from '../rig/rig.ts';
import { keyOf, type Plan, type QuickWork, secondsOf } from './quickWork.ts';

interface Open {
  plan: Plan;
  floor: number;
}

/** @param isSpent whether it is to stop. @returns the plan that leaves fewest lights failing, and of those the cheapest. */
export function otherWork(rig: Rig, { quick, good }: { quick: QuickWork; good: Plan }, isSpent: () => boolean): Plan {
  let best = good;
  const seconds = (plan: Plan) => secondsOf(rig, plan.changes);
  const isBetter = (plan: Plan) =>
    !plan.lost &&
    quick.isAffordable(plan) &&
    (plan.failing.size < best.failing.size ||
      (plan.failing.size === best.failing.size && seconds(plan) < seconds(best)));
  const open: Open[] = [{ plan: quick.start, floor: 0 }];
  const seen = new Set<string>([keyOf(quick.start.changes)]);
  while (open.length > 0) {
    const [{ plan }] = open.splice(leastIndex(open), 1) as [Open];
    if (best.failing.size === 0 && seconds(plan) >= seconds(best)) break;
    for (const changes of quick.steps(plan)) {
      const key = keyOf(changes);
      if (seen.has(key)) continue;
      seen.add(key);
      if (isSpent()) return best;
      const next = quick.judged(changes);
      if (isBetter(next)) best = next;
      if (next.failing.size > 0) open.push({ plan: next, floor: seconds(next) });
    }
  }
  return best;
}

function leastIndex(open: readonly Open[]): number {
  let at = 0;
  for (let i = 1; i < open.length; i++) if (open[i]!.floor < open[at]!.floor) at = i;
  return at;
}
