import { type EventsByDay, eventsByDay, isReadOnly, tonightOf } from '../src/record/eventDay.ts';

const events = [
  { id: 'c', name: 'Regatta', date: '2027-07-10' },
  { id: 'a', name: 'Wedding', date: '2027-06-12' },
  { id: 'b', name: 'Harvest', date: '2027-05-08' },
  { id: 'd', name: 'Some day' },
  { id: 'e', name: 'Long ago', date: '2020-01-01' },
  { id: 'f', name: 'Put away', date: '2027-06-20', archived: true },
];
const names = (by: EventsByDay) =>
  Object.fromEntries(Object.entries(by).map(([key, list]) => [key, (list as typeof events).map(({ name }) => name)]));

test('next, later, past and put away', () => {
  expect(names(eventsByDay(events, '2027-06-01'))).toEqual({
    next: ['Wedding'],
    later: ['Regatta', 'Some day'],
    past: ['Harvest', 'Long ago'],
    archived: ['Put away'],
  });
  const twice = [...events, { id: 'g', name: 'Same day', date: '2027-06-12' }];
  expect(names(eventsByDay(twice, '2027-06-12')).next).toEqual(['Same day', 'Wedding']);
});

test.each([
  ['2027-06-12', 'Wedding'],
  ['2027-06-13', 'Regatta'],
  ['2027-07-11', 'Some day'],
])('on %s the event to show is %s', (day, name) => expect(tonightOf(events, day)?.name).toBe(name));

test('where nothing is to come the last one is shown, and where nothing is there nothing', () => {
  const past = events.filter(({ id }) => id === 'b' || id === 'e');
  expect(tonightOf(past, '2028-01-01')?.name).toBe('Harvest');
  expect(tonightOf([], '2028-01-01')).toBeNull();
  expect(tonightOf([{ ...events[5]! }], '2027-06-01')).toBeNull();
});

test('what is over is read only until it is opened again, and what has no date is never over', () => {
  expect(isReadOnly({ date: '2027-06-12' }, '2027-06-12')).toBe(false);
  expect(isReadOnly({ date: '2027-06-12' }, '2027-06-13')).toBe(true);
  expect(isReadOnly({ date: '2027-06-12', reopened: true }, '2027-06-13')).toBe(false);
  expect(isReadOnly({}, '2027-06-13')).toBe(false);
});
