/** What a device keeps until the server has it, and reading it back: it may be what an older Ergon wrote. */
import type { Conflict } from '@ergon/core/operation/applyOperation';
import type { RecordRef } from '@ergon/core/operation/crewState';
import type { Edit, Operation } from '@ergon/core/operation/edit';
import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import type { Change } from '@ergon/core/record/change';

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

type Fields = Readonly<Record<string, unknown>>;
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const areTexts = (of: Fields, ...names: readonly string[]): boolean =>
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

/** @param stored as the device holds them, in the order they were made. */
export const readKept = (stored: readonly unknown[]): ReadKept => ({
  kept: stored.filter(isKept),
  unreadable: stored.filter((one) => !isKept(one)),
});

/** Before operations there was one list of edits in the page's storage. */
export interface EarlierEdit {
  crew: string;
  look: string;
  kind: 'changes' | 'tests';
  label?: string;
  changes?: readonly Change[];
  tests?: readonly Fields[];
  at?: string;
}

const isEarlier = (value: unknown): value is EarlierEdit =>
  isFields(value) &&
  areTexts(value, 'crew', 'look') &&
  ((value.kind === 'changes' &&
    Array.isArray(value.changes) &&
    value.changes.every((one) => isFields(one) && areTexts(one, 'unit', 'setting'))) ||
    (value.kind === 'tests' && areTexts(value, 'at') && Array.isArray(value.tests) && value.tests.every(isFields)));

export interface ReadEarlier {
  edits: EarlierEdit[];
  unreadable: unknown[];
}

/** @param text as the page's storage holds it; null when it holds nothing. */
export function readEarlier(text: string | null): ReadEarlier {
  if (text === null) return { edits: [], unreadable: [] };
  try {
    const stored = JSON.parse(text) as unknown;
    const all: unknown[] = Array.isArray(stored) ? stored : [stored];
    return { edits: all.filter(isEarlier), unreadable: all.filter((one) => !isEarlier(one)) };
  } catch {
    return { edits: [], unreadable: [text] };
  }
}

/** An edit of that time as an operation; what it was made on is older than the first operation. */
export function operationOf(
  { crew, look, changes = [], tests = [], label = 'test fires', at }: EarlierEdit,
  { id, member, now }: { id: string; member: string; now: string },
): Operation {
  const settings = changes.map(
    ({ unit, setting, from, to }) =>
      ({
        edit: 'field',
        on: { kind: 'placing', id: unit, look },
        born: null,
        field: setting,
        from: from ?? null,
        to: to ?? null,
      }) as Edit,
  );
  const logged = tests.map((test, index) => {
    const doc = { ...test, id: `${id}-${index + 1}`, look, at: at ?? now };
    return { edit: 'record', on: { kind: 'test', id: doc.id }, from: null, to: { born: id, doc } } as unknown as Edit;
  });
  return { id, version: DOCUMENT_VERSION, crew, member, at: at ?? now, label, edits: [...settings, ...logged] };
}
