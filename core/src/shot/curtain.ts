/** Which rows of the frame a short pulse reaches docs/model.md, Frame. Times in microseconds. */
import { shutterMicroseconds } from '../measure/stops.ts';
import { shutterInUse } from '../path/bodyStation.ts';
import { WIRE_LATENCY_US } from '../path/shoeStation.ts';
import { type FieldRef, fieldRef, missing } from '../rig/check.ts';
import type { Attitude } from '../record/settingTerms.ts';
import type { Edge } from '../rig/codeParams.ts';
import type { Body } from '../rig/rig.ts';

/** Margin a maker leaves between curtain travel and the printed sync time, when only the latter is known. */
export const SYNC_MARGIN_US = 500;

/** Curtain travel drawn when nobody recorded it; the frame is then reported unknown. */
export const NOMINAL_CURTAIN_US = 3500;

export interface Curtain {
  /** Travel time across the frame; 0 for a leaf shutter, which has no rows. Null when not recorded. */
  tauUs: number | null;
  /** How long each row is open; null when not recorded. */
  openUs: number | null;
  unknown: readonly FieldRef[];
}

/** The curtain as set: tau stated, or the exact sync time less its margin. */
export function curtainOf(body: Body): Curtain {
  const shutter = shutterInUse(body);
  const openUs = body.settings.shutter == null ? null : shutterMicroseconds(body.settings.shutter);
  const tauUs = travel(shutter);
  return {
    tauUs,
    openUs,
    unknown: [
      ...missing([body.id, 'shutter', openUs]),
      ...(shutter === undefined
        ? [fieldRef(body.id, 'shutterType')]
        : missing([body.id, 'profile.shutters.curtainUs', tauUs])),
    ],
  };
}

function travel(shutter: ReturnType<typeof shutterInUse>): number | null {
  if (!shutter) return null;
  if (shutter.type === 'leaf') return 0;
  if (shutter.curtainUs != null) return shutter.curtainUs;
  if (shutter.syncTime == null) return null;
  return Math.max(0, shutterMicroseconds(shutter.syncTime) - SYNC_MARGIN_US);
}

/** How long before the second curtain starts a body closes its contact for rear-curtain sync, in microseconds. */
export const REAR_LEAD_US = 1000;

/** When the body closes its contact: with the first curtain home, or just before the second one starts. */
export function contactTime(body: Body, { tauUs, openUs }: Curtain): number {
  const front = frontContact({ tauUs });
  // A leaf shutter has no second curtain to wait for.
  if (body.settings.curtain !== 'rear' || openUs === null || body.settings.shutterType === 'leaf') return front;
  return Math.max(front, openUs - REAR_LEAD_US);
}

/** With the first curtain home. */
export const frontContact = ({ tauUs }: Pick<Curtain, 'tauUs'>): number => tauUs ?? NOMINAL_CURTAIN_US;

export interface Lit {
  /** Share of the frame's height reached, 0 to 1. */
  share: number;
  /** Where the dark part is in the finished picture, camera level; null when there is none. */
  darkEdge: 'lower' | 'upper' | null;
}

/**
 * Row y in [0,1] is open from y*tau to y*tau + t, so a pulse at time p reaches rows from (p - t)/tau to p/tau.
 * For p = tau + d that share is 1 - clamp((tau + d - t)/tau, 0, 1). The rows that open first are the lower
 * edge of the picture: the lens turns it upside down.
 */
export function litShare(tauUs: number, openUs: number, pulseUs: number): Lit {
  if (tauUs === 0) {
    const inside = pulseUs >= 0 && pulseUs <= openUs;
    return { share: inside ? 1 : 0, darkEdge: null };
  }
  const low = clamp01((pulseUs - openUs) / tauUs);
  const high = clamp01(pulseUs / tauUs);
  const share = Math.max(0, high - low);
  // Nanoseconds short of the whole frame is rounding in the labels, not a dark row.
  if (share > 1 - 1e-6) return { share: 1, darkEdge: null };
  return { share, darkEdge: low > 0 ? 'lower' : 'upper' };
}

/** Where an edge of the sensor lies in the picture as it is held: which way it was turned upright nobody records. */
export const edgeAsHeld = (edge: Lit['darkEdge'], attitude: Attitude): Edge | null =>
  edge !== null && attitude === 'upright' ? 'side' : edge;

const clamp01 = (value: number): number => Math.min(1, Math.max(0, value));

/** Whether even a wire would be too late at this shutter: then the shutter is to blame, not the link. */
export const isOverSync = (tauUs: number, openUs: number): boolean => tauUs + WIRE_LATENCY_US > openUs + 1e-3;
