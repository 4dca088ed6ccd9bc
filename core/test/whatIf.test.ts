/** A change tried on paper: what it breaks, what it mends, what it leaves open, and how that is said. */
import { leastWork } from '../src/mend/leastWork';
import type { Change } from '../src/record/change.ts';
import { buildRig, indexKit } from '../src/rig/rig';
import { judge } from '../src/verdict/judge';
import { whatIf } from '../src/verdict/whatIf';
import { namesOf } from '../src/words/wording';
import { boundText, visitsOf, whatIfSentence, workSentence } from '../src/words/workWording';
import { durationText } from '../src/words/saying';
import { baseKit, baseLook, judgeBase, type Spoil } from './baseRig';

const names = namesOf(baseKit());
const lights = (outcomes: readonly { light: string }[]) => outcomes.map((one) => one.light);

test('another channel on the sender leaves its lights behind, and what watches them', () => {
  const result = whatIf(judgeBase(), [{ unit: 'sender', setting: 'channel', from: 11, to: 7 }]);
  expect(lights(result.breaks)).toEqual(['eye', 'metered', 'remote']);
  expect(result.mends).toEqual([]);
  expect(result.findings.map((finding) => finding.id)).toContain('sender.odd:sender:channel');
  expect(whatIfSentence(result, names)).toBe('Eye, Metered and Remote would fail.');
});

test('a change nobody feels says so; forgetting a setting clouds its light', () => {
  const calm = whatIf(judgeBase(), [{ unit: 'spare', setting: 'channel', from: 1, to: 2 }]);
  expect(whatIfSentence(calm, names)).toBe('No light would fare differently.');
  const cloudy = whatIf(judgeBase(), [{ unit: 'metered', setting: 'channel', from: 11, to: null }]);
  expect(lights(cloudy.clouds)).toEqual(['metered']);
  expect(whatIfSentence(cloudy, names)).toBe('Nobody could say whether Metered would fire.');
});

test('a mend is seen as one; a light switched off for good is no failure', () => {
  const spoil: Spoil = { settings: { remote: { on: false } } };
  const mended = whatIf(judgeBase(spoil), [{ unit: 'remote', setting: 'on', from: false, to: true }]);
  expect(lights(mended.mends)).toEqual(['eye', 'remote']);
  const gone = whatIf(judgeBase(spoil), [{ unit: 'remote', setting: 'role', from: 'remote', to: 'off' }]);
  expect(gone.mends.find((one) => one.light === 'remote')!.after).toBeNull();
});

test('a light that is no longer wanted in a shot is not broken there', () => {
  const { breaks } = whatIf(judgeBase(), [
    { unit: 'remote', setting: 'firesFor', from: ['body-1'], to: ['body-2'] },
    { unit: 'remote', setting: 'on', from: true, to: false },
  ]);
  expect(breaks.filter(({ light }) => light === 'remote').map(({ shot }) => shot)).toEqual(['body-2']);
});

test('a plan is told stop by stop, the camera first', () => {
  const spoil: Spoil = {
    settings: {
      'body-1': { flashFiring: false },
      remote: { on: false, walkSeconds: 40 },
      metered: { channel: 3, walkSeconds: 10 },
      eye: { walkSeconds: 60 },
    },
  };
  const rig = buildRig(indexKit(baseKit(spoil)), baseLook(spoil));
  const work = leastWork(rig);
  expect(visitsOf(rig, work).map((stop) => [stop.unit, stop.changes.length])).toEqual([
    [null, 2],
    ['remote', 2],
  ]);
  // Moving the sender to where Metered listens saves a walk: twice 5 at the camera, 20 at Remote, 40 on foot.
  expect(workSentence(work, names)).toBe('1 min 10 s of work: then every light fires as meant.');
  expect(boundText(work)).toBe('No other settings take less.');
  expect(boundText({ ...work, exact: false, atLeast: 0 })).toBe('A good plan; another may take less.');
  expect(boundText({ ...work, exact: false, atLeast: 65 })).toBe('A good plan; none can take less than 1 min 5 s.');
  expect(boundText(work, true)).toBe('No more lights can be saved in that time.');
  expect(boundText({ ...work, exact: false }, true)).toBe('A good plan; another may save more.');
  expect(workSentence(leastWork(buildRig(indexKit(baseKit()), baseLook())), names)).toBe(
    'Nothing to do: every light fires as meant.',
  );
});

test('a receiver is reached where its light stands, in one visit with it and before no camera', () => {
  const at = (unit: string, setting: 'channel' | 'on', to: number | boolean): Change => ({
    unit,
    setting,
    from: null,
    to,
  });
  const visits = (walks: Record<string, number>, ...changes: Change[]) => {
    const settings = Object.fromEntries(Object.entries(walks).map(([id, walkSeconds]) => [id, { walkSeconds }]));
    const rig = buildRig(indexKit(baseKit({ settings })), baseLook({ settings }));
    return visitsOf(rig, { changes }).map(({ unit, walkSeconds, changes: done }) => [unit, walkSeconds, done.length]);
  };
  const [receiver, light, camera] = [
    at('answer', 'channel', 6),
    at('answered', 'on', true),
    at('sender', 'channel', 5),
  ];
  expect(visits({ answered: 40 }, receiver, light, camera)).toEqual([
    [null, 0, 1],
    ['answered', 40, 2],
  ]);
  // With a way of its own it is a stop of its own.
  expect(visits({ answered: 40, answer: 15 }, light, receiver)).toEqual([
    ['answered', 40, 1],
    ['answer', 15, 1],
  ]);
  expect(visits({}, receiver)).toEqual([['answered', null, 1]]);
});

test('durations', () => {
  expect([5, 59.6, 60, 95, 300].map(durationText)).toEqual(['5 s', '1 min', '1 min', '1 min 35 s', '5 min']);
});

test('what if agrees with judging afterwards', () => {
  const changes: Change[] = [{ unit: 'sender', setting: 'networkId', from: 27, to: 5 }];
  const before = judgeBase();
  const after = whatIf(before, changes).after;
  const spoil: Spoil = { settings: { sender: { networkId: 5 } } };
  expect(after.verdicts).toEqual(judge(buildRig(indexKit(baseKit(spoil)), baseLook(spoil))).verdicts);
});
