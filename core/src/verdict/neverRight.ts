/** Whether a light is certainly not as meant in a shot, also where nobody can say what becomes of it. docs/model.md, Least work. */
import { POWER_TOLERANCE_STOPS } from '../exposure/powerScale.ts';
import { meantFor } from '../rig/meantFor.ts';
import { type Delivery, deliver, wantedPower } from '../path/delivery.ts';
import type { Body, Light, Rig } from '../rig/rig.ts';
import { burstOf } from '../shot/burst.ts';
import { type Curtain, curtainOf } from '../shot/curtain.ts';
import type { LightRun, Shot } from '../shot/lightRun.ts';
import { type FrameLoss, frameLossOf, isSeen } from '../shot/frameLoss.ts';
import { paceOf } from '../shot/pace.ts';
import { popsOf } from '../shot/pulseShape.ts';
import { isFailing, verdictOf } from './verdict.ts';

/** Stops from power to power where nobody recorded a model's steps, at most. */
const WIDEST_STEP = 1;

/** Silent or wrongly told it is wrong either way; and what comes too late for the shutter is no better later. */
export function isNeverRight(rig: Rig, shot: Shot, run: LightRun): boolean {
  if (run.fires !== null) return isFailing(verdictOf(rig, shot, run));
  const meant = meantFor(rig, run.light, shot.body).holds;
  if (meant !== true) return meant === false && run.surely;
  const { delivery, light } = run;
  // Where its sender certainly reaches it, another that only may be sooner is not asked what it says.
  const isToldSo = run.path.arrives === null || run.sender === null;
  if (isToldSo && (delivery?.verdict === 'wrong-power' || delivery?.verdict === 'unmetered')) return true;
  const { link, hss, tailDelayUs } = light.settings;
  if (hss === true || tailDelayUs != null) return false;
  if (isToldSo && isSpoilt(bestLossOf(light, shot.curtain, delivery))) return true;
  if (link === 'eye' || link == null) return false;
  const first = shot.timeline.find(
    ({ kind, unit, pulse }) => kind === 'pulse' && unit === light.id && pulse === 'main',
  );
  if (!first || first.atUs < 0) return false;
  const { verdict } = verdictOf(rig, shot, { ...run, delivery, fires: true, atUs: first.atUs, chance: 1 });
  return verdict === 'partial' || verdict === 'late';
}

/**
 * Whether it cannot be as meant whatever becomes of it: in this body's shutter there is no good moment for it, or at this body's
 * pace it is not charged in time.
 */
export const suitsNoMoment = (rig: Rig, body: Body, light: Light): boolean =>
  isSpoilt(lossAtBest(rig, body, light)) || fallsBehind(rig, body, light);

/** At the lowest power that still passes for the one wanted, and with the bodies alone that it fires for without a doubt. */
function fallsBehind(rig: Rig, body: Body, light: Light): boolean {
  const power = wantedPower(light);
  if (light.settings.mode !== 'manual' || power === null || meantFor(rig, light, body).holds !== true) return false;
  const pace = paceOf(rig, light, body);
  if (pace === null) return false;
  const rounded = (light.profile.power.step ?? WIDEST_STEP) / 2;
  const { missed, hot } = burstOf(light, pace, power - rounded - POWER_TOLERANCE_STOPS);
  return missed !== null || hot !== null;
}

/**
 * Whether nobody can say that it is as meant, whatever is set: in this body's shutter that hangs on the length of its pulse,
 * which is not recorded.
 */
export const isNeverSure = (rig: Rig, body: Body, light: Light): boolean => lossAtBest(rig, body, light) === null;

/** Undefined where it may start with the curtains, or perhaps is not meant to fire. */
function lossAtBest(rig: Rig, body: Body, light: Light): FrameLoss | null | undefined {
  const { link, hss, tailDelayUs } = light.settings;
  if (hss === true || tailDelayUs != null || meantFor(rig, light, body).holds !== true) return undefined;
  const delivery = link === 'eye' ? deliver(rig, body, null, light) : null;
  return bestLossOf(light, curtainOf(body), delivery);
}

/** What the shutter leaves of a single pulse at the best moment; null where nobody can say, undefined where none is best. */
function bestLossOf(light: Light, { tauUs, openUs }: Curtain, delivery: Delivery | null): FrameLoss | null | undefined {
  if (tauUs === null || openUs === null || popsOf(light) > 1) return undefined;
  // The whole frame is open only once the first curtain is home; a leaf shutter takes most of what comes at once.
  return frameLossOf(tauUs, openUs, { light, delivery, atUs: tauUs, train: false, tail: false });
}

const isSpoilt = (loss: FrameLoss | null | undefined): boolean => loss != null && (loss.share < 1 || isSeen(loss));
