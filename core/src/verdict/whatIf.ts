/** What a change would break or mend, told before anybody touches a unit. */
import type { Change } from '../record/change.ts';
import { lostWish } from '../rig/meantFor.ts';
import { withRigChanges } from '../rig/rigChanges.ts';
import type { Finding } from './finding.ts';
import type { Judgement } from './judge.ts';
import { rejudge } from './rejudge.ts';
import { isFailing, type Verdict, verdictKey } from './verdict.ts';

export interface Outcome {
  light: string;
  shot: string;
  before: Verdict | null;
  /** Null when the light is in no shot any more. */
  after: Verdict | null;
}

export interface WhatIf {
  after: Judgement;
  /** Fired as meant before, or nobody knew; fails then. */
  breaks: readonly Outcome[];
  /** Failed before, and does not then. */
  mends: readonly Outcome[];
  /** Could be said before and depends on something unrecorded then. */
  clouds: readonly Outcome[];
  /** What would be said then and is not said now. */
  findings: readonly Finding[];
}

export function whatIf(before: Judgement, changes: readonly Change[]): WhatIf {
  return compared(before, rejudge(before, withRigChanges(before.rig, changes)));
}

/** Two judgements of one look, light by light and shot by shot. */
export function compared(before: Judgement, after: Judgement): WhatIf {
  const were = new Map(before.verdicts.map((verdict) => [verdictKey(verdict), verdict]));
  const are = new Map(after.verdicts.map((verdict) => [verdictKey(verdict), verdict]));
  const outcomes = [...new Set([...were.keys(), ...are.keys()])].sort().map((id): Outcome => {
    const [light, shot] = id.split(' ') as [string, string];
    return { light, shot, before: were.get(id) ?? null, after: are.get(id) ?? null };
  });
  const fails = (verdict: Verdict | null) => verdict !== null && isFailing(verdict);
  const given = new Set(lostWish(before.rig, after.rig));
  // Dark as meant, but only because nothing serves it there any more.
  const isGivenUp = ({ light, before: was, after: is }: Outcome) =>
    given.has(light) && was?.verdict === 'in-sync' && is?.verdict === 'dark';
  const isOpen = (verdict: Verdict | null) => verdict?.verdict === 'unknown';
  const known = new Set(before.findings.map((finding) => finding.id));
  return {
    after,
    breaks: outcomes.filter((one) => (!fails(one.before) && fails(one.after)) || isGivenUp(one)),
    mends: outcomes.filter((one) => fails(one.before) && !fails(one.after) && !isOpen(one.after)),
    clouds: outcomes.filter((one) => !isOpen(one.before) && isOpen(one.after)),
    findings: after.findings.filter((finding) => finding.severity !== 'A' && !known.has(finding.id)),
  };
}
