/** Readiness of a look: which lights are proven, only computed, failing, or unknown docs/model.md, Readiness. */
import type { TestFire } from '../record/testFire.ts';
import { severityOf } from '../rig/codes.ts';
import type { Light } from '../rig/rig.ts';
import { distinctShots, type ShotRef } from '../shot/lightRun.ts';
import type { Finding } from './finding.ts';
import type { Judgement } from './judge.ts';
import { oursIn, type Proof, proofsOf } from './proof.ts';
import { isFailing, type Verdict } from './verdict.ts';

export type LightState = 'proven' | 'computed' | 'failing' | 'unknown';

export interface LightReadiness {
  light: string;
  state: LightState;
  /** It was test-fired, but something on its line has changed since. */
  stale: boolean;
  /** The last test fire with these very settings said otherwise than the simulation. */
  contradicted: TestFire['result'] | null;
  /** The shots it is meant for that still need a test fire. */
  untested: readonly ShotRef[];
}

export function readinessOf(judgement: Judgement, tests: readonly TestFire[]): LightReadiness[] {
  const { rig } = judgement;
  const verdicts = new Map<string, Verdict[]>();
  for (const verdict of judgement.verdicts) {
    const list = verdicts.get(verdict.unit);
    if (list) list.push(verdict);
    else verdicts.set(verdict.unit, [verdict]);
  }
  const proofs = proofsOf(judgement, tests);
  return oursIn(rig).map((light) =>
    lightReadiness(light, verdicts.get(light.id) ?? [], provenOf(proofs.filter((proof) => proof.light === light.id))),
  );
}

interface Proven {
  meant: boolean;
  stale: boolean;
  contradicted: TestFire['result'] | null;
  untested: readonly ShotRef[];
}

/** What the test fires say of a light in the shots it is meant for. */
function provenOf(proofs: readonly Proof[]): Proven {
  const missed = proofs.filter(({ state }) => state === 'missed').at(-1);
  return {
    meant: proofs.length > 0,
    stale: proofs.some(({ state }) => state === 'stale'),
    contradicted: missed?.test?.result ?? null,
    untested: proofs.filter(({ state }) => state === 'stale' || state === 'never').map(({ shot }) => shot),
  };
}

function lightReadiness(light: Light, verdicts: readonly Verdict[], { meant, ...proven }: Proven): LightReadiness {
  const base = { light: light.id, ...proven };
  if (verdicts.some(isFailing) || proven.contradicted !== null) return { ...base, state: 'failing' };
  if (verdicts.length === 0 || verdicts.some((verdict) => verdict.verdict === 'unknown'))
    return { ...base, state: 'unknown' };
  return { ...base, state: meant && proven.untested.length === 0 ? 'proven' : 'computed' };
}

/**
 * One finding for all lights that should fire but are not proven with the settings they have now; null when there
 * is none. A failing light has other troubles first.
 */
export function adviseUntested(readiness: readonly LightReadiness[]): Finding | null {
  const open = readiness.filter((one) => one.state === 'computed' || one.contradicted !== null);
  const [first] = open;
  if (!first) return null;
  return {
    id: 'advice.untested',
    code: 'advice.untested',
    severity: severityOf('advice.untested'),
    subject: first.light,
    units: open.map((one) => one.light),
    shots: distinctShots(open.flatMap((one) => one.untested)),
    params: { result: open.find((one) => one.contradicted)?.contradicted ?? null },
  };
}

export type Tally = Record<LightState, number>;

export function tally(readiness: readonly LightReadiness[]): Tally {
  const count: Tally = { proven: 0, computed: 0, failing: 0, unknown: 0 };
  for (const one of readiness) count[one.state]++;
  return count;
}
