/**
 * Exposure arithmetic in stops (base-2 logarithms). A shutter time printed on a dial is a label of an
 * exact power of two; nothing here computes with the label.
 */

/** Dial labels by shutter speed in thirds of a stop: 0 is 1 s, 24 is "1/250" = 2^-8 s. */
const THIRDS_BY_LABEL: ReadonlyMap<string, number> = new Map(
  [
    ['1/8000', '1/6400', '1/5000', '1/4000', '1/3200', '1/2500', '1/2000', '1/1600', '1/1250', '1/1000'],
    ['1/800', '1/640', '1/500', '1/400', '1/320', '1/250', '1/200', '1/160', '1/125', '1/100', '1/80'],
    ['1/60', '1/50', '1/40', '1/30', '1/25', '1/20', '1/15', '1/13', '1/10', '1/8', '1/6', '1/5', '1/4'],
    ['0.3', '0.4', '0.5', '0.6', '0.8', '1', '1.3', '1.6', '2', '2.5', '3.2', '4'],
  ]
    .flat()
    .map((label, index) => [label, 39 - index] as const),
);

/** Every label a shutter dial can show, fastest first. */
export const SHUTTER_LABELS: readonly string[] = [...THIRDS_BY_LABEL.keys()];

/**
 * Exact open time of a dial label in microseconds: 2^(-thirds/3) s ("1/250" is 3906.25, "1/60" is 15625).
 * @throws RangeError for a label that is on no dial.
 */
export function shutterMicroseconds(label: string): number {
  const thirds = THIRDS_BY_LABEL.get(label);
  if (thirds === undefined) throw new RangeError(`"${label}" is not a shutter label`);
  return 1e6 * 2 ** (-thirds / 3);
}

/** The fastest label open at least `us` microseconds, or null when even the slowest is too fast. */
export function fastestLabelAtLeast(us: number): string | null {
  // A nanosecond of slack: tau is often derived from a label, and the sum must not miss that label by a rounding bit.
  return SHUTTER_LABELS.find((label) => shutterMicroseconds(label) >= us - 1e-3) ?? null;
}

export const POWER_SCALES = ['fraction', 'decimal', 'percent', 'ws'] as const;
export type PowerScale = (typeof POWER_SCALES)[number];

/** Two powers closer than this, in stops, count as the same: a twentieth of a stop is not seen in a picture. */
export const POWER_TOLERANCE_STOPS = 0.05;

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

export interface PowerDial {
  scale: PowerScale;
  /** Decimal scale: the number shown at full power. */
  full?: number | null;
  /** Watt-second scale: energy at full power. */
  energyWs?: number | null;
}

/**
 * A power in stops below full as the unit's own display writes it (docs/model.md, Powers: fraction 2^p, decimal Dfull + p,
 * energy Emax * 2^p). Returns null when the scale needs a number nobody recorded.
 */
export function powerOnDial(stops: number, dial: PowerDial): string | null {
  switch (dial.scale) {
    case 'fraction': {
      const whole = Math.ceil(stops - 1e-9);
      const rest = stops - whole;
      const base = whole === 0 ? '1/1' : `1/${2 ** -whole}`;
      return Math.abs(rest) < 0.01 ? base : `${base} ${stopsLabel(rest)}`;
    }
    case 'decimal':
      return dial.full == null ? null : (dial.full + stops).toFixed(1);
    case 'percent':
      return `${Number((100 * 2 ** stops).toPrecision(2))} %`;
    case 'ws':
      return dial.energyWs == null ? null : `${Number((dial.energyWs * 2 ** stops).toPrecision(2))} Ws`;
  }
}
