/** Power, balance and energy on the command line. */
import { join } from 'node:path';
import { run } from './run';

const DEMO = join(__dirname, '../../demo/ropewalk.json');

test('power says what each light gives, who sets it, what stands against it, and what a change would take', async () => {
  const { code, out } = await run('power', DEMO, '--look', 'speeches', '--by=-1');
  expect(code).toBe(0);
  expect(out).toContain('Light 1: 1/8, set on Sender 1 and Sender 2, group A\n    reads f/2.8 and 6');
  expect(out).toContain('reads by its guide number f/5.6 and 3');
  expect(out).toContain('Sender 2 then shows A 1/16, B 1/32, C 1/32.');
  expect(out).toContain('Walk to Light 9: 1 min 10 s with what is dialled. Until then what is dialled stays.');
  const dance = await run('power', DEMO, '--look', 'first-dance');
  expect(dance.code).toBe(1);
  expect(dance.out).toContain('Light 2: 1/16, set on Sender 1 and Sender 2, group B\n    two senders disagree');
});

test('power --json gives lights and the plan; some lights alone can be asked for', async () => {
  const { out } = await run('power', DEMO, '--look', 'speeches', '--by', '1/3', '--lights', 'light-1', '--json');
  const { lights, plan } = JSON.parse(out);
  expect(lights[0]).toMatchObject({
    light: 'light-1',
    wanted: -3,
    from: { kind: 'sender', senders: ['sender-1', 'sender-2'], letter: 'A' },
    level: { stops: 3.6, reading: 'speeches-key' },
  });
  expect(plan.moves).toEqual([{ light: 'light-1', of: 'power', from: -3, to: -2.7, short: null }]);
  expect(plan).toMatchObject({ walks: [], findings: [] });
});

test.each([
  [['power', DEMO, '--look', 'speeches', '--by', 'a lot'], '--by: "a lot" is no number of stops, such as -1/3 or 0.5'],
  [
    ['power', DEMO, '--look', 'speeches', '--lights', 'light-77'],
    '--lights: the look has no light "light-77"; it has light-1,',
  ],
  [['power', DEMO], '--look: power needs one of'],
  [['balance', DEMO, '--look', 'speeches', '--aperture', '7'], '--aperture: "7" is on no lens: 0.7,'],
  [['balance', DEMO, '--look', 'speeches', '--room', 'dark'], '--room: "dark" is no number of stops'],
  [
    ['balance', DEMO, '--look', 'vows'],
    'Vows cannot be balanced before aperture of Body 1 and ISO of Body 1 is recorded',
  ],
  [['energy', DEMO, '--event', 'fair'], '--event: the file has no event "fair"'],
])('%j is refused: %s', async (args, said) => {
  const { code, err } = await run(...args);
  expect(code).toBe(2);
  expect(err).toContain(said);
});

test('balance says the powers, what each then reads, and the least change where powers alone do not do it', async () => {
  const { code, out } = await run('balance', DEMO, '--look', 'speeches');
  expect(code).toBe(0);
  expect(out).toContain('Powers alone do it: every light then reads what it is aimed at.');
  expect(out).toContain('Light 2: 1/16 -0.7, reads f/2, as aimed');
  expect(out).toContain('Left out: Light 9 has no aim.');
  const small = await run('balance', DEMO, '--look', 'speeches', '--aperture', 'f/11', '--room=-3');
  expect(small.out).toContain('Powers alone do not do it. Least: set ISO 5000 (5 s).');
  expect(small.out).toContain('at f/11; the room f/2.8 and 9.');
  const { plan, changes } = JSON.parse((await run('balance', DEMO, '--look', 'speeches', '--json')).out);
  expect(plan).toMatchObject({ changes: 0, dials: [] });
  expect(changes).toContainEqual({ unit: 'sender-1', setting: 'groups.A.power', from: -3, to: -2.6 });
});

test('energy says what is left after each moment, and what is assumed of metering', async () => {
  const { code, out } = await run('energy', DEMO, '--event', 'ropewalk');
  expect(code).toBe(0);
  expect(out).toContain('Ropewalk wedding: As far as it is recorded, every light lasts the evening.');
  expect(out).toContain('    First dance: 200 pops, 88 % left; as if it metered 1/8');
  const { events } = JSON.parse((await run('energy', DEMO, '--event', 'ropewalk', '--json')).out);
  expect(events[0].lights.map(({ light }: { light: string }) => light)).toContain('light-8');
  expect(events[0]).toMatchObject({ swaps: [], easings: [], unframed: [] });
});
