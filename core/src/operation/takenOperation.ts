import type { Conflict } from './applyOperation.ts';
import type { Operation } from './edit.ts';

/** An operation with its place in the crew's history, and what of it took effect. */
export interface TakenOperation extends Omit<Operation, 'crew' | 'version'> {
  /** Counts the crew's operations from 1, without a gap. */
  number: number;
  /** Null where nobody signed in did it. */
  memberName: string | null;
  /** When the server took it. */
  takenAt: string;
  /** Seconds the device's clock was ahead of the server's, where that is enough to mislead; else null. */
  clockAheadS: number | null;
  /** What of it did not take effect. */
  conflicts: readonly Conflict[];
}
