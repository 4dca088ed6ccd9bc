/** The cheapest errands that hit every core, and values that get round every reason: both worked out by hand. */
import { findAssignment } from '../src/mend/assignments';
import { ErrandTable } from '../src/mend/errandSets';
import type { Nogood } from '../src/mend/nogoods';

const table = new ErrandTable(
  [
    { key: 'shutter', seconds: 5, place: null },
    { key: 'sender', seconds: 5, place: null },
    { key: 'light-1', seconds: 20, place: 'light-1' },
    { key: 'light-1 cells', seconds: 180, place: 'light-1' },
    { key: 'light-2', seconds: 20, place: 'light-2' },
    { key: 'light-3', seconds: 20, place: 'light-3' },
  ],
  new Map([
    ['light-1', 30],
    ['light-2', 10],
    ['light-3', 100],
  ]),
);
const [SHUTTER, SENDER, ONE, CELLS, TWO, THREE] = [0, 1, 2, 3, 4, 5];

const cheapest = (cores: number[][], below = Infinity) => {
  const set = table.cheapest(cores, below);
  return set && { errands: [...set.errands].sort(), seconds: set.seconds };
};

test('a walk is paid once for all that is done at one place', () => {
  expect(table.secondsOf([ONE, CELLS])).toBe(20 + 180 + 30);
  expect(table.secondsOf([SHUTTER, TWO, THREE])).toBe(5 + 20 + 10 + 20 + 100);
});

test.each([
  ['nothing to hit', [], [], 0],
  [
    'one errand that hits all',
    [
      [SHUTTER, ONE],
      [SHUTTER, TWO],
    ],
    [SHUTTER],
    5,
  ],
  [
    'two cheap ones instead of a dear one',
    [
      [SHUTTER, THREE],
      [SENDER, THREE],
    ],
    [SHUTTER, SENDER],
    10,
  ],
  [
    'the dear one where it hits more',
    [
      [ONE, TWO],
      [ONE, THREE],
    ],
    [ONE],
    50,
  ],
  ['a second errand where somebody walks anyway', [[CELLS], [ONE, TWO, SENDER]], [SENDER, CELLS], 215],
  [
    'the nearer of two',
    [
      [TWO, THREE],
      [TWO, ONE],
    ],
    [TWO],
    30,
  ],
])('%s', (_, cores, errands, seconds) => {
  expect(cheapest(cores)).toEqual({ errands, seconds });
});

test('a core nothing can hit has no set, nor has a price that is too low', () => {
  expect(cheapest([[]])).toBeNull();
  expect(cheapest([[ONE]], 50)).toBeNull();
  expect(cheapest([[ONE]], 50.1)).toEqual({ errands: [ONE], seconds: 50 });
});

const nogood = (values: Record<number, number[]>): Nogood => ({
  light: 'light',
  values: new Map(Object.entries(values).map(([choice, bad]) => [Number(choice), new Set(bad)])),
});
const two = () => [0, 1];
const find = (nogoods: Nogood[], valuesOf: (choice: number) => number[] = two) => findAssignment(nogoods, valuesOf);

test('values are found that get round all reasons, as few of them changed as can be', () => {
  const found = find([nogood({ 0: [0], 1: [0] }), nogood({ 0: [1], 2: [0] })]);
  expect(found).toMatchObject({ kind: 'found' });
  const at = found.kind === 'found' ? Object.fromEntries(found.at) : {};
  expect(at).toEqual({ 0: 0, 1: 1, 2: 0 });
});

test('where none are left, only the reasons that matter are named', () => {
  const [a, b, idle] = [nogood({ 0: [0] }), nogood({ 0: [1], 1: [0, 1] }), nogood({ 2: [0], 3: [0] })];
  const found = find([idle, a, b]);
  expect(found).toEqual({ kind: 'none', because: new Set([a, b]) });
});

test('a choice that is not free cannot get round a reason', () => {
  const reason = nogood({ 0: [0] });
  expect(find([reason], () => [0])).toEqual({ kind: 'none', because: new Set([reason]) });
  expect(find([reason], () => [0, 2])).toMatchObject({ kind: 'found' });
});

test('pigeons and holes: four choices of three values that must all differ have none', () => {
  const differ: Nogood[] = [];
  for (let a = 0; a < 4; a++)
    for (let b = a + 1; b < 4; b++)
      for (let value = 0; value < 3; value++) differ.push(nogood({ [a]: [value], [b]: [value] }));
  const three = () => [0, 1, 2];
  expect(findAssignment(differ, three)).toMatchObject({ kind: 'none' });
  expect(findAssignment(differ, () => [0, 1, 2, 3])).toMatchObject({ kind: 'found' });
});
