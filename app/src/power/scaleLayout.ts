/** What one light's scale shows, in plain numbers: stops along one axis that all lights share. */
import { apertures } from '@ergon/core/exposure/aperture';
import type { LightPower } from '@ergon/core/power/lightPower';
import type { PowerMove } from '@ergon/core/power/powerPlan';
import { powerOnDial } from '@ergon/core/exposure/powerScale';

/** Of power below full, or of what it reads against the camera's aperture. */
export type Measure = 'power' | 'light';

export interface ScaleMarks {
  /** From its lowest to its highest; null where nobody recorded them. */
  reach: readonly [number, number] | null;
  /** As it is wanted; null where nobody can say. */
  at: number | null;
  /** As it would be then; null where nothing is tried. */
  to: number | null;
  /** What is dialled on it instead; null where that is the same. */
  dialled: number | null;
  aim: number | null;
}

/** One axis for all rows, in stops. */
export interface Axis {
  from: number;
  to: number;
  /** Lines across, and the names of some of them. */
  ticks: readonly { at: number; label: string | null }[];
}

const TICK_STOPS = 2;
/** A phone has room for a name at every second line. */
const NAMED_STOPS = 4;

/** What all rows are drawn on. */
export interface DrawnOn {
  measure: Measure;
  axis: Axis;
  /** The camera's, in stops above f/1. */
  aperture: number | null;
  /** The room against it. */
  room: number | null;
}

export function axisOf(measure: Measure, powers: readonly LightPower[], aperture: number | null): Axis {
  const floors = powers.map(({ light }) => light.profile.power.floor ?? -7);
  const [from, to] = measure === 'power' ? [Math.min(-5, ...floors), 0] : [-6, 4];
  const ticks: Axis['ticks'][number][] = [];
  for (let at = Math.ceil(from / TICK_STOPS) * TICK_STOPS; at <= to; at += TICK_STOPS)
    ticks.push({ at, label: at % NAMED_STOPS === 0 ? labelOf(measure, at, aperture) : null });
  return { from, to, ticks };
}

const labelOf = (measure: Measure, at: number, aperture: number | null): string =>
  measure === 'power' || aperture === null
    ? powerOnDial(at, { scale: 'fraction' })!
    : `f/${apertures.labelAt(aperture + at)}`;

/** Stops from power to what it reads against the aperture; null where that cannot be said. */
const lightOffset = ({ level, wanted }: LightPower, aperture: number | null): number | null =>
  level.stops === null || wanted === null || aperture === null ? null : level.stops - wanted - aperture;

export function marksOf(
  power: LightPower,
  move: PowerMove | undefined,
  { measure, aperture }: Pick<DrawnOn, 'measure' | 'aperture'>,
): ScaleMarks {
  const { light, wanted, dialled, aimed } = power;
  const { floor, ceiling } = light.profile.power;
  const offset = measure === 'power' ? 0 : lightOffset(power, aperture);
  if (offset === null) return { reach: null, at: null, to: null, dialled: null, aim: null };
  const shifted = (stops: number | null) => (stops === null ? null : stops + offset);
  return {
    reach: power.mode === 'ttl' || floor == null ? null : [floor + offset, (ceiling ?? 0) + offset],
    at: shifted(wanted),
    to: move?.of === 'power' && move.to !== move.from ? shifted(move.to) : null,
    dialled: isDialledOtherwise(power) ? shifted(dialled) : null,
    aim: measure === 'power' || aimed === null || aperture === null ? null : aimed - aperture,
  };
}

/** Whether something else is dialled on a light than is wanted of it. */
export const isDialledOtherwise = ({ dialled, wanted }: LightPower): boolean =>
  dialled !== null && wanted !== null && dialled !== wanted;

/** Share of the axis, 0 to 1; what lies beyond it stands at its end. */
export const shareOf = ({ from, to }: Axis, stops: number): number =>
  Math.min(1, Math.max(0, (stops - from) / (to - from)));
