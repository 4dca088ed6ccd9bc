import fc from 'fast-check';
import { byRule, followed, ruleOf } from '../src/air/frequencyRule.ts';
import { demo } from './demo.ts';

const thousandths = (min: number, max: number) => fc.integer({ min: min * 1000, max: max * 1000 }).map((n) => n / 1000);
const rules = fc.record({
  firstMhz: thousandths(400, 6000),
  stepMhz: thousandths(0.005, 20),
  widthMhz: fc.option(thousandths(0.01, 20)),
});
const ranges = fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 1, max: 60 }));

test('a rule of at least two channels is found again in what it gives, and gives each channel its own', () =>
  fc.assert(
    fc.property(rules, ranges, (rule, [from, more]) => {
      const channels = { from, to: from + more };
      const given = byRule(rule, channels);
      expect(given.map(({ channel }) => channel)).toEqual(Array.from({ length: more + 1 }, (_, at) => from + at));
      expect(given.at(-1)!.mhz).toBeCloseTo(rule.firstMhz + more * rule.stepMhz, 3);
      expect(ruleOf([...given].reverse(), channels)).toEqual(rule);
    }),
  ));

test('no rule: one moved, one missing, another width, channels not recorded', () => {
  const channels = { from: 1, to: 6 };
  const even = byRule({ firstMhz: 2405, stepMhz: 5, widthMhz: 1 }, channels);
  expect(ruleOf(even, channels)).not.toBeNull();
  expect(ruleOf(even, null)).toBeNull();
  expect(ruleOf(even.slice(1), channels)).toBeNull();
  for (const odd of [{ mhz: 2412 }, { widthMhz: 2 }, { channel: 9 }])
    expect(ruleOf([...even.slice(0, 5), { ...even[5]!, ...odd }], channels)).toBeNull();
});

test('channels that change take a rule along, and leave what was recorded one by one', () => {
  const even = byRule({ firstMhz: 2405, stepMhz: 2, widthMhz: 1 }, { from: 1, to: 4 });
  expect(followed(even, { from: 1, to: 4 }, { from: 1, to: 6 }).map(({ mhz }) => mhz)).toEqual([
    2405, 2407, 2409, 2411, 2413, 2415,
  ]);
  expect(followed(even, { from: 1, to: 4 }, null)).toEqual(even);
  const odd = [{ channel: 1, mhz: 433.92 }];
  expect(followed(odd, { from: 1, to: 1 }, { from: 1, to: 4 })).toEqual(odd);
});

test('the families of the demo that record every channel follow a rule', () => {
  const recorded = demo.families.filter(({ frequencies, channels }) => {
    const count = channels ? channels.to - channels.from + 1 : 0;
    return count > 1 && frequencies?.length === count;
  });
  expect(recorded.length).toBeGreaterThan(0);
  for (const { id, frequencies, channels } of recorded)
    expect({ id, rule: ruleOf(frequencies!, channels) }).toMatchObject({ id, rule: expect.anything() as object });
});
