import type { CrewState } from './crewState.ts';

/** A crew's state as the server answers it to one member: a crew's kit is small enough to send whole. */
export interface CrewRig extends CrewState {
  crew: { id: string; name: string; isDemo: boolean };
  member: { id: string; name: string };
  /** The last operation in it. */
  number: number;
}
