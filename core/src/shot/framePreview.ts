/** The frame one light would make: row by row what reaches it, and how fast the shutter may be on this path. */
import { shutterMicroseconds, THIRD_LABELS } from '../measure/stops.ts';
import type { Edge } from '../rig/codeParams.ts';
import type { Rig } from '../rig/rig.ts';
import { withRigChanges } from '../rig/rigChanges.ts';
import { edgeAsHeld } from './curtain.ts';
import { type FrameLoss, frameLossOf, isSeen } from './frameLoss.ts';
import type { LightRun, Shot } from './lightRun.ts';
import { popsOf, popTimesUs, pulseDecayUs } from './pulseShape.ts';
import { rowLight, ROWS } from './rowLight.ts';
import { simulate } from './simulate.ts';

export interface FramePreview {
  /** Stops each row gets below a row that takes the whole pulse; -Infinity where nothing comes. Row 0 opens first. */
  rows: readonly number[];
  /** Share of the frame that gets nearly nothing, 0 to 1. */
  dark: number;
  /** The worst lit row that is not dark, in stops below the best: the gradient across the frame. */
  gradient: number;
  /** Whether the length of the pulse is recorded; without it the pulse is drawn as an instant. */
  pulse: 'recorded' | 'instant';
}

/** Null for a light that did not fire for certain, or a curtain nobody recorded. */
export function framePreview(shot: Shot, run: LightRun): FramePreview | null {
  const { tauUs, openUs } = shot.curtain;
  if (run.fires !== true || run.atUs === null || tauUs === null || openUs === null) return null;
  const power = run.delivery?.power ?? null;
  const decayUs = power === null ? null : pulseDecayUs(run.light, power);
  const { rows, best, dark, gradient } = run.train ? WHOLE : rowLight(tauUs, openUs, timesOf(run), decayUs);
  const loss = frameLossOf(tauUs, openUs, run);
  return {
    rows: rows.map((stops) => (best === -Infinity ? -Infinity : stops - best)),
    // As the verdict has it: rows are coarser.
    dark: loss === null ? dark : 1 - loss.share,
    gradient,
    pulse: decayUs === null ? 'instant' : 'recorded',
  };
}

/** Of stroboscopic fire each pop. */
const timesOf = ({ light, atUs }: LightRun): number[] => popTimesUs(light).map((us) => atUs! + us);

/** In high-speed sync every row has the same light. */
const WHOLE = { rows: Array.from({ length: ROWS }, () => 0), best: 0, dark: 0, gradient: 0 };

/** Slowest first; what is whole at a second is whole at anything slower, but for pops that go on for longer. */
const LIMIT_LABELS = [...THIRD_LABELS].reverse();
const FROM_A_SECOND = LIMIT_LABELS.filter((label) => shutterMicroseconds(label) <= 1e6);

export interface SyncLimit {
  /** Fastest label at which every row is reached; null when not even the slowest is. */
  cleanTo: string | null;
  /** The next faster label, and what it costs: rows that stay dark, stops that a slow pulse loses, or pops that are not in it. */
  beyond: { label: string; lost: number; darkEdge: Edge | null; stops: number; missedPops: number } | null;
}

/**
 * How fast the shutter may be for each of these lights from this body, found by pressing it in simulation at every label,
 * from the slowest on. Null for a light that does not fire for certain, or where the curtain is not recorded.
 */
export function syncLimits(rig: Rig, shot: Shot, lights: readonly string[]): ReadonlyMap<string, SyncLimit | null> {
  const limits = new Map<string, SyncLimit | null>();
  /** The fastest label so far at which all is well, of the lights still to be decided. */
  const open = new Map<string, string | null>(lights.map((light) => [light, null]));
  const pops = rig.lights.some((light) => lights.includes(light.id) && popsOf(light) > 1);
  for (const label of pops ? LIMIT_LABELS : FROM_A_SECOND) {
    if (open.size === 0) break;
    const pressed = pressedAt(rig, shot, label);
    for (const [light, cleanTo] of open) {
      const loss = lossOf(pressed, light);
      if (loss === null) limits.set(light, null);
      else if (loss.share < 1 || isSeen(loss)) limits.set(light, { cleanTo, beyond: beyondAt(label, loss, shot) });
      else open.set(light, label);
      if (limits.has(light)) open.delete(light);
    }
  }
  for (const [light, cleanTo] of open) limits.set(light, { cleanTo, beyond: null });
  return limits;
}

function pressedAt(rig: Rig, { body, attitude }: Shot, label: string): Shot {
  const change = { unit: body.id, setting: 'shutter' as const, from: body.settings.shutter ?? null, to: label };
  const tried = withRigChanges(rig, [change]);
  const bodyThen = tried.bodies.find((one) => one.id === body.id)!;
  return simulate(tried, bodyThen, { attitude });
}

/** Null for a light that does not fire for certain, or where nobody can say what it gives the frame. */
function lossOf({ runs, curtain: { tauUs, openUs } }: Shot, light: string): FrameLoss | null {
  const run = runs.get(light);
  if (run?.fires !== true || run.atUs === null || tauUs === null || openUs === null) return null;
  return frameLossOf(tauUs, openUs, run);
}

const beyondAt = (label: string, loss: FrameLoss, { attitude }: Shot) => ({
  label,
  lost: 1 - loss.share,
  darkEdge: edgeAsHeld(loss.darkEdge, attitude),
  stops: Math.max(loss.gradient, -loss.lostStops),
  missedPops: loss.missedPops,
});
