/** What one light gives the frame: the share of it that is reached, and the stops a slow pulse loses on the way. */
import { rowLight } from './rowLight.ts';
import { type Lit, litShare } from './curtain.ts';
import type { LightRun } from './lightRun.ts';
import { pulseDecayUs } from './pulseShape.ts';

/** Loss across a frame that a viewer sees, in stops: a third. */
export const SEEN_STOPS = 1 / 3;

export interface FrameLoss extends Lit {
  /** Mean of the light on the frame against the whole pulse on every row, in stops; 0 or less. */
  lostStops: number;
  /** The worst lit row below the best, in stops. */
  gradient: number;
}

const WHOLE: FrameLoss = { share: 1, darkEdge: null, lostStops: 0, gradient: 0 };

/**
 * @returns null where a tail decides and nobody recorded how long the pulse lasts. Otherwise a pulse whose length is
 * not recorded, or that metering cuts to measure, counts as an instant.
 */
export function frameLossOf(tauUs: number, openUs: number, run: LightRun): FrameLoss | null {
  if (run.train) return WHOLE;
  const atUs = run.atUs!;
  const power = run.delivery?.power ?? null;
  const decayUs = power === null ? null : pulseDecayUs(run.light, power);
  if (run.tail) {
    if (decayUs === null) return null;
    const { dark, darkEdge, mean, gradient } = rowLight(tauUs, openUs, atUs, decayUs);
    return { share: 1 - dark, darkEdge, lostStops: mean, gradient };
  }
  const lit = darker(litShare(tauUs, openUs, atUs), litShare(tauUs, openUs, run.lastUs ?? atUs));
  if (lit.share < 1 || decayUs === null) return { ...WHOLE, ...lit };
  const { mean, gradient } = rowLight(tauUs, openUs, atUs, decayUs);
  return { ...WHOLE, lostStops: mean, gradient };
}

const darker = (a: Lit, b: Lit): Lit => (b.share < a.share ? b : a);

/** Whether what a slow pulse loses can be seen: across the frame, or all over it. */
export const isSeen = ({ lostStops, gradient }: FrameLoss): boolean => gradient > SEEN_STOPS || lostStops < -SEEN_STOPS;
