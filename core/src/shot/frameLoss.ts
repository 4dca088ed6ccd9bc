/** What one light gives the frame: the share of it that is reached, and the stops a slow pulse loses on the way. */
import { rowLight } from './rowLight.ts';
import { type Lit, litShare } from './curtain.ts';
import type { LightRun } from './lightRun.ts';
import { popsOf, popTimesUs, pulseDecayUs } from './pulseShape.ts';

/** Loss across a frame that a viewer sees, in stops: a third. */
export const SEEN_STOPS = 1 / 3;

export interface FrameLoss extends Lit {
  /** Mean of the light on the frame against the whole pulse on every row, in stops; 0 or less. */
  lostStops: number;
  /** The worst lit row below the best, in stops. */
  gradient: number;
  /** Stroboscopic fire: pops that reach no row at all. Each would have drawn a picture of its own. */
  missedPops: number;
}

/** What of a run decides it. */
type Pulsed = Pick<LightRun, 'light' | 'delivery' | 'atUs' | 'train' | 'tail'>;

const WHOLE: FrameLoss = { share: 1, darkEdge: null, lostStops: 0, gradient: 0, missedPops: 0 };

/** No flash is taken to last longer than this, by t.1, in microseconds: a hundredth of a second. */
const LONGEST_PULSE_US = 10_000;
/** The same as a time constant: of its light a tenth is left by t.1. */
export const LONGEST_DECAY_US = LONGEST_PULSE_US / Math.LN10;

/**
 * @returns null where a tail or a leaf shutter decides and nobody recorded how long the pulse lasts. Otherwise a pulse
 * whose length is not recorded, or that metering cuts to measure, counts as an instant.
 */
export function frameLossOf(tauUs: number, openUs: number, run: Pulsed): FrameLoss | null {
  if (run.train) return WHOLE;
  const atUs = run.atUs!;
  const power = powerOf(run);
  const decayUs = power === null ? null : pulseDecayUs(run.light, power);
  if (run.tail) {
    if (decayUs === null) return null;
    const { dark, darkEdge, mean, gradient } = rowLight(tauUs, openUs, atUs, decayUs);
    return { ...WHOLE, share: 1 - dark, darkEdge, lostStops: mean, gradient };
  }
  const loss = lossWith(tauUs, openUs, run, decayUs);
  if (tauUs > 0 || pulseDecayUs(run.light, 0) !== null || loss.share < 1 || isSeen(loss)) return loss;
  // What is not recorded may last so long that the shutter closes on it.
  return isSeen(lossWith(tauUs, openUs, run, LONGEST_DECAY_US)) ? null : loss;
}

/** Null while metering decides or nobody knows; in a mode it does not have, a lamp gives what it gives: all, at worst. */
const powerOf = ({ delivery }: Pulsed): number | null =>
  delivery === null || delivery.metered !== false || delivery.verdict === 'unknown'
    ? (delivery?.power ?? null)
    : (delivery.power ?? 0);

/** Of a pulse, or of several, that die away so fast; null for an instant. */
function lossWith(tauUs: number, openUs: number, run: Pulsed, decayUs: number | null): FrameLoss {
  const atUs = run.atUs!;
  if (popsOf(run.light) > 1) return popLoss(tauUs, openUs, run, decayUs);
  const lit = litShare(tauUs, openUs, atUs);
  if (lit.share < 1 || decayUs === null) return { ...WHOLE, ...lit };
  const { mean, gradient } = rowLight(tauUs, openUs, atUs, decayUs);
  return { ...WHOLE, lostStops: mean, gradient };
}

/** Stroboscopic fire: each row has the light of the pops that come while it is open. */
function popLoss(tauUs: number, openUs: number, { light, atUs }: Pulsed, decayUs: number | null): FrameLoss {
  const times = popTimesUs(light).map((us) => atUs! + us);
  const reached = times.map((at) => litShare(tauUs, openUs, at)).filter(({ share }) => share > 0);
  if (reached.length === 0) return { ...WHOLE, share: 0, darkEdge: litShare(tauUs, openUs, atUs!).darkEdge };
  const { mean, gradient } = rowLight(tauUs, openUs, times, decayUs);
  return { ...unionOf(tauUs, openUs, times), lostStops: mean, gradient, missedPops: times.length - reached.length };
}

/** Rows that at least one of the pulses reaches. */
function unionOf(tauUs: number, openUs: number, times: readonly number[]): Lit {
  const first = litShare(tauUs, openUs, times[0]!);
  if (first.share === 1 || tauUs === 0) return times.map((at) => litShare(tauUs, openUs, at)).sort(brighter)[0]!;
  const clamp = (value: number) => Math.min(1, Math.max(0, value));
  let [share, upTo] = [0, 0];
  // Later pulses reach later rows, so each adds what lies beyond the one before.
  for (const at of times) {
    const [low, high] = [clamp((at - openUs) / tauUs), clamp(at / tauUs)];
    if (high <= upTo && share > 0) continue;
    share += high - Math.max(low, share > 0 ? upTo : low);
    upTo = high;
  }
  const low = clamp((times[0]! - openUs) / tauUs);
  return share > 1 - 1e-6 ? { share: 1, darkEdge: null } : { share, darkEdge: low > 0 ? 'lower' : 'upper' };
}

const brighter = (a: Lit, b: Lit): number => b.share - a.share;

/** How many pops of a light come while at least a part of the frame is open. */
export const popsInside = (tauUs: number, openUs: number, { light, atUs }: Pulsed): number =>
  popTimesUs(light).filter((us) => litShare(tauUs, openUs, atUs! + us).share > 0).length;

/** Whether what is lost of a slow pulse, or of several, can be seen: across the frame, all over it, or a picture less. */
export const isSeen = ({ lostStops, gradient, missedPops }: FrameLoss): boolean =>
  gradient > SEEN_STOPS || lostStops < -SEEN_STOPS || missedPops > 0;
