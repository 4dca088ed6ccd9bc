/** Events, moments and looks as a member plans them. */
import { applyOperation } from '../src/operation/applyOperation.ts';
import { type CrewState, emptyState, type RankedMoment } from '../src/operation/crewState.ts';
import { type Edit, inverse } from '../src/operation/edit.ts';
import { importing, making, removing } from '../src/operation/editsOf.ts';
import {
  addingMoment,
  changingMoment,
  copyingEvent,
  copyingLook,
  copyingMoment,
  movingMoment,
} from '../src/operation/eventEdits.ts';
import { looksOf, momentsOf, outOfOrder, usesOf } from '../src/operation/timetable.ts';
import { parseDocument } from '../src/record/kitDocument.ts';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

const parsed = parseDocument(JSON.parse(readFileSync(join(__dirname, '../../demo/ropewalk.json'), 'utf8')));
if (!parsed.ok) throw new Error('the demo is not sound');
const { document } = parsed;
const demo = (): CrewState => applyOperation(emptyState(), importing(emptyState(), document, 'start')).state;

/** Applied without a clash, taken back to the very same state, and done again. */
function done(state: CrewState, edits: readonly Edit[]): CrewState {
  const { state: after, taken, conflicts } = applyOperation(state, edits);
  expect(conflicts).toEqual([]);
  const back = applyOperation(after, inverse(taken));
  expect(back.state).toEqual(state);
  expect(applyOperation(back.state, inverse(back.taken)).state).toEqual(after);
  return after;
}
const names = (state: CrewState, event = 'ropewalk') => momentsOf(state, event).map(({ name }) => name);
const moment = (state: CrewState, id: string): RankedMoment => state.moments.find((one) => one.id === id)!;

const EVENING = [
  'Vows',
  'Signing the book',
  'Family groups',
  'First speeches',
  'Last speech and cake',
  'First dance',
  'Slipway portraits',
];

test('moments stand in the order of the evening, and a look serves several', () => {
  const state = demo();
  expect(names(state)).toEqual(EVENING);
  expect(usesOf(state, { id: 'speeches', event: 'ropewalk' }).map(({ name }) => name)).toEqual([
    'First speeches',
    'Last speech and cake',
  ]);
  expect(looksOf(state, 'ropewalk').map(({ id }) => id)).toEqual([
    'vows',
    'family-groups',
    'speeches',
    'first-dance',
    'slipway',
  ]);
});

test('a new moment goes where its time puts it, past midnight after midnight, and without a time at the end', () => {
  let state = demo();
  for (const [id, time] of [
    ['toast', '18:45'],
    ['owls', '00:40'],
    ['doors', '12:00'],
    ['some-time', null],
  ] as const)
    state = done(state, addingMoment(state, 'ropewalk', { id, name: id, time }, 'x'));
  expect(names(state)).toEqual(['doors', ...EVENING.slice(0, 4), 'toast', ...EVENING.slice(4), 'owls', 'some-time']);
});

test('another time moves it, the same time does not, and one put elsewhere by hand stays there', () => {
  const state = demo();
  const later = done(state, changingMoment(state, moment(state, 'vows'), { ...moment(state, 'vows'), time: '19:00' }));
  expect(names(later).slice(0, 4)).toEqual(['Signing the book', 'Family groups', 'First speeches', 'Vows']);
  const near = done(state, changingMoment(state, moment(state, 'vows'), { ...moment(state, 'vows'), time: '14:05' }));
  expect(moment(near, 'vows').rank).toBe(moment(state, 'vows').rank);
  expect(outOfOrder(momentsOf(near, 'ropewalk'))).toBeNull();
  const moved = done(state, movingMoment(state, 'slipway', -1));
  expect(names(moved).slice(-2)).toEqual(['Slipway portraits', 'First dance']);
  expect(outOfOrder(momentsOf(moved, 'ropewalk'))?.id).toBe('first-dance');
  const renamed = done(
    moved,
    changingMoment(moved, moment(moved, 'slipway'), { ...moment(moved, 'slipway'), name: 'Portraits' }),
  );
  expect(names(renamed).slice(-2)).toEqual(['Portraits', 'First dance']);
  expect(movingMoment(state, 'vows', -1)).toEqual([]);
  expect(movingMoment(state, 'slipway', 1)).toEqual([]);
});

