/**
 * Exposure arithmetic in stops (base-2 logarithms). A shutter time printed on a dial is a label of an
 * exact power of two; nothing here computes with the label.
 */

/** Labels of a dial in thirds of a stop, fastest first: each is a third slower than the one before, and "1" is 1 s. */
const THIRDS: ReadonlyMap<string, number> = new Map(
  [
    ['1/8000', '1/6400', '1/5000', '1/4000', '1/3200', '1/2500', '1/2000', '1/1600', '1/1250', '1/1000'],
    ['1/800', '1/640', '1/500', '1/400', '1/320', '1/250', '1/200', '1/160', '1/125', '1/100', '1/80'],
    ['1/60', '1/50', '1/40', '1/30', '1/25', '1/20', '1/15', '1/13', '1/10', '1/8', '1/6', '1/5', '1/4'],
    ['0.3', '0.4', '0.5', '0.6', '0.8', '1', '1.3', '1.6', '2', '2.5', '3.2', '4', '5', '6', '8'],
    ['10', '13', '15', '20', '25', '30'],
  ]
    .flat()
    .map((label, index) => [label, (index - 39) / 3] as const),
);

/**
 * Labels only a dial in half stops has, in stops from 1 s. Of those both kinds of dial have, such as 1/20, the third
 * counts: the half is a sixth of a stop away.
 */
const HALVES: ReadonlyMap<string, number> = new Map([
  ['1/6000', -12.5],
  ['1/3000', -11.5],
  ['1/1500', -10.5],
  ['1/750', -9.5],
  ['1/350', -8.5],
  ['1/180', -7.5],
  ['1/90', -6.5],
  ['1/45', -5.5],
  ['0.7', -0.5],
  ['1.5', 0.5],
  ['3', 1.5],
]);

const STOPS_BY_LABEL: ReadonlyMap<string, number> = new Map([...THIRDS, ...HALVES].sort((a, b) => a[1] - b[1]));

/** Every label a shutter dial can show, fastest first. */
export const SHUTTER_LABELS: readonly string[] = [...STOPS_BY_LABEL.keys()];

/** Open for as long as somebody holds it; how long that is nobody sets. */
export const BULB = 'bulb';
/** Seconds counted for it: longer than every label, so that whatever fires falls into it. */
export const BULB_SECONDS = 64;
/** What a shutter can be set to, fastest first. */
export const SHUTTER_SETTINGS: readonly string[] = [...SHUTTER_LABELS, BULB];

/**
 * Exact open time of a dial label in microseconds: 2^stops s ("1/250" is 3906.25, "1/60" is 15625, "30" is 32 s).
 * @throws RangeError for a label that is on no dial.
 */
export function shutterMicroseconds(label: string): number {
  if (label === BULB) return 1e6 * BULB_SECONDS;
  const stops = STOPS_BY_LABEL.get(label);
  if (stops === undefined) throw new RangeError(`"${label}" is not a shutter label`);
  return 1e6 * 2 ** stops;
}

/** Labels in thirds of a stop, fastest first: what most dials have, and what is offered. */
export const THIRD_LABELS: readonly string[] = [...THIRDS.keys()];

/** The fastest label in thirds open at least `us` microseconds, or null when even the slowest is too fast. */
export function fastestLabelAtLeast(us: number): string | null {
  // A nanosecond of slack: tau is often derived from a label, and the sum must not miss that label by a rounding bit.
  return THIRD_LABELS.find((label) => shutterMicroseconds(label) >= us - 1e-3) ?? null;
}

const THIRD_GLYPHS = ['', '⅓', '⅔'];

/** A signed count of stops for people: "0", "-2⅓", "+1.4". Thirds get their glyph, everything else one decimal. */
export function stopsLabel(stops: number): string {
  const sign = stops < 0 ? '-' : stops > 0 ? '+' : '';
  const size = Math.abs(stops);
  const thirds = Math.round(size * 3);
  if (Math.abs(size * 3 - thirds) > 0.03) return `${sign}${size.toFixed(1)}`;
  const whole = Math.floor(thirds / 3);
  return `${sign}${whole === 0 && thirds > 0 ? '' : whole}${THIRD_GLYPHS[thirds % 3]}`;
}
