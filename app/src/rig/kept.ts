/** What a device keeps until the server has it, and reading it back: it may be what an older Ergon wrote. */
import type { Conflict } from '@ergon/core/operation/applyOperation';
import type { RecordRef } from '@ergon/core/operation/crewState';
import type { Edit, Operation } from '@ergon/core/operation/edit';
import { conflictsTo3, operationUpToDate } from '@ergon/core/operation/operationMigrations';

/** An operation on its device, from when it was made until nothing of it needs the server or its member any more. */
export type Kept = { operation: Operation } & (
  | { state: 'waiting' }
  /** The server will never take it: its member keeps, changes or drops it. */
  | { state: 'parked'; why: string }
  /** Some of it took effect; of the rest its member decides. */
  | { state: 'clashing'; conflicts: readonly Conflict[] }
);

export interface ReadKept {
  kept: Kept[];
  /** What cannot be read: never sent, never thrown away. */
  unreadable: unknown[];
}

export type Fields = Readonly<Record<string, unknown>>;
export const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
export const areTexts = (of: Fields, ...names: readonly string[]): boolean =>
  names.every((name) => typeof of[name] === 'string');

const isRef = (value: unknown): value is RecordRef => isFields(value) && areTexts(value, 'kind', 'id');

function isEdit(value: unknown): value is Edit {
  if (!isFields(value) || !isRef(value.on) || !('from' in value) || !('to' in value)) return false;
  return value.edit === 'record' || (value.edit === 'field' && areTexts(value, 'field') && 'born' in value);
}

const isOperation = (value: unknown): value is Operation =>
  isFields(value) &&
  areTexts(value, 'id', 'crew', 'member', 'at', 'label') &&
  typeof value.version === 'number' &&
  Array.isArray(value.edits) &&
  value.edits.every(isEdit);

const isConflict = (value: unknown): value is Conflict =>
  isFields(value) && isEdit(value.edit) && areTexts(value, 'why');

function isKept(value: unknown): value is Kept {
  if (!isFields(value) || !isOperation(value.operation)) return false;
  if (value.state === 'parked') return areTexts(value, 'why');
  if (value.state === 'clashing') return Array.isArray(value.conflicts) && value.conflicts.every(isConflict);
  return value.state === 'waiting';
}

/** What an earlier version of this app kept, in today's shape. */
function upToDate(stored: unknown): unknown {
  if (!isFields(stored) || !isFields(stored.operation)) return stored;
  const operation = operationUpToDate(stored.operation);
  if (operation === stored.operation) return stored;
  const { conflicts } = stored;
  return { ...stored, operation, ...(Array.isArray(conflicts) && { conflicts: conflictsTo3(conflicts) }) };
}

/** @param stored as the device holds them, in the order they were made. */
export function readKept(stored: readonly unknown[]): ReadKept {
  const read = stored.map((one) => ({ one, now: upToDate(one) }));
  return {
    kept: read.flatMap(({ now }) => (isKept(now) ? [now] : [])),
    unreadable: read.flatMap(({ one, now }) => (isKept(now) ? [] : [one])),
  };
}