test('what a form left alone stays as others made it meanwhile; what both changed waits, and is not lost', () => {
  const state = demo();
  const seen = moment(state, 'vows');
  const theirs = applyOperation(state, changingMoment(state, seen, { ...seen, place: 'Yard', minutes: 50 })).state;
  const { state: after, conflicts } = applyOperation(
    theirs,
    changingMoment(theirs, seen, { ...seen, place: 'Slip', frames: 99 }),
  );
  expect(moment(after, 'vows')).toMatchObject({ place: 'Yard', minutes: 50, frames: 99 });
  expect(conflicts).toMatchObject([{ why: 'changed', theirs: 'Yard', edit: { field: 'place', to: 'Slip' } }]);
  // Moved by hand while its form was open, it still goes where its new time belongs.
  const moved = applyOperation(state, movingMoment(state, 'vows', 1)).state;
  const timed = applyOperation(moved, changingMoment(moved, seen, { ...seen, time: '19:00' }));
  expect(timed.conflicts).toEqual([]);
  expect(names(timed.state)[3]).toBe('Vows');
  const gone = applyOperation(state, removing(state, { kind: 'moment', id: 'vows' })).state;
  expect(applyOperation(gone, changingMoment(gone, seen, { ...seen, frames: 99 })).conflicts).toMatchObject([
    { why: 'gone' },
  ]);
});

test('between two moments there is room however often something is put there', () => {
  let state = demo();
  for (let n = 0; n < 60; n++) state = done(state, copyingMoment(state, 'vows', { copy: `copy-${n}`, born: 'x' }));
  expect(names(state)).toEqual(['Vows', ...Array(60).fill('Vows'), ...EVENING.slice(1)]);
  const ids = momentsOf(state, 'ropewalk').map(({ id }) => id);
  expect(ids.slice(0, 4)).toEqual(['vows', 'copy-59', 'copy-58', 'copy-57']);
});

test('two members who move different moments both win', () => {
  const state = demo();
  const one = movingMoment(state, 'slipway', -1);
  const two = movingMoment(state, 'vows', 1);
  const after = applyOperation(applyOperation(state, one).state, two);
  expect(after.conflicts).toEqual([]);
  expect(names(after.state)).toEqual([
    'Signing the book',
    'Vows',
    ...EVENING.slice(2, 5),
    'Slipway portraits',
    'First dance',
  ]);
});

test('a look is copied within an event and into another, without its proof', () => {
  const state = demo();
  const look = state.looks.find(({ id }) => id === 'harvest-supper')!;
  const copy = { id: 'again', name: 'Supper again', event: 'regatta' };
  const after = done(state, copyingLook(look, copy, 'x'));
  expect(after.looks.find(({ id }) => id === 'again')).toEqual({ ...look, ...copy });
  expect(after.tests).toEqual(state.tests);
  expect(after.tests.some((test) => test.look === 'again')).toBe(false);
});

test('an event like another: moments, looks and settings come along, proof and notes do not', () => {
  const state = demo();
  let made = 0;
  const copy = { id: 'next', name: 'Harvest again', date: '2028-05-06' };
  const after = done(state, copyingEvent(state, 'harvest', { copy, newId: () => `n${made++}`, born: 'x' }));
  expect(after.events.find(({ id }) => id === 'next')).toEqual(copy);
  expect(names(after, 'next')).toEqual(names(state, 'harvest'));
  const [supper] = momentsOf(after, 'next');
  expect(supper).not.toHaveProperty('notes');
  const [was, is] = [state.looks.find(({ id }) => id === 'harvest-supper')!, looksOf(after, 'next')[0]!];
  expect(supper!.look).toBe(is.id);
  expect(is).toEqual({ ...was, id: is.id, event: 'next' });
  expect(after.tests).toEqual(state.tests);
  expect(momentsOf(after, 'harvest')).toEqual(momentsOf(state, 'harvest'));
});

test('a removed event takes its moments, looks and tests along; a removed look leaves its moments', () => {
  const state = demo();
  const gone = done(state, removing(state, { kind: 'event', id: 'harvest' }));
  expect(gone.looks.some(({ event }) => event === 'harvest')).toBe(false);
  expect([...gone.moments.filter(({ event }) => event === 'harvest'), ...gone.tests]).toEqual([]);
  const without = done(state, removing(state, { kind: 'look', id: 'speeches' }));
  expect(names(without)).toEqual(EVENING);
  expect(moment(without, 'more-speeches')).not.toHaveProperty('look');
});

test('a moment for a look that is gone waits with what is missing', () => {
  const state = demo();
  const edits = [
    making({ kind: 'moment', id: 'm' }, { id: 'm', event: 'ropewalk', name: 'M', rank: 1, look: 'ghost' }, 'x'),
  ];
  expect(applyOperation(state, edits).conflicts).toMatchObject([
    { why: 'missing', what: { kind: 'look', id: 'ghost' } },
  ]);
});
