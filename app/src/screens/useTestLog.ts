import { logging } from '@ergon/core/operation/editsOf';
import type { TestResult } from '@ergon/core/record/testFire';
import { type Shot, shotKey, shotRefOf } from '@ergon/core/shot/lightRun';
import { fingerprint, fingerprintParts } from '@ergon/core/verdict/fingerprint';
import { useState } from 'react';
import { useKept } from '../components/useKept';
import type { JudgedLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';

export type SeenByLight = Readonly<Record<string, TestResult>>;

type Marked = Readonly<Record<string, SeenByLight>>;
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
export function useTestLog({ judgement, look }: JudgedLook, shot: Shot): TestLog {
  const { queue } = useRig();
  // What was marked stays until it is logged, for each shot by itself.
  const [marked, setMarked] = useKept<Marked>(`seen.${look.id}`, isMarked, {});
  const key = shotKey(shotRefOf(shot));
  const seen = marked[key] ?? {};
  const setSeen = (now: SeenByLight) => setMarked((all) => ({ ...all, [key]: now }));
  const [logged, setLogged] = useState(0);
  const log = () => {
    const at = new Date().toISOString();
    const tests = Object.entries(seen).map(([light, result]) => ({
      look: look.id,
      light,
      ...shotRefOf(shot),
      result,
      fingerprint: fingerprint(judgement.rig, shot.runs.get(light)!.light, shot.body),
      parts: fingerprintParts(judgement.rig, shot.runs.get(light)!.light, shot.body),
      at,
    }));
    const label = tests.length === 1 ? 'a test fire' : `${tests.length} test fires`;
    queue.submit(label, (_, born) => logging(tests, born));
    setLogged(tests.length);
    setSeen({});
  };
  const clear = () => setLogged(0);
  return { seen, mark: setSeen, log, logged, clear };
}
