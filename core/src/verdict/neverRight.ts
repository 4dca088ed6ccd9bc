/** Whether a light is certainly not as meant in a shot, also where nobody can say what becomes of it. docs/model.md, Least work. */
import { meantFor } from '../rig/meantFor.ts';
import { type Delivery, deliver } from '../path/delivery.ts';
import type { Body, Light, Rig } from '../rig/rig.ts';
import { type Curtain, curtainOf } from '../shot/curtain.ts';
import type { LightRun, Shot } from '../shot/lightRun.ts';
import { frameLossOf, isSeen } from '../shot/frameLoss.ts';
import { popsOf } from '../shot/pulseShape.ts';
import { isFailing, verdictOf } from './verdict.ts';

/** Silent or wrongly told it is wrong either way; and what comes too late for the shutter is no better later. */
export function isNeverRight(rig: Rig, shot: Shot, run: LightRun): boolean {
  if (run.fires !== null) return isFailing(verdictOf(rig, shot, run));
  if (meantFor(rig, run.light, shot.body).holds !== true) return false;
  const { delivery, light } = run;
  // Where its sender certainly reaches it, another that only may be sooner is not asked what it says.
  const isToldSo = run.path.arrives === null || run.sender === null;
  if (isToldSo && (delivery?.verdict === 'wrong-power' || delivery?.verdict === 'unmetered')) return true;
  const { link, hss, tailDelayUs } = light.settings;
  if (hss === true || tailDelayUs != null) return false;
  if (isToldSo && isWrongWhenever(light, shot.curtain, delivery)) return true;
  if (link === 'eye' || link == null) return false;
  const first = shot.timeline.find(
    ({ kind, unit, pulse }) => kind === 'pulse' && unit === light.id && pulse === 'main',
  );
  if (!first || first.atUs < 0) return false;
  const { verdict } = verdictOf(rig, shot, { ...run, delivery, fires: true, atUs: first.atUs, chance: 1 });
  return verdict === 'partial' || verdict === 'late';
}

/** Whether it cannot be as meant whatever becomes of it: in this body's shutter there is no good moment for it. */
export function suitsNoMoment(rig: Rig, body: Body, light: Light): boolean {
  const { link, hss, tailDelayUs } = light.settings;
  if (hss === true || tailDelayUs != null || meantFor(rig, light, body).holds !== true) return false;
  const delivery = link === 'eye' ? deliver(rig, body, null, light) : null;
  return isWrongWhenever(light, curtainOf(body), delivery);
}

/** Whether the shutter leaves no moment at which a single pulse would light the whole frame with all that it gives. */
function isWrongWhenever(light: Light, { tauUs, openUs }: Curtain, delivery: Delivery | null): boolean {
  if (tauUs === null || openUs === null || popsOf(light) > 1) return false;
  // The whole frame is open only once the first curtain is home; a leaf shutter takes most of what comes at once.
  const loss = frameLossOf(tauUs, openUs, { light, delivery, atUs: tauUs, train: false, tail: false });
  return loss !== null && (loss.share < 1 || isSeen(loss));
}
