/** What stays as it is when an operation is applied, and in which order things stand afterwards. */
import { applyOperation } from '../src/operation/applyOperation';
import { type CrewState, emptyState, type RecordRef } from '../src/operation/crewState';
import { importing, logging, making, placingRef, removing, settingEdits } from '../src/operation/editsOf';
import type { TestFire } from '../src/record/testFire';
import { demo } from './demo';

const start: CrewState = applyOperation(emptyState(), importing(emptyState(), demo, 'start')).state;
const look = (state: CrewState, id: string) => state.looks.find((one) => one.id === id)!;

test('a setting changes nothing but its look: what was made when is the very same', () => {
  const edits = settingEdits(start, 'speeches', [{ unit: 'sender-1', setting: 'channel', from: 11, to: 12 }]);
  const { state } = applyOperation(start, edits);
  expect(look(state, 'speeches').units['sender-1']!.channel).toBe(12);
  expect(state.born).toBe(start.born);
  expect(state.units).toBe(start.units);
  expect(look(state, 'first-dance')).toBe(look(start, 'first-dance'));
});

test('what is made or removed is noted so', () => {
  const on: RecordRef = { kind: 'unit', id: 'aa-new' };
  const made = applyOperation(start, [
    making(on, { id: 'aa-new', profile: demo.units[0]!.profile, label: 'New' }, 'now'),
  ]).state;
  expect(Object.values(made.born).filter((born) => born === 'now')).toHaveLength(1);
  expect(made.units[0]!.id).toBe('aa-new');
  const gone = applyOperation(made, removing(made, on)).state;
  expect(gone.born).toEqual(start.born);
});

test('the units of a look stand in the order of their ids, wherever one comes in', () => {
  const before = Object.keys(look(start, 'speeches').units);
  expect(before).toEqual([...before].sort());
  const [left] = demo.units.map(({ id }) => id).filter((id) => !before.includes(id));
  const { state } = applyOperation(start, [making(placingRef('speeches', left!), { on: true }, 'now')]);
  expect(Object.keys(look(state, 'speeches').units)).toEqual([...before, left!].sort());
});

test('test fires stand by when they were, those of one moment by id', () => {
  const fire = (at: string): TestFire =>
    ({
      look: 'speeches',
      light: 'light-1',
      body: 'body-1',
      attitude: 'level',
      result: 'fired',
      fingerprint: 'x',
      parts: {},
      at,
    }) as unknown as TestFire;
  const at = (minute: number) => `2027-06-12T18:${minute}:00.000Z`;
  const first = applyOperation(start, logging([fire(at(30)), fire(at(10))], 'a')).state;
  const { tests } = applyOperation(first, logging([fire(at(20)), fire(at(10))], 'b')).state;
  const own = tests.filter(({ fingerprint }) => fingerprint === 'x');
  expect(own.map((one) => one.at)).toEqual([at(10), at(10), at(20), at(30)]);
  expect(own[0]!.id < own[1]!.id).toBe(true);
});
