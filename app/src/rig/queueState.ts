/** What the screens tell the queue, and it them. */
import type { CrewRig } from '@ergon/core/operation/crewRig';
import type { Edit, Operation } from '@ergon/core/operation/edit';
import type { TakenOperation } from '@ergon/core/operation/takenOperation';
import type { Clash } from './clash';
import type { Kept } from './kept';
import type { Present } from './ports';

/** What is to be done, given the rig as it is shown and the id the operation will have. */
export type Doing = (rig: CrewRig, born: string) => readonly Edit[];

export type SaveState = 'saved' | 'saving' | 'waiting';

/** Nothing is called saved before it is known what the device holds, nor waiting before the device has written it. */
export function saveStateOf(
  { loaded, writing }: { loaded: boolean; writing: boolean },
  waits: number,
  cannotSend: boolean,
): SaveState {
  if (waits === 0 && loaded) return 'saved';
  return cannotSend && !writing ? 'waiting' : 'saving';
}

export interface QueueState {
  /** The rig with everything of this member applied; null until the first answer. */
  rig: CrewRig | null;
  /** The rig as the server has it. */
  base: CrewRig | null;
  saveState: SaveState;
  /** What waits to be sent, oldest first. */
  waits: readonly Operation[];
  clashes: readonly Clash[];
  parked: readonly Extract<Kept, { state: 'parked' }>[];
  /** Something that went wrong on this device, in words. */
  trouble: string | null;
  /** Whether this tab is the one that sends and listens for all of the browser. */
  leads: boolean;
  /** The code of why the server, where it was reached, took nothing: what ails it, or why nobody is signed in. */
  serverAils: string | null;
  /** Whether the server asks for a sign-in before it takes anything. */
  signedOut: boolean;
  /** Seconds this device's clock is ahead of the server's, where that misleads. */
  clockAheadS: number | null;
  /** Members of the crew whose phones listen now, as far as is known. */
  present: readonly Present[];
  /** The last operations, the newest last. */
  recent: readonly TakenOperation[];
  undoLabel: string | null;
  redoLabel: string | null;
}
