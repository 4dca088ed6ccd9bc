/** The time line's axis: the whole shot with a break before the shutter moves, or a closer look at one stretch of it. */
import { NOMINAL_CURTAIN_US } from '@ergon/core/shot/curtain';
import type { Shot } from '@ergon/core/shot/lightRun';

export interface TimeAxis {
  /** Place of a time in px from the left. */
  x: (us: number) => number;
  /** Times worth a mark, with their words. */
  marks: readonly { us: number; words: string }[];
  /** Whether a time is on it at all. */
  holds: (us: number) => boolean;
}

/** `shot` all of it; `before` what comes before the shutter moves; `shutter` the curtains; `pulses` where the lights fire. */
export type Stretch = 'shot' | 'before' | 'shutter' | 'pulses';

/** Share of the width kept for what happens before the shutter moves. */
const BEFORE = 0.2;
const EARLIEST_US = -100_000;
const LATEST_BEFORE_US = -50_000;
const EDGE = 12;

export function timeAxis(width: number, shot: Shot, stretch: Stretch): TimeAxis {
  const { tauUs, openUs } = drawnCurtain(shot);
  const endUs = tauUs + openUs;
  const early = shot.timeline.some((event) => event.kind === 'pulse' && event.atUs < 0);
  if (stretch === 'before') return linear(width, EARLIEST_US, 5000, ' ms');
  if (stretch === 'shutter') return withMarks(linear(width, 0, endUs, ' ms'), [0, tauUs, openUs, endUs]);
  if (stretch === 'pulses') {
    const mains = shot.timeline.filter((event) => event.kind === 'pulse' && event.pulse === 'main' && event.atUs >= 0);
    const times = mains.length === 0 ? [tauUs] : mains.map((event) => event.atUs);
    const [first, last] = [Math.min(...times), Math.max(...times)];
    const room = Math.max(200, (last - first) * 0.15);
    return linear(width, first - room, last + room, ' ms');
  }
  const before = early ? BEFORE * width : EDGE;
  const scale = (width - before - EDGE) / endUs;
  const x = (us: number) => {
    if (us >= 0) return before + us * scale;
    const share = (us - EARLIEST_US) / (LATEST_BEFORE_US - EARLIEST_US);
    return Math.min(1, Math.max(0, share)) * (before - 18) + 6;
  };
  return withMarks({ x, marks: [], holds: () => true }, [...(early ? [-80_000] : []), 0, tauUs, endUs]);
}

const withMarks = (axis: TimeAxis, times: readonly number[]): TimeAxis => {
  const sorted = [...new Set(times)].sort((a, b) => a - b);
  // Words that would run into each other are left out; the last one says the unit.
  const kept = sorted.filter((us, index) => index === 0 || index === sorted.length - 1 || isClear(axis, sorted, index));
  return {
    ...axis,
    marks: kept.map((us, index) => ({ us, words: index === kept.length - 1 ? `${ms(us)} ms` : ms(us) })),
  };
};

const isClear = ({ x }: TimeAxis, times: readonly number[], index: number): boolean =>
  x(times[index]!) - x(times[index - 1]!) > 34 && x(times.at(-1)!) - x(times[index]!) > 70;

/** Round marks, about six of them. */
function linear(width: number, fromUs: number, toUs: number, unit: string): TimeAxis {
  const scale = (width - 2 * EDGE) / (toUs - fromUs);
  const step = roundStep((toUs - fromUs) / 6);
  const first = Math.ceil(fromUs / step) * step;
  const count = Math.floor((toUs - first) / step) + 1;
  const times = Array.from({ length: count }, (_, index) => first + index * step);
  return {
    x: (us) => EDGE + (us - fromUs) * scale,
    holds: (us) => us >= fromUs && us <= toUs,
    marks: times.map((us, index) => ({
      us,
      words: `${ms(us, step < 100 ? 2 : 1)}${index === times.length - 1 ? unit : ''}`,
    })),
  };
}

function roundStep(about: number): number {
  const power = 10 ** Math.floor(Math.log10(about));
  return [1, 2, 5, 10].map((one) => one * power).find((one) => one >= about)!;
}

/** Milliseconds as short as they stay true: "-80", "3.4", to two digits "3.95". */
export const ms = (us: number, digits = 1): string => {
  const value = us / 1000;
  return Math.abs(value) >= 10 || Number.isInteger(value) ? value.toFixed(0) : value.toFixed(digits);
};

/** How long each row is open where nobody recorded it, in microseconds: drawn, and reported unknown. */
const NOMINAL_OPEN_US = 5000;

/** The curtain as it is drawn, recorded or not. */
export const drawnCurtain = ({ curtain }: Shot): { tauUs: number; openUs: number } => ({
  tauUs: curtain.tauUs ?? NOMINAL_CURTAIN_US,
  openUs: curtain.openUs ?? NOMINAL_OPEN_US,
});
