/** Of several senders that could speak to a light, the one that is meant. */
import type { SignalPath } from '../path/signalPath.ts';
import { stageOf, STAGES } from '../rig/codes.ts';
import type { Placed } from '../rig/rig.ts';

export interface Attempt {
  sender: Placed;
  path: SignalPath;
  /** The sender speaks the family the light listens to: then it is the one meant, however soon it fails. */
  isRelated: boolean;
}

/** A path that arrives beats one that may, which beats one that fails; of failures, the same family first, then the one that came further. */
export function isBetterAttempt(a: Attempt, b: Attempt): boolean {
  const rank = ({ path }: Attempt) => (path.arrives === true ? 2 : path.arrives === null ? 1 : 0);
  if (rank(a) !== rank(b)) return rank(a) > rank(b);
  if (rank(a) > 0) return a.path.latencyUs < b.path.latencyUs;
  if (a.isRelated !== b.isRelated) return a.isRelated;
  const [reachedA, reachedB] = [howFar(a.path), howFar(b.path)];
  return reachedA[0] !== reachedB[0] ? reachedA[0] > reachedB[0] : reachedA[1] > reachedB[1];
}

/** The station at which a path failed, and how many checks there it had passed. */
function howFar({ steps, failure }: SignalPath): [number, number] {
  const stage = stageOf(failure!.code);
  return [STAGES.indexOf(stage), steps.filter((step) => step.stage === stage).length];
}
