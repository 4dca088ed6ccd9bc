/** What waits on phones since before version 3 does the same as it would have then. */
import { applyOperation } from '../src/operation/applyOperation.ts';
import { type CrewState, emptyState } from '../src/operation/crewState.ts';
import type { Edit } from '../src/operation/edit.ts';
import { conflictsTo3, editsTo3, stateTo3 } from '../src/operation/operationMigrations.ts';
import { parseOperation } from '../src/operation/operationSchema.ts';
import { momentsOf } from '../src/operation/timetable.ts';

const look = { kind: 'look', id: 'dance' };
const OLD = {
  event: { name: 'Wedding', place: 'Quay' },
  families: [],
  profiles: [],
  units: [],
  looks: [
    { id: 'dance', name: 'Dance', time: '20:15', place: 'Shed', units: {} },
    { id: 'vows', name: 'Vows', time: '14:00', units: {} },
  ],
  tests: [],
  born: { 'look/dance': 'one' },
};
const state = (): CrewState => ({ ...emptyState(), ...stateTo3(OLD) });
const field = (on: object, name: string, from: unknown, to: unknown, born: string | null = 'one') => ({
  edit: 'field',
  on,
  born,
  field: name,
  from,
  to,
});
const operation = (edits: readonly unknown[]) => ({
  id: 'a'.repeat(32),
  version: 2,
  crew: 'c',
  member: 'm',
  at: '2026-11-26T19:00:00.000Z',
  label: 'a change',
  edits,
});

function taken(edits: readonly unknown[]) {
  const parsed = parseOperation(operation(edits));
  if ('faults' in parsed) throw new Error(JSON.stringify(parsed.faults));
  return applyOperation(state(), parsed.operation.edits);
}

test('a state kept by a phone becomes one of today', () => {
  expect(state()).toEqual({
    ...emptyState(),
    events: [{ id: 'event', name: 'Wedding', venue: 'Quay' }],
    moments: [
      { id: 'dance', event: 'event', name: 'Dance', time: '20:15', place: 'Shed', look: 'dance', rank: 855 },
      { id: 'vows', event: 'event', name: 'Vows', time: '14:00', look: 'vows', rank: 480 },
    ],
    looks: [
      { id: 'dance', name: 'Dance', event: 'event', units: {} },
      { id: 'vows', name: 'Vows', event: 'event', units: {} },
    ],
    born: { 'look/dance': 'one', 'moment/dance': 'one' },
  });
});

test('time and place of a look are its moment’s, its name both’s', () => {
  const { state: after, conflicts } = taken([
    field(look, 'time', '20:15', '13:00'),
    field(look, 'place', 'Shed', 'Loft'),
    field(look, 'name', 'Dance', 'First dance'),
    field({ kind: 'event', id: 'event' }, 'place', 'Quay', 'Slip', null),
  ]);
  expect(conflicts).toEqual([]);
  expect(momentsOf(after, 'event').map(({ name, time, place }) => [name, time, place])).toEqual([
    ['First dance', '13:00', 'Loft'],
    ['Vows', '14:00', undefined],
  ]);
  expect(after.looks[0]!.name).toBe('First dance');
  expect(after.events[0]!.venue).toBe('Slip');
});

test('a look that was made or removed is so with its moment', () => {
  const made = { born: 'two', doc: { id: 'new', name: 'New', time: '23:00' } };
  const { state: after, conflicts } = taken([
    { edit: 'record', on: { kind: 'look', id: 'new' }, from: null, to: made },
    {
      edit: 'record',
      on: look,
      from: { born: 'one', doc: { id: 'dance', name: 'Dance', time: '20:15', place: 'Shed' } },
      to: null,
    },
  ]);
  expect(conflicts).toEqual([]);
  expect(momentsOf(after, 'event').map(({ name, look: of }) => [name, of])).toEqual([
    ['Vows', 'vows'],
    ['New', 'new'],
  ]);
  expect(after.looks.map(({ id }) => id)).toEqual(['new', 'vows']);
});

test('what did not take effect is told of one edit', () => {
  const edit = field(look, 'time', '20:15', '21:00') as unknown as Edit;
  const [conflict] = conflictsTo3([{ edit, why: 'changed', theirs: '22:00' }]);
  expect(conflict).toMatchObject({ why: 'changed', theirs: '22:00', edit: { on: { kind: 'moment' }, field: 'time' } });
  const removal = { edit: 'record', on: look, from: { born: null, doc: { id: 'dance', name: 'Dance' } }, to: null };
  expect(conflictsTo3([{ edit: removal, why: 'gone' }])).toMatchObject([{ edit: { on: { kind: 'look' } } }]);
});

test('what is no edit at all is left for the schema to name', () => {
  expect(editsTo3([null, 7, { edit: 'field' }])).toEqual([null, 7, { edit: 'field' }]);
  expect(parseOperation(operation([null]))).toHaveProperty('faults');
  expect(parseOperation({ ...operation([]), version: 1 })).toHaveProperty('faults');
});

test('an operation without its crew or its member is none', () => {
  const whole = operation([field(look, 'name', 'Dance', 'First dance')]);
  expect(parseOperation(whole)).not.toHaveProperty('faults');
  for (const field of ['crew', 'member', 'label']) {
    expect(parseOperation({ ...whole, [field]: '' })).toMatchObject({ faults: [{ path: field }] });
    expect(parseOperation({ ...whole, [field]: 'two words' })).not.toHaveProperty('faults');
  }
});
