import { logging } from '@ergon/core/operation/editsOf';
import type { TestFire, TestResult } from '@ergon/core/record/testFire';
import { type Shot, shotKey, shotRefOf } from '@ergon/core/shot/lightRun';
import { fingerprint, fingerprintParts } from '@ergon/core/verdict/fingerprint';
import { useState } from 'react';
import { useKept } from '../components/useKept';
import type { JudgedLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';

export type SeenByLight = Readonly<Record<string, TestResult>>;

/** A test as it was seen: with the settings of that moment, whatever is changed before it is logged. */
type Marks = Readonly<Record<string, TestFire>>;
/** By shot; each shot's by light. */
type Marked = Readonly<Record<string, Marks>>;
const isMarked = (kept: unknown): kept is Marked => typeof kept === 'object' && kept !== null;

export interface TestLog {
  /** What was seen and is not logged yet. */
  seen: SeenByLight;
  mark: (seen: SeenByLight) => void;
  log: () => void;
  /** Lights logged since the last press. */
  logged: number;
  /** Forgets how many were logged; what is marked stays. */
  clear: () => void;
}

/** What a crew saw of one shot; each result is logged with how the camera was held and the settings it was made with. */
export function useTestLog({ judgement, look }: JudgedLook, shot: Shot, onLogged: () => void): TestLog {
  const { queue } = useRig();
  // What was marked stays until it is logged, for each shot by itself.
  const [marked, setMarked] = useKept<Marked>(`seen.${look.id}`, isMarked, {});
  const key = shotKey(shotRefOf(shot));
  const marks = marked[key] ?? {};
  const seen = Object.fromEntries(Object.entries(marks).map(([light, { result }]) => [light, result]));
  const markOf = (light: string, result: TestResult): TestFire => ({
    look: look.id,
    light,
    ...shotRefOf(shot),
    result,
    fingerprint: fingerprint(judgement.rig, shot.runs.get(light)!.light, shot.body),
    parts: fingerprintParts(judgement.rig, shot.runs.get(light)!.light, shot.body),
    at: new Date().toISOString(),
  });
  const mark = (now: SeenByLight) => {
    const next = Object.entries(now).map(([light, result]) => {
      const old = marks[light];
      return [light, old?.result === result ? old : markOf(light, result)] as const;
    });
    setMarked((all) => ({ ...all, [key]: Object.fromEntries(next) }));
  };
  const [logged, setLogged] = useState(0);
  const log = () => {
    const tests = Object.values(marks);
    const label = tests.length === 1 ? 'a test fire' : `${tests.length} test fires`;
    queue.submit(label, (_, born) => logging(tests, born));
    setLogged(tests.length);
    mark({});
    onLogged();
  };
  const clear = () => setLogged(0);
  return { seen, mark, log, logged, clear };
}
