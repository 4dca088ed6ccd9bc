/** How often a signal that is weaker than it should be still comes through. docs/model.md, Chances. */

/** A limit somebody states is taken as the place where 95 of 100 shots come through; more than that counts as all. */
export const RELIABLE_SHARE = 0.95;

/** Less often than this counts as never. */
export const HARDLY_EVER = 0.05;

/** Standard deviation of a signal's strength from shot to shot, in dB: people and stands move. */
export const SPREAD_DB = 3;

/** What something else on the same channel takes from a link, in dB: it halves the reach. */
export const INTERFERENCE_DB = 20 * Math.log10(2);

/** A way by a wall or a ceiling is taken for so many times the distance. */
export const BOUNCE_WAY = 1.5;

/** What a white wall or ceiling takes from light it sends on, in dB: a quarter of it comes back in the direction that counts. */
export const BOUNCE_DB = 20 * Math.log10(2);

/** What the sun takes from a bounce on top of what it takes from a direct way, in dB: the surface itself is lit by it. */
export const BOUNCE_SUN_DB = 40 * Math.log10(2);

/** z of the standard normal distribution below which 95 % lie. */
const Z_95 = 1.6449;

/**
 * Share of the shots that come through, 0 to 1, when the signal is `lossDb` below what it is at the stated limit: the
 * normal distribution at (1.6449 - loss / spread). At the limit itself that is 0.95.
 */
export const carriedShare = (lossDb: number): number => normal(Z_95 - lossDb / SPREAD_DB);

/** Loss against the stated limit, in dB: both radio and light fall with the square of the distance. Negative nearer by. */
export const distanceLossDb = (metres: number, reachM: number): number =>
  metres <= 0 ? -Infinity : 20 * Math.log10(metres / reachM);

/**
 * Loss of a sensor that looks past what it must see, in dB: nothing within its half-angle, beyond it as the cosine
 * falls; Infinity where it looks away altogether.
 */
export function angleLossDb(offAxis: number, halfAngle: number): number {
  if (offAxis <= halfAngle) return 0;
  if (offAxis >= 90 || halfAngle >= 90) return Infinity;
  const cosine = (degrees: number) => Math.cos((degrees * Math.PI) / 180);
  return 20 * Math.log10(cosine(halfAngle) / cosine(offAxis));
}

/** The standard normal distribution (Abramowitz and Stegun 26.2.17, error below 1e-7). */
function normal(z: number): number {
  if (z === -Infinity) return 0;
  if (z === Infinity) return 1;
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const series = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  const tail = (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) * series;
  return z >= 0 ? 1 - tail : tail;
}
