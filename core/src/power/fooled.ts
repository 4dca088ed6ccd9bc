/** Compensation for what fools metering: a window behind, white or black clothes. docs/model.md, Freeze. */
import { FOOLED_BY, type FooledBy, usualCompensation } from '../exposure/usualCompensation.ts';
import type { LightPower } from './lightPower.ts';
import { SAME_STOPS } from './powerPlan.ts';

/** What is compensated for, or nothing. */
export type Fooling = FooledBy | 'nothing';
export const FOOLINGS: readonly Fooling[] = ['nothing', ...FOOLED_BY];

const stopsFor = (by: Fooling): number => (by === 'nothing' ? 0 : usualCompensation(by));

const isMetered = (power: LightPower): boolean => power.mode === 'ttl';

const sumOf = ({ compensation }: LightPower): number => (compensation?.ofLight ?? 0) + (compensation?.ofBody ?? 0);

/** What the metered ones among them are compensated for; null where that is something else, or not the same. */
export function fooledNow(powers: readonly LightPower[]): Fooling | null {
  const sums = powers.filter(isMetered).map(sumOf);
  return (
    FOOLINGS.find((by) => sums.length > 0 && sums.every((sum) => Math.abs(sum - stopsFor(by)) < SAME_STOPS)) ?? null
  );
}

/** Stops each metered one is turned so that with the camera's own its compensation is the usual one: what planPowers takes. */
export const fooledMoves = (powers: readonly LightPower[], by: Fooling): ReadonlyMap<string, number> =>
  new Map(powers.filter(isMetered).map((power) => [power.light.id, stopsFor(by) - sumOf(power)]));
