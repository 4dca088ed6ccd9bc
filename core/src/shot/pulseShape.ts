/** The shape of one pulse: how it dies away, what of it a row catches, and the pops of stroboscopic fire. */
import type { Light } from '../rig/rig.ts';

/**
 * How fast a pulse dies away, as the time constant of its exponential in microseconds; null when the model's duration
 * is not recorded: then the pulse counts as an instant. t.5 ends at half of the peak and t.1 at a tenth
 * (t.1/t.5 = ln 10 / ln 2). Between full and lowest power the duration is interpolated over stops, on a
 * logarithmic scale.
 * @param stops power, in stops below full.
 */
export function pulseDecayUs({ profile }: Light, stops: number): number | null {
  const { measure, fullUs, floorUs } = profile.duration ?? {};
  if (measure == null || fullUs == null) return null;
  const floor = profile.power.floor ?? 0;
  const share = floorUs == null || floor === 0 ? 0 : Math.min(1, Math.max(0, stops / floor));
  const lasts = fullUs * ((floorUs ?? fullUs) / fullUs) ** share;
  return lasts / Math.log(measure === 't.5' ? 2 : 10);
}

/**
 * Share of a pulse's light that falls between two times, for a pulse that starts at `atUs` and dies away with the
 * time constant `decayUs`; an instant pulse is all or nothing.
 */
export function caughtShare(atUs: number, decayUs: number | null, fromUs: number, toUs: number): number {
  if (toUs < atUs) return 0;
  if (decayUs === null || decayUs === 0) return fromUs <= atUs ? 1 : 0;
  return leftAfter(fromUs - atUs, decayUs) - leftAfter(toUs - atUs, decayUs);
}

/** Share of a pulse still to come so long after its start, in microseconds. */
const leftAfter = (us: number, decayUs: number): number => Math.exp(-Math.max(0, us) / decayUs);

/** Pops a light gives in one frame; 1 unless it is stroboscopic and their number is recorded. */
export const popsOf = ({ settings }: Light): number => (settings.mode === 'multi' ? (settings.multiPops ?? 1) : 1);

/** When its pops come after the first, in microseconds, the first included as 0. */
export const popTimesUs = (light: Light): number[] =>
  Array.from({ length: popsOf(light) }, (_, pop) =>
    light.settings.multiHz == null ? 0 : Math.round((pop * 1e6) / light.settings.multiHz),
  );

/** From the first pop to the last, in microseconds. */
export const popSpanUs = (light: Light): number => popTimesUs(light).at(-1)!;
