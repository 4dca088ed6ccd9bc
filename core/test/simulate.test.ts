import { EventQueue } from '../src/measure/eventQueue';
import { buildRig, indexKit } from '../src/rig/rig';
import { simulate } from '../src/shot/simulate';
import { baseKit, baseLook, type Spoil } from './baseRig';

const press = (spoil: Spoil = {}, body = 0) => {
  const rig = buildRig(indexKit(baseKit(spoil)), baseLook(spoil));
  return simulate(rig, rig.bodies[body]!);
};
const pulses = (spoil: Spoil = {}, body = 0) =>
  press(spoil, body)
    .timeline.filter((event) => event.kind === 'pulse')
    .map(({ unit, pulse, atUs, cause, power }) => ({ unit, pulse, atUs, cause, power }));

test('rear curtain: the contact closes a millisecond before the second curtain starts, and a quick link is in the frame', () => {
  const rig = buildRig(indexKit(baseKit()), baseLook({ settings: { 'body-1': { curtain: 'rear', shutter: '1/60' } } }));
  const shot = simulate(rig, rig.bodies[0]!);
  // 1/60 is 15,625 us: contact at 14,625, then 50 onto the shoe, 50 in the sender, 400 in the remote.
  expect(shot.timeline.find((event) => event.kind === 'contact')!.atUs).toBe(14_625);
  expect(shot.runs.get('remote')!.atUs).toBe(15_125);
});

test('the base shot, microsecond by microsecond', () => {
  // tau 3400; wire 50; sender 50; remote 400; eye 100; the plain receiver 300 and a wire to its flash.
  expect(pulses()).toEqual([
    { unit: 'metered', pulse: 'pre', atUs: -80_000 + 500, cause: 'sender', power: undefined },
    { unit: 'wired', pulse: 'main', atUs: 3400 + 50, cause: 'body-1', power: -2 },
    { unit: 'answered', pulse: 'main', atUs: 3400 + 50 + 300 + 50, cause: 'call', power: -2 },
    { unit: 'metered', pulse: 'main', atUs: 3400 + 500, cause: 'sender', power: undefined },
    { unit: 'remote', pulse: 'main', atUs: 3400 + 500, cause: 'sender', power: -3 },
    { unit: 'eye', pulse: 'main', atUs: 3400 + 600, cause: 'remote', power: -4 },
  ]);
});

test('curtains and frames stand on the time line too', () => {
  const { timeline } = press();
  const at = (kind: string) => timeline.filter((event) => event.kind === kind).map((event) => event.atUs);
  expect(at('curtain-opens')).toEqual([0]);
  expect(at('contact')).toEqual([3400]);
  expect(at('frame-sent')).toEqual([3450, 3450]);
  // 1/160 is 2^-(7 1/3) s.
  expect(at('curtain-closes')[0]).toBeCloseTo(3400 + 1e6 * 2 ** -(7 + 1 / 3), 6);
});

test('the other body fires what sits on it, and nothing of the first', () => {
  expect(pulses({}, 1).map((pulse) => `${pulse.unit} ${pulse.pulse}`)).toEqual(['top pre', 'top main']);
});

test('S2 lets the metering pulse pass and fires with the main one', () => {
  const eye = pulses({ settings: { eye: { eye: 'S2', sees: ['metered'] } } }).filter((pulse) => pulse.unit === 'eye');
  expect(eye).toEqual([{ unit: 'eye', pulse: 'main', atUs: 3400 + 600, cause: 'metered', power: -4 }]);
});

test('a chain of eyes adds a tenth of a millisecond each', () => {
  const settings: Spoil['settings'] = {
    answered: { link: 'eye', role: 'eye', eye: 'S1', sees: ['eye'], receiver: null },
  };
  const last = pulses({ settings }).find((pulse) => pulse.unit === 'answered');
  expect(last).toMatchObject({ atUs: 3400 + 500 + 100 + 100, cause: 'eye' });
});

test('two eyes that watch each other stay dark, and the run ends', () => {
  const settings: Spoil['settings'] = {
    eye: { sees: ['answered'] },
    answered: { link: 'eye', role: 'eye', eye: 'S1', sees: ['eye'], receiver: null },
  };
  const units = pulses({ settings }).map((pulse) => pulse.unit);
  expect(units).not.toContain('eye');
  expect(units).not.toContain('answered');
});

test('what depends on an unrecorded field is marked possible, downstream too', () => {
  const { timeline, runs } = press({ settings: { remote: { on: null } } });
  expect(timeline.filter((event) => event.kind === 'pulse' && event.possible).map((event) => event.unit)).toEqual([
    'remote',
    'eye',
  ]);
  expect(runs.get('remote')!.fires).toBeNull();
  expect(runs.get('wired')!.fires).toBe(true);
});

test('an eye of which nobody recorded what it sees may fire at the first pulse of all', () => {
  const run = press({ settings: { eye: { sees: null } } }).runs.get('eye')!;
  expect(run.fires).toBeNull();
  expect(run.unknown).toContainEqual({ unit: 'eye', field: 'sees' });
});

test('the queue gives events by time, then rank, then insertion', () => {
  const queue = new EventQueue<string>();
  queue.add(5, 1, 'third');
  queue.add(5, 0, 'second');
  queue.add(5, 1, 'fourth');
  queue.add(-1, 2, 'first');
  const taken: string[] = [];
  for (let next = queue.take(); next; next = queue.take()) taken.push(next.event);
  expect(taken).toEqual(['first', 'second', 'third', 'fourth']);
});
