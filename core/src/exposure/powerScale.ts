/** Powers in stops below full as each unit's own display writes them. docs/model.md, Powers. */
import { stopsLabel } from '../measure/stops.ts';

export const POWER_SCALES = ['fraction', 'decimal', 'percent', 'ws'] as const;
export type PowerScale = (typeof POWER_SCALES)[number];

/** Two powers closer than this, in stops, count as the same: a twentieth of a stop is not seen in a picture. */
export const POWER_TOLERANCE_STOPS = 0.05;

export interface PowerDial {
  scale: PowerScale;
  /** Decimal scale: the number shown at full power. */
  full?: number | null;
  /** Watt-second scale: energy at full power. */
  energyWs?: number | null;
  /** Stops from one power to the next: finer than a third takes one digit more to tell them apart. */
  step?: number | null;
}

/**
 * A power as the unit writes it (fraction 2^p, decimal Dfull + p, energy Emax * 2^p).
 * Returns null when the scale needs a number nobody recorded.
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
      return `${rounded(100 * 2 ** stops, dial)} %`;
    case 'ws':
      return dial.energyWs == null ? null : `${rounded(dial.energyWs * 2 ** stops, dial)} Ws`;
  }
}

const rounded = (value: number, { step }: PowerDial): number => Number(value.toPrecision((step ?? 1) < 0.3 ? 3 : 2));

const GLYPHS: Readonly<Record<string, number>> = { '⅓': 1 / 3, '⅔': 2 / 3 };

/** What is typed as a power on a unit's own scale, in stops below full; null for what is none on that scale. */
export function powerTyped(text: string, dial: PowerDial): number | null {
  const typed = text.trim().replace(',', '.');
  if (dial.scale === 'fraction') return fractionTyped(typed);
  const number = Number(typed.replace(/\s*(%|Ws)$/i, ''));
  if (typed === '' || !Number.isFinite(number)) return null;
  if (dial.scale === 'decimal') return dial.full == null ? null : number - dial.full;
  const most = dial.scale === 'percent' ? 100 : dial.energyWs;
  return most == null || number <= 0 ? null : Math.log2(number / most);
}

/** "1/8", "1/8 -⅓", "1/8 +0.3": the fraction is a label of a whole stop. */
function fractionTyped(text: string): number | null {
  const [, below, sign, rest] = /^1\/(\d+)(?:\s*([+-])\s*(⅓|⅔|\d*\.?\d+))?$/.exec(text) ?? [];
  if (below === undefined || Number(below) < 1) return null;
  const whole = -Math.round(Math.log2(Number(below)));
  return whole + (rest === undefined ? 0 : Number(`${sign}1`) * (GLYPHS[rest] ?? Number(rest)));
}
