/** Looking back: which edits of an operation were of a record. */
import { type AnyDoc, keyOf, type RecordRef } from '../src/operation/crewState';
import type { Edit } from '../src/operation/edit';
import { editsOf } from '../src/operation/history';

const field = (on: RecordRef): Edit => ({ edit: 'field', on, born: null, field: 'x', from: null, to: 1 });
const gone = (on: RecordRef, doc: object): Edit => ({
  edit: 'record',
  on,
  from: { born: 'then', doc: doc as AnyDoc },
  to: null,
});
const PLACING: RecordRef = { kind: 'placing', id: 'light-6', look: 'vows' };
const LOOK: RecordRef = { kind: 'look', id: 'vows' };
const EVENT: RecordRef = { kind: 'event', id: 'wedding' };

test.each<[Edit, RecordRef, boolean]>([
  [field(PLACING), PLACING, true],
  [field(PLACING), { kind: 'unit', id: 'light-6' }, true],
  [field(PLACING), { kind: 'unit', id: 'light-5' }, false],
  [field(PLACING), LOOK, true],
  [field(PLACING), { kind: 'look', id: 'toast' }, false],
  [field(PLACING), EVENT, false],
  [field({ kind: 'unit', id: 'light-6' }), LOOK, false],
  [field({ kind: 'unit', id: 'light-6' }), { kind: 'unit', id: 'light-6' }, true],
  [gone(LOOK, { id: 'vows', event: 'wedding' }), EVENT, true],
  [gone(LOOK, { id: 'vows', event: 'fair' }), EVENT, false],
  [gone({ kind: 'unit', id: 'light-6' }, { id: 'light-6' }), EVENT, false],
])('edit %#', (edit, of, isThere) => {
  expect([keyOf(of), editsOf({ edits: [edit] }, of)]).toEqual([keyOf(of), isThere ? [edit] : []]);
});
