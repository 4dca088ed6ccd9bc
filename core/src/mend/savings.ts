/** What mending each finding saves, and what for. docs/model.md, What a mend saves. */
import { affectedLights } from '../rig/affected.ts';
import { withRigChanges } from '../rig/rigChanges.ts';
import type { Finding } from '../verdict/finding.ts';
import { judge, type Judgement } from '../verdict/judge.ts';
import { isFailing } from '../verdict/verdict.ts';
import { fixesFor } from './fixes.ts';

export interface Saving {
  /** The finding's id. */
  finding: string;
  /** Lights that fail in some shot and, once it is mended the cheapest way, do in none. */
  lights: number;
  /** Seconds of that mend, recorded walks included; null where none is known. */
  seconds: number | null;
}

/** One for each finding; advice saves no light. */
export const savingsOf = (judgement: Judgement): Saving[] =>
  judgement.findings.map((finding) =>
    finding.severity === 'A' ? { finding: finding.id, lights: 0, seconds: null } : savingOf(judgement, finding),
  );

function savingOf(before: Judgement, finding: Finding): Saving {
  const [fix] = fixesFor(before, finding);
  if (!fix) return { finding: finding.id, lights: 0, seconds: null };
  const rig = withRigChanges(before.rig, fix.changes);
  const reached = affectedLights(before.rig, rig, fix.changes, finding.units);
  const failing = failingIn(before);
  const still = failingIn(judge(rig, reached));
  const saved = [...failing].filter((light) => (reached?.has(light) ?? true) && !still.has(light));
  return { finding: finding.id, lights: saved.length, seconds: fix.seconds };
}

const failingIn = ({ verdicts }: Judgement): Set<string> => new Set(verdicts.filter(isFailing).map(({ unit }) => unit));

/** Lights saved in each second of work; what takes no time stands above all that does. */
const rateOf = ({ lights, seconds }: Saving): number => (seconds === null ? 0 : lights / seconds);

/**
 * Findings in the order of what their mend saves, most lights for each second of work first; of equals, and of those no
 * saving is known of, as they stood.
 */
export function bySaving<T extends Pick<Finding, 'id'>>(findings: readonly T[], savings: readonly Saving[]): T[] {
  const rates = new Map(savings.map((saving) => [saving.finding, rateOf(saving)]));
  const rate = ({ id }: T) => rates.get(id) ?? 0;
  return [...findings].sort((a, b) => (rate(a) === rate(b) ? 0 : rate(b) > rate(a) ? 1 : -1));
}
