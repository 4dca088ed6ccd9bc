import { logging } from '@ergon/core/operation/editsOf';
import type { LoggedTest, TestFire, TestResult } from '@ergon/core/record/testFire';
import { type Shot, shotKey, shotRefOf } from '@ergon/core/shot/lightRun';
import { madeWith } from '@ergon/core/verdict/fingerprint';
import { useState } from 'react';
import { useKept } from '../components/useKept';
import type { JudgedLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';

type SeenByLight = Readonly<Record<string, TestResult>>;

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
  /** What was logged since the last press and still is. */
  logged: readonly LoggedTest[];
  /** Forgets how many were logged; what is marked stays. */
  clear: () => void;
}

/** What a crew saw of one shot; each result is logged with how the camera was held and the settings it was made with. */
export function useTestLog({ judgement, look }: JudgedLook, shot: Shot, onLogged: () => void): TestLog {
  const { queue, rig } = useRig();
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
    ...madeWith(judgement.rig, shot.runs.get(light)!.light, shot.body),
    at: new Date().toISOString(),
    by: rig?.member.name ?? null,
  });
  const mark = (now: SeenByLight) => {
    const next = Object.entries(now).map(([light, result]) => {
      const old = marks[light];
      return [light, old?.result === result ? old : markOf(light, result)] as const;
    });
    setMarked((all) => ({ ...all, [key]: Object.fromEntries(next) }));
  };
  const [justLogged, setLogged] = useState<readonly TestFire[]>([]);
  const logged = (rig?.tests ?? []).filter((test) => justLogged.some((one) => isThat(one, test)));
  const log = () => {
    const tests = Object.values(marks);
    const label = tests.length === 1 ? 'a test fire' : `${tests.length} test fires`;
    queue.submit(label, (_, born) => logging(tests, born));
    setLogged(tests);
    mark({});
    onLogged();
  };
  const clear = () => setLogged([]);
  return { seen, mark, log, logged, clear };
}

/** Whether a logged test is the one that was marked: each moment has one mark of a light. */
const isThat = (mark: TestFire, test: LoggedTest): boolean =>
  mark.look === test.look && mark.light === test.light && mark.at === test.at;
