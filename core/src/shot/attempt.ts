/** Of several senders that could speak to a light, the one that is meant. */
import { STAGES } from '../rig/codes.ts';
import type { Placed } from '../rig/rig.ts';
import type { Walk } from '../path/signalPath.ts';

export interface Attempt {
  sender: Placed;
  walk: Walk;
  /** The sender speaks the family the light listens to: then it is the one meant, however soon it fails. */
  akin: boolean;
}

/** A path that arrives beats one that may, which beats one that fails; of failures, kin first, then the one that came further. */
export function isBetter(a: Attempt, b: Attempt): boolean {
  const rank = ({ walk }: Attempt) => (walk.arrives === true ? 2 : walk.arrives === null ? 1 : 0);
  if (rank(a) !== rank(b)) return rank(a) > rank(b);
  if (rank(a) > 0) return a.walk.latencyUs < b.walk.latencyUs;
  if (a.akin !== b.akin) return a.akin;
  const [reachedA, reachedB] = [howFar(a.walk), howFar(b.walk)];
  return reachedA[0] !== reachedB[0] ? reachedA[0] > reachedB[0] : reachedA[1] > reachedB[1];
}

/** The station at which a walk failed, and how many checks there it had passed. */
function howFar({ steps, failure }: Walk): [number, number] {
  const stage = failure!.stage;
  return [STAGES.indexOf(stage), steps.filter((step) => step.stage === stage).length];
}
