/** What is tried before it is proven: a wrong candidate must not hide behind the proof. */
import { candidatesFor } from '../src/mend/candidates';
import { type Choice, choicesOf } from '../src/mend/choices';
import { madeEyes } from '../src/mend/madeEyes';
import { isNoChange } from '../src/record/change';
import { withSetting } from '../src/record/settings';
import { canBeSet } from '../src/rig/canBeSet';
import type { Code } from '../src/rig/codes';
import { changesOdd, oddSender } from '../src/rig/oddSender';
import { withRigChanges } from '../src/rig/rigChanges';
import { judgeBase, type Spoil } from './baseRig';
import { control, RIVAL } from './gearCases';
import { forEachRig, judged, RUNS } from './lawHarness';
import { TAIL } from './lookCases';

const triedFor = (spoil: Spoil, code: Code, light: string): string[][] => {
  const judgement = judgeBase(spoil);
  const finding = judgement.findings.find((one) => one.code === code && one.units.includes(light))!;
  return candidatesFor(judgement, finding).map((changes) =>
    changes
      .filter((change) => !isNoChange(change))
      .map(({ unit, setting, to }) => `${unit}.${setting} ${JSON.stringify(to)}`),
  );
};

test('whatever is tried changes something, of a unit of ours, to what its model has', () => {
  let tried = 0;
  forEachRig({ runs: Math.round(RUNS / 4), met: () => ({ tried: [tried, RUNS] }) }, (random) => {
    const judgement = judged(random);
    const { rig } = judgement;
    for (const finding of judgement.findings) {
      for (const changes of candidatesFor(judgement, finding)) {
        tried++;
        expect(changes.every(isNoChange)).toBe(false);
        for (const { unit, setting, to } of changes) {
          const placed = rig.placed.get(unit)!;
          const family = changes.find((one) => one.unit === unit && one.setting === 'family');
          const then = family ? { ...placed, settings: withSetting(placed.settings, 'family', family.to) } : placed;
          const isOurs = !rig.strangers.has(unit);
          const can = canBeSet(rig, then, setting, to);
          expect({ id: finding.id, unit, setting, to, isOurs, can }).toMatchObject({ isOurs: true, can: true });
        }
      }
    }
  });
});

test('a shutter that closes no contact, or of which nobody knows whether it does, is none to change over to', () => {
  const shutters = [
    { type: 'mechanical', flash: true, syncTime: '1/250', curtainUs: 3400 },
    { type: 'electronic', flash: false, curtainUs: 20_000 },
    { type: 'leaf' },
  ];
  const spoil: Spoil = { profiles: { 'body-2': { shutters } }, settings: { 'body-2': { shutterType: 'electronic' } } };
  expect(triedFor(spoil, 'body.silent-shutter', 'top')).toEqual([['body-2.shutterType "mechanical"']]);
});

test('what a light hangs on is carried to no other body; a light said to fire for another is not given its wire', () => {
  const valuesOf = (spoil: Spoil, unit: string, setting: string) =>
    choicesOf(judgeBase(spoil).rig, [], () => true).find((one) => one.unit === unit && one.setting === setting)?.values;
  const stacked: Spoil = { settings: { top: { mount: 'sender' } } };
  expect(valuesOf({}, 'sender', 'mount')).toContain('body-2');
  expect(valuesOf(stacked, 'sender', 'mount')).toBeUndefined();
  const onShoe = (firesFor: string[] | null): Spoil => ({ settings: { eye: { mount: 'body-1', firesFor } } });
  expect(valuesOf(onShoe(['body-1']), 'eye', 'link')).toContain('shoe');
  expect(valuesOf(onShoe(null), 'eye', 'link')).toContain('shoe');
  expect(valuesOf(onShoe(['body-2']), 'eye', 'link') ?? []).not.toContain('shoe');
});

test('a tail is tried from the first moment on, and from half as late', () => {
  const tried = triedFor(TAIL(2500, 8000), 'frame.tail-gradient', 'remote');
  expect(tried).toEqual(expect.arrayContaining([['remote.tailDelayUs 0'], ['remote.tailDelayUs 1250']]));
});

test('a flash without an eye is not made one', () => {
  const tries = (eyes: readonly string[]) =>
    triedFor(
      { profiles: { answered: { triggerVoltage: 90, eyes }, answer: { toleratesV: 12 } } },
      'foot.voltage',
      'answered',
    ).filter((changes) => changes.some((change) => change.startsWith('answered.link')));
  expect(tries([])).toEqual([]);
  expect(tries(['S1']).length).toBeGreaterThan(0);
});

