import type { Code } from '@ergon/core/rig/codes';
import type { Finding } from '@ergon/core/verdict/finding';
import { bySaving } from '@ergon/core/mend/savings';
import { useState } from 'react';
import type { JudgedLook } from '../rig/judgedLook';
import { useSavings } from './useSavings';

export interface TopFindingOf {
  /** Undefined where nothing is wrong. */
  finding: Finding | undefined;
  /** From 1. */
  place: number;
  count: number;
  /** Null where there is only one, or one is looked at. */
  next: (() => void) | null;
}

/** The light that is open, and what is wrong at its station. */
export interface Opened {
  light: string;
  code: Code | null;
}

/** What is wrong at the station that is open, else with its light; -1 where nothing is. */
function ownOf(findings: readonly Finding[], { light, code }: Opened): number {
  const isOwn = ({ units }: Finding) => units.includes(light);
  const here = findings.findIndex((finding) => isOwn(finding) && finding.code === code);
  return here === -1 ? findings.findIndex(isOwn) : here;
}

/**
 * What stands under the thumb: what is worth mending first, the next one when asked for, or what is wrong with the light that
 * is open.
 */
export function useTopFinding(judged: JudgedLook, opened: Opened | null): TopFindingOf {
  const [index, setIndex] = useState(0);
  const savings = useSavings(judged);
  const serious = bySaving(
    judged.judgement.findings.filter((finding) => finding.severity !== 'A' || finding.code === 'advice.unknown-field'),
    savings,
  );
  const count = serious.length;
  const [known, setKnown] = useState(count);
  // A fault fewer or more: the first stands first again.
  if (known !== count) {
    setKnown(count);
    setIndex(0);
  }
  const own = opened === null ? -1 : ownOf(serious, opened);
  const at = own === -1 ? Math.min(index, count - 1) : own;
  const next = count > 1 && own === -1 ? () => setIndex((old) => (old + 1) % count) : null;
  return { finding: serious[at], place: at + 1, count, next };
}
