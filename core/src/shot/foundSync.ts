/** What test frames found of a body and a light counts before what is recorded of their delays. docs/model.md, Frame. */
import { shutterMicroseconds, THIRD_LABELS } from '../measure/stops.ts';
import type { SignalPath } from '../path/signalPath.ts';
import type { RealSync } from '../record/unit.ts';
import type { Body, Light } from '../rig/rig.ts';

/** What was found of them on the link the light is on; null where nothing was. */
export function realSync(body: Body, light: Light): RealSync | null {
  const found = light.unit.realSyncs?.[body.id];
  return found && found.link === light.settings.link ? found : null;
}

/** In microseconds from the first curtain's start. */
interface Reckoned {
  /** When the pulse comes by what is recorded. */
  atUs: number;
  /** When it is told to: nothing comes sooner. */
  soonestUs: number;
}

/**
 * When a pulse comes, in microseconds from the first curtain's start: a frame that came out whole was open until then, and
 * the next faster one was not. What is wrong on the way and delays it was not so when that was found: then it says nothing.
 */
export function asFound(body: Body, light: Light, path: SignalPath, { atUs, soonestUs }: Reckoned): number {
  const found = realSync(body, light);
  if (!found || path.losses.some(({ code }) => code === 'hearer.selector')) return atUs;
  const openUs = shutterMicroseconds(found.cleanTo);
  const faster = THIRD_LABELS.filter((label) => shutterMicroseconds(label) < openUs);
  const notUs = Math.max(0, ...faster.map(shutterMicroseconds));
  return Math.max(soonestUs, Math.min(openUs, Math.max(notUs + JUST_LATER_US, atUs)));
}

/** Later than a shutter is open by as little as shows, in microseconds. */
const JUST_LATER_US = 1;
