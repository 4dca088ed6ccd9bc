/** What an Ergon from before operations left on a device: one list of edits in the page's storage. */
import { digest } from '@ergon/core/measure/canonical';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { placingRef, logging } from '@ergon/core/operation/editsOf';
import type { Edit, Operation } from '@ergon/core/operation/edit';
import type { Change } from '@ergon/core/record/change';
import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import type { TestFire } from '@ergon/core/record/testFire';
import { areTexts, type Fields, isFields, type Kept } from './kept';

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
function operationOf(edit: EarlierEdit, { id, member, now }: { id: string; member: string; now: string }): Operation {
  const { crew, look, changes = [], tests = [], label = 'test fires', at = now } = edit;
  const settings = changes.map(
    ({ unit, setting, from, to }) =>
      ({
        edit: 'field',
        on: placingRef(look, unit),
        born: null,
        field: setting,
        from: from ?? null,
        to: to ?? null,
      }) as Edit,
  );
  const logged = logging(
    tests.map((test) => ({ ...test, look, at }) as unknown as TestFire),
    id,
  );
  return { id, version: DOCUMENT_VERSION, crew, member, at, label, edits: [...settings, ...logged] };
}

/** Before any operation, in the order of the list; the same edit is the same operation in every tab that finds it. */
const idOf = (edit: EarlierEdit, index: number): string =>
  index.toString(16).padStart(16, '0') + digest(JSON.stringify(edit));

/** What was left by this crew's members becomes operations of whoever is signed in; what is another crew's stays. */
export function earlierKept(
  { edits, unreadable }: ReadEarlier,
  { crew, member }: CrewRig,
  now: string,
): { kept: Kept[]; left: EarlierEdit[]; unreadable: number } {
  const kept = edits.flatMap((edit, index): Kept[] =>
    edit.crew === crew.id
      ? [{ operation: operationOf(edit, { id: idOf(edit, index), member: member.id, now }), state: 'waiting' }]
      : [],
  );
  return { kept, left: edits.filter((edit) => edit.crew !== crew.id), unreadable: unreadable.length };
}