test('of letters the one that says already what the light wants is tried first', () => {
  const spoil: Spoil = { settings: { remote: { group: 'D', power: -5 } } };
  const [first] = triedFor(spoil, 'sender.group-range', 'remote').filter((changes) => changes.length === 1);
  expect(first).toEqual(['remote.group "C"']);
});

describe('a hearer on another channel', () => {
  test('goes to its sender’s, where nobody recorded which it has too', () => {
    const spoil: Spoil = { families: { control: { channels: null } }, settings: { metered: { channel: 3 } } };
    expect(triedFor(spoil, 'hearer.channel', 'metered')[0]).toEqual(['metered.channel 11']);
  });

  test('but not to one it has not', () => {
    const spoil: Spoil = {
      profiles: { metered: control({ channels: { from: 1, to: 8 } }) },
      settings: { metered: { channel: 3 } },
    };
    expect(triedFor(spoil, 'hearer.channel', 'metered')).not.toContainEqual(['metered.channel 11']);
  });
});

describe('an eye that is just being made', () => {
  const link = (unit: string): Choice => ({ unit, setting: 'link', values: ['radio', 'eye'] });
  const sees = (unit: string, ...values: string[][]): Choice => ({ unit, setting: 'sees', values: [null, ...values] });
  const rules = (...choices: Choice[]) =>
    madeEyes(choices).map(({ light, values }) => ({
      light,
      values: Object.fromEntries([...values].map(([choice, bad]) => [choice, [...bad]])),
    }));

  test('is turned to something and set to what it answers', () => {
    const eye: Choice = { unit: 'a', setting: 'eye', values: [null, 'S1'] };
    expect(rules(link('a'), sees('a', ['b']), eye)).toEqual([
      { light: null, values: { 0: [1], 1: [0] } },
      { light: null, values: { 0: [1], 2: [0] } },
    ]);
  });

  test('is nothing for another eye to be turned to', () => {
    const other: Choice = { unit: 'c', setting: 'sees', values: [['b'], ['b', 'a'], ['a'], ['d']] };
    expect(rules(link('a'), other)).toEqual([{ light: null, values: { 0: [1], 1: [1, 2] } }]);
  });

  test('concerns no setting but these', () => {
    const body: Choice = { unit: 'body', setting: 'attitudes', values: [['level'], ['upright', 'a']] };
    expect(rules(link('a'), body)).toEqual([]);
    expect(rules({ unit: 'c', setting: 'sees', values: [['b'], ['a']] })).toEqual([]);
  });
});

test('hearers that all move make their sender the odd one out, whoever else speaks', () => {
  const { rig } = judgeBase();
  const moved = withRigChanges(
    rig,
    ['remote', 'metered'].map((unit) => ({ unit, setting: 'channel', from: 11, to: 3 })),
  );
  expect(oddSender(moved, moved.placed.get('sender')!, 'channel')).toMatchObject({ agreed: 3 });
  expect(changesOdd(rig, moved, 'channel', new Set(['remote', 'metered']))).toBe(true);
  expect(changesOdd(rig, moved, 'channel', new Set(['wired']))).toBe(false);
});

test('only what is set to speak is told of as a sender', () => {
  const noted: Spoil = { ...RIVAL, families: { control: { regionNote: 'Only indoors.' } } };
  const spoil: Spoil = { ...noted, settings: { ...RIVAL.settings, second: { role: null } } };
  const told = (one: Spoil) =>
    judgeBase(one)
      .findings.filter(({ code }) => code === 'caution.radio-law')
      .map(({ subject }) => subject);
  expect(told(noted)).toContain('second');
  expect(told(spoil)).not.toContain('second');
});

test('what somebody noted against a unit can be undone, and nothing is noted against one that is well', () => {
  const conditions = ['asleep', 'seated', 'cells', 'covered', 'inSun', 'hot', 'broken'];
  const choicesIn = (spoil: Spoil) =>
    choicesOf(judgeBase(spoil).rig, [], () => true)
      .filter(({ unit, setting }) => unit === 'eye' && conditions.includes(setting))
      .map(({ setting, values }) => [setting, values]);
  expect(choicesIn({})).toEqual([]);
  const bad = {
    asleep: true,
    seated: false,
    cells: 'low',
    covered: true,
    inSun: true,
    hot: true,
    broken: true,
  } as const;
  expect(choicesIn({ settings: { eye: bad } })).toEqual([
    ['broken', [true, false]],
    ['asleep', [true, false]],
    ['seated', [false, true]],
    ['cells', ['low', 'good']],
    ['covered', [true, null]],
    ['inSun', [true, null]],
    ['hot', [true, null]],
  ]);
});
