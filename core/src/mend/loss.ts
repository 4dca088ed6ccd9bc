/** What the loss of a sender takes from a look, and how much of it a plan keeps. docs/model.md, Sender lost. */
import type { Change } from '../record/change.ts';
import { isMeantFor, isOpenToBodies, lostWish } from '../rig/meantFor.ts';
import type { Placed, Rig } from '../rig/rig.ts';
import { withRigChanges } from '../rig/rigChanges.ts';
import { judge, type Judgement } from '../verdict/judge.ts';
import { rejudge } from '../verdict/rejudge.ts';
import { isRight, verdictKey } from '../verdict/verdict.ts';
import { losing } from './losing.ts';
import { secondsOf } from './quickWork.ts';
import { set } from './scene.ts';

export interface Tried {
  /** Beside taking the sender off. */
  changes: readonly Change[];
  rig: Rig;
  judgement: Judgement;
  /** What was right before and certainly is no longer, or nobody can say whether it is: verdict keys by light. */
  lost: ReadonlyMap<string, ReadonlySet<string>>;
  /** How many verdicts that is. */
  lostShots: number;
  seconds: number;
}

/** What is wanted of every light, said outright: without the sender nothing else would say it. */
function asWanted(rig: Rig): Rig {
  const said = rig.lights.flatMap((light): Change[] => {
    const meant = rig.bodies.map((body) => [body.id, isMeantFor(rig, light, body)] as const);
    if (!isOpenToBodies(light) || rig.strangers.has(light.id) || meant.some(([, holds]) => holds === null)) return [];
    return [
      set(
        light,
        'firesFor',
        meant.flatMap(([id, holds]) => (holds === true ? [id] : [])),
      ),
    ];
  });
  return withRigChanges(rig, said);
}

export class Loss {
  readonly wanted: Rig;
  /** What each light rightly did. */
  private readonly before: readonly { key: string; unit: string }[];

  /** @param sender placed in the rig. */
  constructor(
    readonly rig: Rig,
    readonly sender: Placed,
  ) {
    this.wanted = asWanted(rig);
    this.before = judge(this.wanted)
      .verdicts.filter((verdict) => isRight(verdict) && verdict.unit !== sender.id)
      .map((verdict) => ({ key: verdictKey(verdict), unit: verdict.unit }));
  }

  /** @param from tried before: what the changes since do not reach is not judged again. */
  tried(changes: readonly Change[], from?: Tried): Tried {
    const rig = withRigChanges(this.wanted, [...losing(this.sender), ...changes]);
    const judgement = from ? rejudge(from.judgement, rig) : judge(rig);
    const right = new Set(judgement.verdicts.filter(isRight).map(verdictKey));
    // A light that is no longer meant for a body rightly stays dark, which nobody wished.
    const gone = new Set(lostWish(this.wanted, rig));
    const lost = new Map<string, Set<string>>();
    for (const { key, unit } of this.before) {
      if (right.has(key) && !gone.has(unit)) continue;
      lost.set(unit, (lost.get(unit) ?? new Set()).add(key));
    }
    const lostShots = [...lost.values()].reduce((sum, keys) => sum + keys.size, 0);
    return { changes, rig, judgement, lost, lostShots, seconds: secondsOf(this.rig, changes) };
  }

  /** Lights meant for a body that nothing serves now stay meant for it, so that nobody takes that for done. */
  keptWishes(changes: readonly Change[]): Change[] {
    const after = withRigChanges(this.rig, [...losing(this.sender), ...changes]);
    return lostWish(this.rig, after).flatMap((id) => {
      const said = this.wanted.placed.get(id)?.settings.firesFor;
      const light = this.rig.lights.find((one) => one.id === id);
      return light && id !== this.sender.id && said != null && isOpenToBodies(light)
        ? [set(light, 'firesFor', said)]
        : [];
    });
  }
}

/** Fewest shots lost, then the least work. */
export const isBetter = (one: Tried, other: Tried): boolean =>
  one.lostShots < other.lostShots || (one.lostShots === other.lostShots && one.seconds < other.seconds);
