/** What test fires prove, light by light and shot by shot. docs/model.md, Readiness. */
import type { Attitude } from '../record/settingTerms.ts';
import type { TestFire } from '../record/testFire.ts';
import { isMeantFor } from '../rig/meantFor.ts';
import { type Light, type Rig } from '../rig/rig.ts';
import { type Shot, shotKey, type ShotRef, shotRefOf } from '../shot/lightRun.ts';
import { changedParts, fingerprint, fingerprintParts } from './fingerprint.ts';
import type { Judgement } from './judge.ts';

/** `missed`: tested with these very settings, and it did not do as it should; `stale`: something changed since its test. */
export type ProofState = 'proven' | 'stale' | 'missed' | 'never';

/** One light in one shot it is meant for. */
export interface Proof {
  light: string;
  shot: ShotRef;
  state: ProofState;
  /** The latest test fire there. */
  test: TestFire | null;
  /** Stale: the units that changed since, as far as the test kept what it was made with. */
  changed: readonly string[];
}

export const oursIn = (rig: Rig): Light[] => rig.lights.filter((light) => !rig.strangers.has(light.id));

/** Every light of ours in every shot it is meant for, lights in the order of the rig. */
export function proofsOf({ rig, shots }: Judgement, tests: readonly TestFire[]): Proof[] {
  const latest = latestOf(shots, tests);
  return oursIn(rig).flatMap((light) =>
    shots
      .filter((shot) => isMeantFor(rig, light, shot.body) === true)
      .map((shot) => proofIn(rig, light, shot, latest(light.id, shotRefOf(shot)) ?? null)),
  );
}

function proofIn(rig: Rig, light: Light, shot: Shot, test: TestFire | null): Proof {
  const base = { light: light.id, shot: shotRefOf(shot), test, changed: [] };
  if (!test) return { ...base, state: 'never' };
  if (test.fingerprint === fingerprint(rig, light, shot.body))
    return { ...base, state: test.result === 'fired' ? 'proven' : 'missed' };
  return { ...base, state: 'stale', changed: changedParts(test.parts, fingerprintParts(rig, light, shot.body)) };
}

/** The latest test fire of a light in a shot; of two at one moment the one that says something is wrong. */
type Latest = (light: string, shot: ShotRef) => TestFire | undefined;

function latestOf(shots: readonly Shot[], tests: readonly TestFire[]): Latest {
  const heldWays = new Map<string, Attitude[]>();
  for (const { body, attitude } of shots) heldWays.set(body.id, [...(heldWays.get(body.id) ?? []), attitude]);
  const keyOf = (light: string, shot: ShotRef) => `${light} ${shotKey(shot)}`;
  const latest = new Map<string, TestFire>();
  for (const test of tests) {
    // Nobody recorded how the camera was held: that settles it only where it is held one way.
    const [only, other] = heldWays.get(test.body) ?? [];
    const attitude = test.attitude ?? (other === undefined ? only : undefined);
    if (attitude === undefined) continue;
    const key = keyOf(test.light, { body: test.body, attitude });
    const known = latest.get(key);
    if (!known || known.at < test.at || (known.at === test.at && known.result === 'fired')) latest.set(key, test);
  }
  return (light, shot) => latest.get(keyOf(light, shot));
}
