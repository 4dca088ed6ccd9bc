/** What became of one light in one shot. */
import type { Tri } from '../measure/tri.ts';
import type { Delivery } from '../path/delivery.ts';
import type { SignalPath } from '../path/signalPath.ts';
import type { Attitude } from '../record/settingTerms.ts';
import type { Fault, FieldRef } from '../rig/check.ts';
import type { Body, Light } from '../rig/rig.ts';
import type { Curtain } from './curtain.ts';
import type { PulseKind, TimelineEvent } from './timeline.ts';

export interface LightRun {
  light: Light;
  /** Its intended path as far as the signal came. */
  path: SignalPath;
  sender: string | null;
  /** What it is told; worked out when somebody asks, since a light that stays dark is often not asked. */
  readonly delivery: Delivery | null;
  fires: Tri;
  /** It fires for certain, at a moment nobody knows. */
  surely: boolean;
  /** When its main pulse came; null when it did not or may not. */
  atUs: number | null;
  /** When the last pop of it came: later than the first only in stroboscopic mode. */
  lastUs: number | null;
  cause: string | null;
  /** It fires in high-speed sync: every row has the same light. */
  train: boolean;
  /** It fires by its tail delay: its slow pulse lights the passing slit. */
  tail: boolean;
  /** Wanted in high-speed sync, or by its tail, and lost on the way. */
  noTrain: Fault | null;
  /** Eye: it answered another light's train. */
  answeredTrain: boolean;
  /** Eye: the kind of pulse it answered. */
  answered: PulseKind | null;
  /** Eye: the pulses it has seen and still remembers; one that depends on something unrecorded it may have seen. */
  seen: readonly { atUs: number; certain: boolean }[];
  /** Eye: what decides whether those came. */
  seenUnknown: readonly FieldRef[];
  /** Eye: pulses it has seen for certain in all. */
  pulsesSeen: number;
  lastSeenUs: number;
  /** Share of the shots in which it fires, 0 to 1; null where it is not all and nobody can say how many. */
  chance: number | null;
  /** What makes that less than all. */
  doubt: Fault | null;
  unknown: readonly FieldRef[];
}

/** One body's shutter, with the camera held one way. */
export interface ShotRef {
  body: string;
  attitude: Attitude;
}

export const shotRefOf = ({ body, attitude }: Shot): ShotRef => ({ body: body.id, attitude });
export const shotKey = ({ body, attitude }: ShotRef): string => `${body} ${attitude}`;
/** By body id, level before upright. */
export const byShot = (a: ShotRef, b: ShotRef): number => (shotKey(a) < shotKey(b) ? -1 : 1);

export const distinctShots = (shots: readonly ShotRef[]): ShotRef[] =>
  [...new Map(shots.map((shot) => [shotKey(shot), shot])).values()].sort(byShot);

export interface Shot {
  body: Body;
  attitude: Attitude;
  curtain: Curtain;
  timeline: readonly TimelineEvent[];
  runs: ReadonlyMap<string, LightRun>;
}

/** A class of its own, since one is made for each light of each shot: what is worked out when asked costs nothing until then. */
class Run implements LightRun {
  fires: Tri = false;
  surely = false;
  atUs: number | null = null;
  lastUs: number | null = null;
  cause: string | null = null;
  train = false;
  tail = false;
  noTrain: Fault | null = null;
  answeredTrain = false;
  answered: PulseKind | null = null;
  seen: LightRun['seen'] = [];
  seenUnknown: readonly FieldRef[] = [];
  pulsesSeen = 0;
  lastSeenUs = -Infinity;
  chance: number | null = 1;
  doubt: Fault | null = null;
  unknown: readonly FieldRef[];

  constructor(
    readonly light: Light,
    readonly path: SignalPath,
    readonly sender: string | null,
    private readonly delivered: (() => Delivery) | null,
  ) {
    this.unknown = path.failure ? [] : path.unknown;
  }

  get delivery(): Delivery | null {
    return this.delivered === null ? null : this.delivered();
  }
}

/** @param delivered for a light that no sender or body speaks to, null. */
export const newRun = (
  light: Light,
  path: SignalPath,
  sender: string | null,
  delivered: (() => Delivery) | null,
): LightRun => new Run(light, path, sender, delivered);
