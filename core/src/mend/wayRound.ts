/**
 * What a crew is left with when a sender is lost: what stands in for it, which lights answer another one by eye, which are
 * put on a cable. The simulator says what each way saves. docs/model.md, Sender lost.
 */
import { type Change, isNoChange, mergeChanges } from '../record/change.ts';
import { byLikeness } from '../rig/likeness.ts';
import { isFlash, type Placed, type Rig } from '../rig/rig.ts';
import { costOf } from './cost.ts';
import { inWalkingOrder } from './inWalkingOrder.ts';
import { losing } from './losing.ts';
import { isBetter, Loss, type Tried } from './loss.ts';
import { QuickWork } from './quickWork.ts';
import type { Candidate } from './scene.ts';
import { openingsFor } from './standIn.ts';
import { waysOf } from './waysLeft.ts';

export interface WayRound {
  /** What is lost comes off first; then in the order to make them. */
  changes: readonly Change[];
  seconds: number;
  /** Seconds of that spent walking; null when somebody must walk and nobody recorded how far. */
  walkSeconds: number | null;
  /** Lights that would fail without the sender and then do as they did before. */
  saved: readonly string[];
  /** Lights that then no longer do as they did in every shot, as far as anybody can say. */
  left: readonly string[];
}

/**
 * The way round with which most lights do as before in most shots, the quickest of these.
 * @param rig with what lies in the bag placed in it too, its role off.
 * @param onProgress told of the ways tried and how many there are.
 */
export function wayRound(rig: Rig, sender: Placed, onProgress?: (done: number, all: number) => void): WayRound {
  const loss = new Loss(rig, sender);
  const openings = openingsFor(loss.wanted, sender);
  let best = loss.tried([]);
  for (const [at, opening] of openings.entries()) {
    onProgress?.(at, openings.length);
    const tried = pruned(loss, played(loss, opening, best), opening);
    if (isBetter(tried, best)) best = tried;
  }
  return wayOf(loss, best.changes);
}

/** What a plan somebody kept comes to as everything is set now. */
export function wayAfter(rig: Rig, sender: Placed, changes: readonly Change[]): WayRound {
  const off = losing(sender);
  const isOff = ({ unit, setting }: Change) => off.some((one) => one.unit === unit && one.setting === setting);
  return wayOf(
    new Loss(rig, sender),
    changes.filter((change) => !isOff(change)),
  );
}

function wayOf(loss: Loss, changes: readonly Change[]): WayRound {
  const { rig, sender } = loss;
  const real = changes.filter((change) => !isNoChange(change));
  const { lost, seconds } = loss.tried(real);
  const off = losing(sender).filter((change) => !isNoChange(change));
  return {
    changes: [...off, ...inWalkingOrder(rig, mergeChanges(real, loss.keptWishes(real)))],
    seconds,
    walkSeconds: costOf(rig, real).walkSeconds,
    saved: [...loss.tried([]).lost.keys()].filter((light) => !lost.has(light)),
    left: [...lost.keys()],
  };
}

/**
 * With something in the sender's place: what mends the simulator proves, then each light that is left by itself.
 * @param least what is to be bettered: where that leaves nothing, work that is more already is not gone on with.
 */
function played(loss: Loss, opening: Candidate, least: Tried): Tried {
  const opened = loss.tried(opening.filter((change) => !isNoChange(change)));
  const isHopeless = ({ seconds }: Tried) => least.lostShots === 0 && seconds >= least.seconds;
  if (opened.lostShots === 0 || isHopeless(opened)) return opened;
  const mended = mendedFrom(loss, opened);
  let best = mended.lostShots < opened.lostShots ? mended : opened;
  for (let next: Tried | null = best; next && !isHopeless(best); next = nearer(loss, best)) best = next;
  return best;
}

/** One light more as before, in one shot at least; null where none is left that can be helped. */
function nearer(loss: Loss, tried: Tried): Tried | null {
  const lights = [...tried.lost.keys()].flatMap((id) => tried.rig.placed.get(id) ?? []).filter(isFlash);
  for (const light of lights.sort(byLikeness)) {
    for (const way of waysOf(tried, light)) {
      const next = loss.tried(mergeChanges(tried.changes, way), tried);
      if (next.lostShots < tried.lostShots) return next;
    }
  }
  return null;
}

/** As the fixes of its findings would have it. */
function mendedFrom(loss: Loss, { changes, rig }: Tried): Tried {
  // What lies ready is in the rig: to put another unit in place of a broken one is no way round it.
  const allows = ({ unit, setting }: Change) => unit !== loss.sender.id && setting !== 'broken';
  const work = new QuickWork(rig, { allows, seconds: null, onJudged: () => undefined });
  return loss.tried(mergeChanges(changes, work.plan().changes));
}

/** Without what the lights do not need that did as meant before; what stands in is set as it is to be, or left in the bag. */
function pruned(loss: Loss, tried: Tried, opening: Candidate): Tried {
  let current = tried;
  const without = (drops: (change: Change) => boolean) => {
    const fewer = current.changes.filter((change) => !drops(change));
    if (fewer.length === current.changes.length) return;
    const next = loss.tried(fewer, current);
    if (next.lostShots <= current.lostShots) current = next;
  };
  for (const unit of new Set(tried.changes.map((change) => change.unit))) without((change) => change.unit === unit);
  const own = tried.changes.filter(
    ({ unit, setting }) => !opening.some((one) => one.unit === unit && one.setting === setting),
  );
  for (const dropped of own) without((change) => change === dropped);
  return current;
}
