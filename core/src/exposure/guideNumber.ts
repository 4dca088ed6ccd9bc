/** Guide numbers: what a flash gives at a distance. docs/model.md, Exposure. */
import { stopsOfNumber } from './aperture.ts';

export const METRES_PER_FOOT = 0.3048;

export const feetOf = (metres: number): number => metres / METRES_PER_FOOT;
export const metresOf = (feet: number): number => feet * METRES_PER_FOOT;

export interface GuideNumber {
  /** Where the head is zoomed to, in millimetres; null for a head that does not zoom. */
  zoomMm?: number | null;
  /** At full power and ISO 100. */
  metres: number;
}

/**
 * The guide number at a zoom, in metres: between two that are recorded by the logarithm of both, since a beam half as wide
 * is so many times as bright. Of one number alone, without a zoom, that one.
 * @returns null beyond what is recorded, or where the zoom is not known and the numbers differ.
 */
export function guideNumberAt(numbers: readonly GuideNumber[], zoomMm: number | null): number | null {
  const [only, ...others] = numbers;
  if (only === undefined) return null;
  if (others.length === 0 && (only.zoomMm == null || only.zoomMm === zoomMm)) return only.metres;
  if (zoomMm === null) return null;
  const zoomed = numbers.flatMap(({ zoomMm: at, metres }) => (at == null ? [] : [{ at, metres }]));
  const above = zoomed.filter(({ at }) => at >= zoomMm).sort((a, b) => a.at - b.at)[0];
  const below = zoomed.filter(({ at }) => at <= zoomMm).sort((a, b) => b.at - a.at)[0];
  if (!above || !below) return null;
  if (above.at === below.at) return above.metres;
  const share = Math.log(zoomMm / below.at) / Math.log(above.at / below.at);
  return below.metres * (above.metres / below.metres) ** share;
}

export interface Throw {
  /** In metres, at full power and ISO 100. */
  guideNumber: number;
  /** From the light to what it lights. */
  metres: number;
  /** Stops above ISO 100. */
  isoStops: number;
  /** Stops below full, 0 or less. */
  power: number;
  /** Stops lost on the way, 0 or more. */
  loss: number;
}

/** What it reads there, in stops above f/1: N = GN/d * sqrt(ISO/100) * 2^(p/2) * 2^(-loss/2). */
export const readingByGuideNumber = ({ guideNumber, metres, isoStops, power, loss }: Throw): number =>
  stopsOfNumber(guideNumber / metres) + isoStops + power - loss;

/** The real guide number of a unit, in metres, from one reading of it. */
export const guideNumberByReading = (
  reading: number,
  { metres, isoStops, power, loss }: Omit<Throw, 'guideNumber'>,
): number => metres * 2 ** ((reading - isoStops - power + loss) / 2);

/** How far it reaches with a lens at so many stops above f/1, in metres. */
export const reachByGuideNumber = (aperture: number, { guideNumber, isoStops, power, loss }: Omit<Throw, 'metres'>) =>
  guideNumber * 2 ** ((isoStops + power - loss - aperture) / 2);
