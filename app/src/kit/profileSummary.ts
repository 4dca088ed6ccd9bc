import { type Profile } from '@ergon/core/record/profile';
import { stopsLabel } from '@ergon/core/measure/stops';
import { powerOnDial } from '@ergon/core/exposure/powerScale';

export const modelName = (profile: Profile): string => `${profile.maker} ${profile.model}`;

/** The range of a flash as its own display writes it. */
export function powerText(profile: Profile): string | null {
  if (profile.kind !== 'flash') return null;
  const { floor, ceiling, scale, full, energyWs } = profile.power;
  if (floor == null || ceiling == null) return null;
  const shown = (stops: number) => powerOnDial(stops, { scale, full, energyWs }) ?? stopsLabel(stops);
  return `${shown(floor)} to ${shown(ceiling)}`;
}
