import { logging } from '@ergon/core/operation/editsOf';
import type { Press } from '@ergon/core/prove/testOrder';
import type { Light } from '@ergon/core/rig/rig';
import { madeWith } from '@ergon/core/verdict/fingerprint';
import { useState } from 'react';
import type { JudgedLook } from '../rig/judgedLook';
import { useRig } from '../rig/Rig';
import type { Marked } from './marked';

export interface PressLog {
  /** The press that is being made; null while none is. */
  press: Press | null;
  /** What was seen of it so far. */
  marked: Marked;
  mark: (marked: Marked) => void;
  /** Logs it, each light with how the camera was held and the settings it was made with. */
  log: () => void;
  /** What was logged of it; null until then. */
  logged: Marked | null;
  start: (press: Press) => void;
  end: () => void;
}

/** One press under way: what was marked of it, and what was logged. */
export function usePressLog({ judgement, look }: JudgedLook): PressLog {
  const { queue, rig: crew } = useRig();
  const [press, setPress] = useState<Press | null>(null);
  const [marked, mark] = useState<Marked>({});
  const [logged, setLogged] = useState<Marked | null>(null);
  const { rig } = judgement;
  const log = () => {
    const body = rig.bodies.find(({ id }) => id === press?.shot.body);
    if (!press || !body) return;
    const [at, by] = [new Date().toISOString(), crew?.member.name ?? null];
    const tests = Object.entries(marked).map(([id, seen]) => {
      const light = rig.placed.get(id) as Light;
      return { look: look.id, light: id, ...press.shot, ...seen, ...madeWith(rig, light, body), at, by };
    });
    queue.submit(tests.length === 1 ? 'a test fire' : `${tests.length} test fires`, (_, born) => logging(tests, born));
    setLogged(marked);
  };
  const begin = (next: Press | null) => {
    setPress(next);
    mark({});
    setLogged(null);
  };
  return { press, marked, mark, log, logged, start: begin, end: () => begin(null) };
}
