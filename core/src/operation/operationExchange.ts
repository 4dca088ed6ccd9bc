/** What a device and the server tell each other about operations. */
import type { FieldFault } from '../record/fieldFault.ts';
import type { Operation } from './edit.ts';
import type { TakenOperation } from './takenOperation.ts';

/** At most this many operations go in one request, so that an answer comes within its time. */
export const MOST_AT_ONCE = 50;

/** A clock further off than this misleads whoever reads the history, in seconds. */
export const CLOCK_OFF_S = 90;

export interface OperationsRequest {
  /** The device's clock as it sends, UTC, ISO 8601: how wrong that clock is shows by it. */
  sentAt: string;
  operations: readonly Operation[];
}

/** What became of one operation. The same operation sent again is answered the same. */
export type OperationAnswer =
  | { id: string; result: 'taken'; operation: TakenOperation }
  /** The server will never take it: it stays on its device until its member has decided. */
  | { id: string; result: 'refused'; message: string; faults: FieldFault[] };

/** One answer for each operation, in order. Fewer where the server was interrupted: the rest is sent again. */
export interface OperationsAnswer {
  answers: OperationAnswer[];
}

/** Operations in their order. */
export interface OperationsPage {
  operations: TakenOperation[];
  /** The crew's last operation. */
  last: number;
}
