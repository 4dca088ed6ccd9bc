/** Fixes: setting changes the simulator has proven to remove a finding without blocking anything else. */
import { type Change, isNoChange, mergeChanges } from '../record/change.ts';
import { affectedLights } from '../rig/affected.ts';
import { byLikeness } from '../rig/likeness.ts';
import { keepsWish } from '../rig/meantFor.ts';
import type { Rig } from '../rig/rig.ts';
import { withRigChanges } from '../rig/rigChanges.ts';
import type { Finding } from '../verdict/finding.ts';
import { judge, type Judgement } from '../verdict/judge.ts';
import type { Verdict } from '../verdict/verdict.ts';
import { costOf } from './cost.ts';
import { candidatesFor } from './candidates.ts';
import type { Candidate } from './scene.ts';
import { asksLess } from './wish.ts';

/**
 * One fault often hides the next on the same line, and a fix follows it there. Each candidate may be judged this
 * often: a chain that needs more is no mend but another plan.
 */
const PROOFS_PER_CANDIDATE = 16;

export interface Fix {
  changes: readonly Change[];
  /** Work in seconds, walks included where they are recorded. */
  seconds: number;
  /** Seconds of that spent walking; null when a walk is needed and nobody recorded how far. */
  walkSeconds: number | null;
  /** Lights that are not as meant even then, for a reason not said before it. */
  leaves: readonly string[];
}

/** So many fixes are offered for one finding, and so many ways to want less. */
const MOST_FIXES = 2;
export const MOST_WISHES = 3;

/** Proven fixes for one finding, cheapest first; one that degrades something only where none is clean. */
export const fixesFor = (judgement: Judgement, finding: Finding): Fix[] =>
  provenOf(judgement, finding, false)
    .sort((a, b) => a.seconds - b.seconds)
    .slice(0, MOST_FIXES);

/** What would be left of the finding if the crew wanted something else: proven too, most natural first, and never a fix. */
export const wantLessFor = (judgement: Judgement, finding: Finding): Fix[] =>
  provenOf(judgement, finding, true).slice(0, MOST_WISHES);

const realOf = (candidate: Candidate): Change[] => candidate.filter((change) => !isNoChange(change));

/** @param less whether those that want less are asked for, or those that do not. */
function provenOf(judgement: Judgement, finding: Finding, less: boolean): Fix[] {
  const proven: Fix[] = [];
  // Two ways of guessing may begin with the same changes, and are proven once.
  const guesses = new Map(candidatesFor(judgement, finding).map((one) => [JSON.stringify(realOf(one)), realOf(one)]));
  for (const candidate of guesses.values()) {
    if (asksLess(judgement.rig, candidate) !== less) continue;
    const proof = prove(judgement, finding, candidate, { left: PROOFS_PER_CANDIDATE });
    if (proof) proven.push(fixOf(judgement.rig, proof.changes, proof.leaves));
  }
  const clean = proven.filter(({ leaves }) => leaves.length === 0);
  // Two ways of guessing may end at the same changes, or do more than it takes.
  return distinct(clean.length > 0 ? clean : proven);
}

/** What is guessed from little to much, so that the first that does is all it takes. */
const isByDegrees = ({ setting }: Change): boolean => setting === 'shutter' || setting.endsWith('distanceM');

function distinct(fixes: readonly Fix[]): Fix[] {
  const anyOf = (change: Change) => (isByDegrees(change) ? { ...change, to: null } : change);
  const kept = new Map<string, Fix>();
  for (const fix of fixes) {
    const key = JSON.stringify(fix.changes.map(anyOf));
    if (!kept.has(key)) kept.set(key, fix);
  }
  return [...kept.values()];
}

/** @param leaves see Fix. */
export function fixOf(rig: Rig, changes: readonly Change[], leaves: readonly string[]): Fix {
  const { seconds, walkSeconds } = costOf(rig, changes);
  return { changes, seconds, walkSeconds, leaves };
}

type Proof = Pick<Fix, 'changes' | 'leaves'>;

/** The changes, extended where they uncover a further fault on the same line; null when that does not end well. */
function prove(before: Judgement, finding: Finding, candidate: Candidate, budget: { left: number }): Proof | null {
  const real = realOf(candidate);
  if (real.length === 0 || budget.left-- <= 0) return null;
  const rig = withRigChanges(before.rig, real);
  const reached = affectedLights(before.rig, rig, real, finding.units);
  if (!keepsWish(before.rig, rig, reached)) return null;
  const after = judge(rig, reached);
  if (after.findings.some((other) => other.id === finding.id)) return null;
  const known = idsIn(before);
  // Forgetting what a part is set to hides a fault and mends nothing.
  if (after.findings.some((other) => other.code === 'advice.unknown-field' && !known.has(other.id))) return null;
  // Nor is what nobody can say any more.
  if (isClouded(before, after, finding)) return null;
  const fresh = after.findings.filter((other) => other.severity !== 'A' && !known.has(other.id));
  const uncovered = firstBlocking(after.rig, fresh);
  if (!uncovered) return { changes: real, leaves: [...new Set(fresh.flatMap(({ units }) => units))].sort() };
  // What else is wanted is never slipped in on the way.
  for (const next of candidatesFor(after, uncovered)) {
    if (asksLess(after.rig, realOf(next))) continue;
    const longer = prove(before, finding, mergeChanges(real, next), budget);
    if (longer) return longer;
  }
  return null;
}

/** What blocks most lights; of equals, what is set so: never what is named so. */
function firstBlocking(rig: Rig, findings: readonly Finding[]): Finding | undefined {
  const subjectOf = ({ subject }: Finding) => rig.placed.get(subject)!;
  const byCode = (a: Finding, b: Finding) => (a.code < b.code ? -1 : a.code > b.code ? 1 : 0);
  return findings
    .filter(({ severity }) => severity === 'B')
    .sort((a, b) => b.units.length - a.units.length || byCode(a, b) || byLikeness(subjectOf(a), subjectOf(b)))[0];
}

const ids = new WeakMap<Judgement, ReadonlySet<string>>();

/** What is said of a judgement, by id: worked out once, since every proof asks for it. */
function idsIn(judgement: Judgement): ReadonlySet<string> {
  let all = ids.get(judgement);
  if (!all) ids.set(judgement, (all = new Set(judgement.findings.map(({ id }) => id))));
  return all;
}

/** Whether a light that suffers would end in doubt in a shot of which something certain could be said. */
function isClouded(before: Judgement, after: Judgement, { units }: Finding): boolean {
  const isOpen = (verdict: Verdict) => verdict.verdict === 'unknown' && units.includes(verdict.unit);
  const keyOf = ({ unit, shot, attitude }: Verdict) => `${unit} ${shot} ${attitude}`;
  const open = after.verdicts.filter(isOpen);
  if (open.length === 0) return false;
  const opened = new Set(before.verdicts.filter(isOpen).map(keyOf));
  return open.some((verdict) => !opened.has(keyOf(verdict)));
}
