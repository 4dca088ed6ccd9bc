/** What happens in one shot, in microseconds from the moment the first curtain starts. */

/** `pre` meters, `main` makes the picture, `burst` is the coded light of an optical master, `red-eye` narrows pupils. */
export type PulseKind = 'pre' | 'main' | 'burst' | 'red-eye';

export interface TimelineEvent {
  atUs: number;
  kind: 'curtain-opens' | 'contact' | 'frame-sent' | 'pulse' | 'pulse-ignored' | 'curtain-closes' | 'ready';
  unit: string;
  /** Pulse: metering or main. */
  pulse?: PulseKind;
  /** Who set it off. */
  cause?: string;
  /** Pulse: stops below full, when it is known. */
  power?: number;
  /** Main pulse in stroboscopic mode: how many pops follow, the first included. */
  pops?: number;
  /** A pulse train that lasts while the curtains travel: high-speed sync. */
  train?: true;
  /** One slow pulse that lights the passing slit: tail sync. */
  tail?: true;
  /** Comes in part of the shots only: their share, 0 to 1, or null where nobody can say. */
  chance?: number | null;
  /** Hangs on a field nobody recorded. */
  possible?: true;
}

const KIND_ORDER: readonly TimelineEvent['kind'][] = [
  'curtain-opens',
  'contact',
  'frame-sent',
  'pulse',
  'pulse-ignored',
  'curtain-closes',
  'ready',
];

export const inTimeOrder = (a: TimelineEvent, b: TimelineEvent): number =>
  a.atUs - b.atUs ||
  KIND_ORDER.indexOf(a.kind) - KIND_ORDER.indexOf(b.kind) ||
  (a.unit < b.unit ? -1 : a.unit > b.unit ? 1 : 0);
