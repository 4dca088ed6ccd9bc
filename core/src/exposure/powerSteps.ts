/** The powers a unit can be set to. docs/model.md, Powers: its steps count from full, ties go towards less light. */

export interface PowerRange {
  /** Stops below full; null where nobody recorded it. */
  floor?: number | null;
  ceiling?: number | null;
  step?: number | null;
}

/** How far a recorded step may be from the one meant: a third is written 0.33 or 0.3333. */
const STEP_ROUNDING = 0.004;

/** Steps there are, in stops. */
const STEPS = [1 / 10, 1 / 3, 1 / 2, 1] as const;

/** The step a recorded number means, in stops. */
export const exactStep = (step: number): number =>
  STEPS.find((exact) => Math.abs(exact - step) <= STEP_ROUNDING) ?? step;

/** The power of a unit's own steps nearest to one in stops, whatever its limits. */
export function roundedToStep(power: number, step: number): number {
  const exact = exactStep(step);
  const steps = Math.floor(power / exact + 0.5 - 1e-9);
  // Thirds and tenths come out as the very numbers they are written as elsewhere.
  const whole = Math.round(1 / exact);
  return Math.abs(whole * exact - 1) < 1e-9 ? steps / whole + 0 : steps * exact + 0;
}

/** The nearest power a unit can be set to; where its step is not recorded, any within its limits. */
export function nearestPower(power: number, { floor, ceiling, step }: PowerRange): number {
  const rounded = step == null ? power : roundedToStep(power, step);
  const most = ceiling ?? 0;
  return Math.min(most, floor == null ? rounded : Math.max(floor, rounded));
}

/** Every power from the lowest to the highest; null where the lowest or the step is not recorded. */
export function powersOf({ floor, ceiling, step }: PowerRange): number[] | null {
  if (floor == null || step == null) return null;
  const count = Math.round(((ceiling ?? 0) - floor) / exactStep(step));
  return Array.from({ length: count + 1 }, (_, index) =>
    roundedToStep((ceiling ?? 0) + (index - count) * exactStep(step), step),
  );
}
