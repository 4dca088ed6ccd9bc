/** The frame one light would make: row by row what reaches it, and how fast the shutter may be on this path. */
import { withRigChanges } from './fixes.ts';
import { litShare } from './frame.ts';
import type { Rig } from './rig.ts';
import type { LightRun, Shot } from './simulate.ts';
import { simulate } from './simulate.ts';
import { SHUTTER_LABELS } from './stops.ts';

/** Rows a picture is told in, from the row that opens first to the one that opens last. */
export const PICTURE_ROWS = 24;

/** A row that gets less than this of the pulse is as good as dark: five stops below the others. */
const DARK_STOPS = -5;

export interface FramePicture {
  /** Stops each row gets below a row that takes the whole pulse; -Infinity where nothing comes. Row 0 opens first. */
  rows: readonly number[];
  /** Share of the rows that get nearly nothing, 0 to 1. */
  dark: number;
  /** The worst lit row that is not dark, in stops below the best: the gradient across the frame. */
  gradient: number;
  /** Whether the length of the pulse is recorded; without it the pulse is drawn as an instant. */
  pulse: 'recorded' | 'instant';
}

/**
 * How fast a pulse dies away, as the time constant of its exponential in microseconds; null when the model's duration is not
 * recorded. t.5 ends at half of the peak and t.1 at a tenth (t.1/t.5 = ln 10 / ln 2, handbook 04). Between full and
 * lowest power the duration is interpolated over stops, on a logarithmic scale.
 */
export function pulseDecayUs(run: LightRun): number | null {
  const { duration, power } = run.light.profile;
  const { measure, fullUs, floorUs } = duration ?? {};
  if (measure == null || fullUs == null) return null;
  const stops = run.delivery?.power ?? 0;
  const floor = power.floor ?? 0;
  const share = floorUs == null || floor === 0 ? 0 : Math.min(1, Math.max(0, stops / floor));
  const lasts = fullUs * ((floorUs ?? fullUs) / fullUs) ** share;
  return lasts / Math.log(measure === 't.5' ? 2 : 10);
}

/**
 * Share of a pulse's light that falls between two times, for a pulse that starts at `atUs` and dies away with the
 * time constant `decayUs`; an instant pulse is all or nothing.
 */
export function caughtShare(atUs: number, decayUs: number | null, fromUs: number, toUs: number): number {
  if (toUs < atUs) return 0;
  if (decayUs === null || decayUs === 0) return fromUs <= atUs ? 1 : 0;
  const left = (time: number) => Math.exp(-Math.max(0, time - atUs) / decayUs);
  return left(fromUs) - left(toUs);
}

/** Null for a light that did not fire for certain, or a curtain nobody recorded. */
export function framePicture(shot: Shot, run: LightRun): FramePicture | null {
  const { tauUs, openUs } = shot.curtain;
  if (run.fires !== true || run.atUs === null || tauUs === null || openUs === null) return null;
  const atUs = run.atUs;
  const decayUs = pulseDecayUs(run);
  const rows = Array.from({ length: PICTURE_ROWS }, (_, row) => {
    // The middle of the band stands for it.
    const opens = ((row + 0.5) / PICTURE_ROWS) * tauUs;
    return Math.log2(caughtShare(atUs, decayUs, opens, opens + openUs));
  });
  const best = Math.max(...rows);
  const relative = rows.map((stops) => (best === -Infinity ? -Infinity : stops - best));
  const lit = relative.filter((stops) => stops > DARK_STOPS);
  return {
    rows: relative,
    dark: (PICTURE_ROWS - lit.length) / PICTURE_ROWS,
    gradient: lit.length === 0 ? 0 : 0 - Math.min(...lit),
    pulse: decayUs === null ? 'instant' : 'recorded',
  };
}

export interface SyncLimit {
  /** Fastest label at which every row is reached; null when not even the slowest is. */
  cleanTo: string | null;
  /** The next faster label, and what it costs. */
  beyond: { label: string; lost: number; darkEdge: 'lower' | 'upper' | null } | null;
}

/**
 * How fast the shutter may be for this light from this body, found by pressing it in simulation at every label, from
 * the slowest on. Null when the light does not fire for certain or the curtain is not recorded.
 */
export function syncLimit(rig: Rig, shot: Shot, light: string): SyncLimit | null {
  const { body } = shot;
  let cleanTo: string | null = null;
  for (const label of [...SHUTTER_LABELS].reverse()) {
    const change = { unit: body.id, setting: 'shutter', from: body.settings.shutter ?? null, to: label };
    const tried = withRigChanges(rig, [change]);
    const pressed = simulate(
      tried,
      tried.bodies.find((one) => one.id === body.id)!,
    );
    const run = pressed.runs.get(light);
    const { tauUs, openUs } = pressed.curtain;
    if (run?.fires !== true || run.atUs === null || tauUs === null || openUs === null) return null;
    const { share, darkEdge } = litShare(tauUs, openUs, run.lastUs ?? run.atUs);
    if (share < 1) return { cleanTo, beyond: { label, lost: 1 - share, darkEdge } };
    cleanTo = label;
  }
  return { cleanTo, beyond: null };
}
