/** When a signal that comes to a light by some way makes it fire. docs/model.md, Events. */
import { hopOf } from '../path/hop.ts';
import { passesByAir, passesByShoe } from '../path/passage.ts';
import { missesRear } from '../path/rearCurtain.ts';
import type { SignalPath } from '../path/signalPath.ts';
import { isByAir } from '../record/settings.ts';
import type { Combined, FieldRef } from '../rig/check.ts';
import type { Body, Light, Placed, Rig } from '../rig/rig.ts';
import { type Curtain, frontContact, isOverSync } from './curtain.ts';
import { asFound } from './foundSync.ts';

/** One press of one shutter. */
export interface Press {
  rig: Rig;
  body: Body;
  curtain: Curtain;
  /** When the body's contact closes, in microseconds from the first curtain's start. */
  contactUs: number;
}

export interface Coming {
  /** When the main pulse comes, in microseconds from the first curtain's start; where that is not certain, the soonest. */
  atUs: number;
  /** Whether it comes for certain, and just then. */
  certain: boolean;
  /** What decides it where it does not. */
  unknown: readonly FieldRef[];
  /** Whether it is told to start with the first curtain; null where the shutter does not call for it. */
  train: Combined | null;
}

/** What tells a light by air, and how long after the contact the signal is there, in microseconds. */
interface Told {
  sender: Placed;
  atUs: number;
}

/**
 * @param told null for a light that the body itself tells.
 * @returns null where the signal cannot come.
 */
export function comingBy(press: Press, light: Light, path: SignalPath, told: Told | null): Coming | null {
  if (path.arrives === false) return null;
  const sender = told?.sender ?? null;
  const train = startsEarly(press, light, sender);
  const front = frontContact(press.curtain);
  const isRear = press.contactUs > front;
  const early = isRear ? missesRear(press.rig, press.body, sender ?? undefined, light) : null;
  // A train starts with the first curtain, or may; a tail so long after it as is dialled.
  const startsUs = light.settings.hss === true ? 0 : (light.settings.tailDelayUs ?? 0);
  const contactUs = isRear && early?.holds !== false ? front : press.contactUs;
  const isTrain = train !== null && train.holds !== false;
  const atUs = path.latencyUs + (isTrain ? startsUs : contactUs);
  const soonestUs = contactUs + (told?.atUs ?? 0);
  return {
    atUs: isTrain || contactUs !== front ? atUs : asFound(press.body, light, path, { atUs, soonestUs }),
    certain: path.arrives === true && train?.holds !== null && early?.holds !== null,
    unknown: [...path.unknown, ...(train?.fields ?? []), ...(early?.holds === null ? early.fields : [])],
    train,
  };
}

/** Whether a light that is to start with the first curtain, for high-speed or tail sync, is told so. */
function startsEarly({ rig, body, curtain }: Press, light: Light, sender: Placed | null): Combined | null {
  const { tauUs, openUs } = curtain;
  if (light.settings.hss !== true && light.settings.tailDelayUs == null) return null;
  if (tauUs === null || openUs === null) return null;
  if (tauUs === 0 || !isOverSync(tauUs, openUs)) return null;
  const signal = light.settings.hss === true ? 'hss' : 'start';
  if (sender && sender !== light && isByAir(light.settings))
    return passesByAir(hopOf(rig, body, sender, light), signal);
  return passesByShoe(rig, body, light, signal);
}
