/** The time line's axis: the metering pulse long before, a break, then the shutter at full scale. */

export interface TimeAxis {
  /** Place of a time in px from the left. */
  x: (us: number) => number;
  breakX: number;
}

/** Share of the width kept for what happens before the shutter moves. */
const BEFORE = 0.2;
const EARLIEST_US = -100_000;
const LATEST_BEFORE_US = -50_000;

export function timeAxis(width: number, endUs: number, hasEarly: boolean): TimeAxis {
  const before = hasEarly ? BEFORE * width : 12;
  const scale = (width - before - 12) / endUs;
  return {
    breakX: before - 6,
    x: (us) => {
      if (us >= 0) return before + us * scale;
      const share = (us - EARLIEST_US) / (LATEST_BEFORE_US - EARLIEST_US);
      return Math.min(1, Math.max(0, share)) * (before - 18) + 6;
    },
  };
}

/** Milliseconds as short as they stay true: "-80", "3.4". */
export const ms = (us: number): string => {
  const value = us / 1000;
  return Math.abs(value) >= 10 || Number.isInteger(value) ? value.toFixed(0) : value.toFixed(1);
};
