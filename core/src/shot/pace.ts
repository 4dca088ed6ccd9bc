/** How soon a light must be ready again, and how often: by the pace of the bodies it fires for. docs/model.md, Readiness to fire again. */
import type { FieldRef } from '../rig/check.ts';
import { type Meant, meantFor } from '../rig/meantFor.ts';
import type { Body, Light, Rig } from '../rig/rig.ts';

export interface Pace {
  /** Seconds from pop to pop. */
  between: number;
  /** Pops in a row; null where they go on and on. */
  frames: number | null;
}

/**
 * Of one body, or of all that shoot in turn where the look says they do: then the pops of one come between those of the
 * others, as evenly as they can. Null for a body that takes one frame at a time.
 * @param perhaps counts those too that nobody knows it is meant for.
 */
export function paceOf(rig: Rig, light: Light, body: Body, perhaps = false): Pace | null {
  if (body.settings.secondsBetween == null) return null;
  const bodies = rig.bodies.filter((other) => {
    const { holds } = sharesCharge(rig, light, other);
    return perhaps ? holds !== false : holds === true;
  });
  const shooting = bodies.some(({ id }) => id === body.id) ? bodies : [body];
  const perSecond = shooting.reduce((sum, { settings }) => sum + 1 / settings.secondsBetween!, 0);
  const bursts = shooting.map(({ settings }) => settings.burstFrames ?? null);
  const frames = bursts.reduce((sum, burst) => (sum === null || burst === null ? null : sum + burst), 0);
  return { between: shooting.length === 1 ? body.settings.secondsBetween : 1 / perSecond, frames };
}

/** What leaves open whether it has other bodies to fire for in turn. */
export const openSharers = (rig: Rig, light: Light): readonly FieldRef[] =>
  rig.bodies.flatMap((body) => sharesCharge(rig, light, body).fields);

function sharesCharge(rig: Rig, light: Light, body: Body): Meant {
  const shoots = rig.around.inTurn === true && body.settings.secondsBetween != null && !rig.strangers.has(body.id);
  return shoots ? meantFor(rig, light, body) : { holds: false, fields: [] };
}
