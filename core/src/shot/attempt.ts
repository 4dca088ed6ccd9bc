/** Of several senders that could speak to a light, the one that is meant. */
import { once } from '../measure/once.ts';
import type { Delivery } from '../path/delivery.ts';
import type { SignalPath } from '../path/signalPath.ts';
import { byLikeness } from '../rig/likeness.ts';
import { stageOf, STAGES } from '../rig/codes.ts';
import type { Placed } from '../rig/rig.ts';
import type { Coming } from './coming.ts';

export interface Attempt {
  sender: Placed;
  path: SignalPath;
  /** Null where its signal cannot come. */
  coming: Coming | null;
  /** The sender speaks the family the light listens to: then it is the one meant, however soon it fails. */
  isRelated: boolean;
}

/** Best first; of equals, the one whose settings come first: never the one whose name does. */
export const inOrder = (attempts: readonly Attempt[]): Attempt[] =>
  [...attempts].sort((a, b) => {
    if (isBetterAttempt(a, b)) return -1;
    if (isBetterAttempt(b, a)) return 1;
    return byLikeness(a.sender, b.sender);
  });

/** What each of several senders says, best attempt first. */
type Told = Attempt & { delivery: () => Delivery };

/**
 * Of several heard at one moment any may be the last to speak: the worst of what they say counts. Where one that may be
 * heard just then would make it worse, nobody can say what the light is told.
 */
export function spokenLast(told: readonly Told[]): Told {
  const best = told[0]!;
  if (best.coming?.certain !== true) return toldByAny(best, told);
  const atOnce = told.filter(({ coming }) => coming?.atUs === best.coming!.atUs);
  const heard = atOnce.filter(({ coming }) => coming!.certain);
  const worst = heard.sort((a, b) => badness(b.delivery()) - badness(a.delivery()))[0]!;
  const worse = atOnce.filter(
    ({ coming, delivery }) => !coming!.certain && badness(delivery()) > badness(worst.delivery()),
  );
  if (worse.length === 0) return worst;
  const unknown = worse.flatMap(({ coming, delivery }) => [...coming!.unknown, ...delivery().unknown]);
  return { ...worst, delivery: () => ({ ...worst.delivery(), verdict: 'unknown', fault: null, unknown }) };
}

/** Where nobody can say whether it arrives, another that may arrive may say something else. */
function toldByAny(best: Told, told: readonly Told[]): Told {
  const others = told.filter((one) => one !== best && one.coming !== null);
  if (others.length === 0) return best;
  const said = () => {
    const differing = others.filter(({ delivery }) => delivery().verdict !== best.delivery().verdict);
    const unknown = differing.flatMap(({ coming, delivery }) => [...coming!.unknown, ...delivery().unknown]);
    return differing.length === 0
      ? best.delivery()
      : { ...best.delivery(), verdict: 'unknown' as const, fault: null, unknown };
  };
  return { ...best, delivery: once(said) };
}

/** What nobody knows is worst, then what is not metered, then by how far the power is off, the brighter first. */
function badness({ verdict, stopsOff }: Delivery): number {
  if (verdict === 'unknown') return 1e9;
  if (verdict === 'unmetered') return 1e6;
  if (verdict === 'right') return 0;
  return stopsOff === null ? 1e5 : 1 + 2 * Math.abs(stopsOff) + (stopsOff > 0 ? 0.5 : 0);
}

/** What comes for certain beats what may, which beats what cannot; then what comes sooner; of failures, the same family first, then what is set to speak, then the one that came further. */
function isBetterAttempt(a: Attempt, b: Attempt): boolean {
  const rank = ({ coming }: Attempt) => (coming === null ? 0 : coming.certain ? 2 : 1);
  if (rank(a) !== rank(b)) return rank(a) > rank(b);
  if (rank(a) > 0) return a.coming!.atUs < b.coming!.atUs;
  if (a.isRelated !== b.isRelated) return a.isRelated;
  const [isMasterA, isMasterB] = [a, b].map(({ sender }) => sender.settings.role === 'master');
  if (isMasterA !== isMasterB) return isMasterA!;
  const [reachedA, reachedB] = [howFar(a.path), howFar(b.path)];
  return reachedA[0] !== reachedB[0] ? reachedA[0] > reachedB[0] : reachedA[1] > reachedB[1];
}

/** The station at which a path failed, and how many checks there it had passed. */
function howFar({ steps, failure }: SignalPath): [number, number] {
  const stage = stageOf(failure!.code);
  return [STAGES.indexOf(stage), steps.filter((step) => step.stage === stage).length];
}
