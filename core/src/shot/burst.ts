/** Whether a light keeps up with a body that shoots on. docs/model.md, Readiness to fire again. */
import type { Light } from '../rig/rig.ts';
import type { Pace } from './pace.ts';
import { cellsFactor, firstMissed, firstTooHot, type Recycle, recycleSeconds } from './recycle.ts';

export interface Burst {
  /** The first frame it misses, counted from 1; null when it keeps up, as far as is recorded. */
  missed: number | null;
  /** The first frame at which it has to rest. */
  hot: number | null;
  recycle: Recycle;
}

/** @param power stops below full; null while metering decides, which may ask for full power: then the longest charge counts. */
export function burstOf(light: Light, { between, frames }: Pace, power: number | null): Burst {
  const recycle = recycleSeconds(light, power);
  const { most } = recycle;
  const hot = frames === null ? null : firstTooHot(light, power, frames, between);
  if (most === null || most <= between) return { missed: null, hot, recycle };
  const full = light.profile.recycle!.full! * cellsFactor(light);
  return { missed: frames === null ? 2 : firstMissed(power, full, between, frames), hot, recycle };
}

/** Whether it certainly keeps up. */
export const keepsUp = ({ missed, hot, recycle }: Burst): boolean =>
  missed === null && hot === null && recycle.most !== null;
