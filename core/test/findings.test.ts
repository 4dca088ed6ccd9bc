/** How faults become findings: which stand first, which are one, and which of several is spoken of. */
import type { Fault } from '../src/rig/check';
import { bodiesOf, GatheredFindings, type Met } from '../src/verdict/finding';

const shot = (body: string, attitude: 'level' | 'upright' = 'level') => ({ body, attitude });
const off = (subject: string): Fault => ({ code: 'sender.off', subject, params: {} });
const late = (subject: string, share: number): Fault =>
  ({ code: 'frame.latency', subject, params: { light: subject, share } }) as unknown as Fault;

const gathered = (...faults: readonly (readonly [Fault, Met])[]) => {
  const all = new GatheredFindings();
  for (const [fault, met] of faults) all.add(fault, met);
  return all.sorted();
};

test('what blocks stands before what degrades, and that before advice, however many lights suffer', () => {
  const found = gathered(
    [off('c'), { light: 'l1', shot: null, forgiven: true }],
    [off('c'), { light: 'l2', shot: null, forgiven: true }],
    [late('b', 0.5), { light: 'l1', shot: shot('body-1') }],
    [late('b', 0.5), { light: 'l2', shot: shot('body-1') }],
    [off('a'), { light: 'l1', shot: shot('body-1'), silenced: true }],
  );
  expect(found.map(({ severity, subject }) => [severity, subject])).toEqual([
    ['B', 'a'],
    ['D', 'b'],
    ['A', 'c'],
  ]);
});

test('of two alike the one that more lights suffer from stands first', () => {
  const found = gathered(
    [off('a'), { light: 'l1', shot: shot('body-1'), silenced: true }],
    [off('b'), { light: 'l2', shot: shot('body-1'), silenced: true }],
    [off('b'), { light: 'l3', shot: shot('body-1'), silenced: true }],
  );
  expect(found.map(({ subject, units }) => [subject, units])).toEqual([
    ['b', ['l2', 'l3']],
    ['a', ['l1']],
  ]);
});

test('one fault in several shots is one finding; its shots stand by body, level before upright', () => {
  const found = gathered(
    [off('a'), { light: 'l1', shot: shot('body-2'), silenced: true }],
    [off('a'), { light: 'l1', shot: shot('body-1', 'upright'), silenced: true }],
    [off('a'), { light: 'l1', shot: shot('body-1'), silenced: true }],
    [off('a'), { light: 'l1', shot: shot('body-1'), silenced: true }],
  );
  expect(found).toHaveLength(1);
  expect(found[0]!.shots).toEqual([shot('body-1'), shot('body-1', 'upright'), shot('body-2')]);
  expect(bodiesOf(found[0]!)).toEqual(['body-1', 'body-2']);
});

test('what silences one light and only spoils another is said as the worse of the two', () => {
  const spoils = [late('a', 0.5), { light: 'l1', shot: shot('body-1') }] as const;
  const silences = [late('a', 0.5), { light: 'l2', shot: shot('body-1'), silenced: true }] as const;
  const worst = (...faults: (typeof spoils | typeof silences)[]) => gathered(...faults).map(({ severity }) => severity);
  expect(worst(spoils)).toEqual(['D']);
  expect(worst(silences, spoils)).toEqual(worst(spoils, silences));
});

test('of several pictures the darkest is spoken of, in whatever order they come', () => {
  const at = (share: number) => [late('a', share), { light: `l${share}`, shot: shot('body-1') }] as const;
  const spoken = (...shares: number[]) =>
    gathered(...shares.map(at)).map(({ params }) => (params as { share: number }).share);
  expect(spoken(0.8, 0.25, 0.5)).toEqual([0.25]);
  expect(spoken(0.25, 0.8)).toEqual([0.25]);
});

test('what is forgiven in one picture and spoils another is two things to say', () => {
  const found = gathered(
    [late('a', 0.5), { light: 'l1', shot: shot('body-1') }],
    [late('a', 1), { light: 'l1', shot: shot('body-2'), forgiven: true }],
  );
  expect(found.map(({ severity, shots }) => [severity, shots[0]!.body])).toEqual([
    ['D', 'body-1'],
    ['A', 'body-2'],
  ]);
});
