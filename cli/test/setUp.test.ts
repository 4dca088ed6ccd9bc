/** Air, groups, cards and the stand-in kit on the command line. */
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseDocument } from '@ergon/core/record/kitDocument';
import { run } from './run';
import { StandinKit, type StandinEvent } from '../src/standin/standinKit';
import { typedValue } from '../src/standin/standinServer';

const ROOT = join(__dirname, '../..');
const DEMO = join(ROOT, 'demo/ropewalk.json');
const folder = mkdtempSync(join(tmpdir(), 'ergon-setup-'));
afterAll(() => rmSync(folder, { recursive: true }));

const parsed = parseDocument(JSON.parse(readFileSync(DEMO, 'utf8')));
if (!parsed.ok) throw new Error('the demo is not sound');
const demo = parsed.document;

function changed(change: (document: typeof demo) => void): string {
  const document = structuredClone(demo);
  change(document);
  const path = join(folder, 'changed.json');
  writeFileSync(path, JSON.stringify(document));
  return path;
}

test('air says net by net where to go and why, and fails where a family has no channel left', async () => {
  const { code, out } = await run('air', DEMO, '--event', 'ropewalk');
  expect(code).toBe(0);
  expect(out).toContain('Plover goes from channel 11, ID 27 to channel 17, ID 27: only 2.5 MHz from Guests’ network.');
  expect(out).toContain('Theirs: Film crew: triggers not told');
  expect(out).toContain('Not told yet: Film crew. Ask them');
  const crowded = changed(({ onAir }) => {
    for (let channel = 1; channel <= 14; channel++)
      onAir.push({
        id: `crew-${channel}`,
        event: 'ropewalk',
        sort: 'crew',
        name: `Crew ${channel}`,
        family: 'curlew',
        channel,
      });
  });
  const full = await run('air', crowded, '--event', 'ropewalk');
  expect(full.code).toBe(1);
  expect(full.out).toContain('Curlew has no channel left that is nobody’s. What is left: agree turns');
  expect(full.out).toContain('Say to them:');
});

test('air --json gives seats, troubles and the changes of every look', async () => {
  const { events } = JSON.parse((await run('air', DEMO, '--json')).out);
  const ropewalk = events.find(({ event }: { event: string }) => event === 'ropewalk');
  const plover = ropewalk.nets.find(({ family }: { family: string }) => family === 'plover');
  expect(plover).toMatchObject({ now: { channel: 11, code: 27 }, to: { channel: 17, code: 27 }, left: [] });
  expect(plover.units).toContain('perch-1');
  expect(ropewalk.changes.map(({ look }: { look: string }) => look)).toContain('vows');
});

test('groups prints a table of light by look and what no letter reaches', async () => {
  const { code, out } = await run('groups', DEMO, '--event', 'ropewalk');
  expect(code).toBe(0);
  expect(out).toMatch(/D {2}Light 5: – – – told –/);
  expect(out).toContain('Light 9: TTL cannot pass');
  const { events } = JSON.parse((await run('groups', DEMO, '--event', 'ropewalk', '--json')).out);
  const plover = events[0].nets.find(({ family }: { family: string }) => family === 'plover');
  expect(plover.plan).toMatchObject({ seconds: 0, secondsNow: 250, exact: true });
});

test('cards prints each line with its how-to, and is done only once everything is dialled', async () => {
  const one = await run('cards', DEMO, '--look', 'first-dance', '--unit', 'answer-1');
  expect(one.code).toBe(1);
  expect(one.out).toContain('[ ] Channel: 6 (switches 1 on, 2 off, 3 on, 4 off; Four switches under the lid');
  const dialled = changed(({ units }) => {
    const at = '2027-06-12T13:00:00Z';
    units.find(({ id }) => id === 'answer-1')!.dialled = { channel: { value: 6, by: 'Maren', at } };
  });
  expect(await run('cards', dialled, '--look', 'first-dance', '--unit', 'answer-1')).toMatchObject({ code: 0 });
  const { looks } = JSON.parse((await run('cards', DEMO, '--look', 'vows', '--json')).out);
  expect(looks[0].cards.map(({ unit }: { unit: string }) => unit)).toEqual([
    'sender-1',
    'light-1',
    'light-2',
    'body-1',
  ]);
  expect((await run('cards', DEMO, '--unit', 'nothing')).err).toContain('--unit: the file has no unit "nothing"');
  expect((await run('air', DEMO, '--event', 'nothing')).err).toContain('it has harvest, regatta, ropewalk');
});

const look = demo.looks.find(({ id }) => id === 'speeches')!;
const PRESS = { camera: {}, shot: { body: 'body-1', attitude: 'level' as const }, letter: null };
const seenBy = (kit: StandinKit, letter: string | null = null) =>
  Object.fromEntries(kit.press({ ...PRESS, letter }).map(({ light, seen }) => [light, seen]));

test('the stand-in kit plays what is really set on its units, until somebody sets it right', () => {
  const kit = new StandinKit(demo, look, {
    'light-2': { channel: 12 },
    'light-1': { group: 'B' },
    'light-9': { power: -2 },
  });
  expect(seenBy(kit)).toEqual({ 'light-1': 'fired', 'light-2': 'dark', 'light-3': 'fired', 'light-9': 'fired' });
  // Alone, what is set to another letter shows.
  expect(seenBy(kit, 'A')['light-1']).toBe('dark');
  expect(kit.press(PRESS).find(({ light }) => light === 'light-9')!.stops).toBe(-2);
  expect(kit.set('light-2', 'channel', 11)).toBeNull();
  expect(seenBy(kit)['light-2']).toBe('fired');
  expect(kit.set('light-2', 'channel', 'eleven')).toMatch(/number/);
  expect(kit.set('body-1', 'shutter', '1/60')).toBe('there is no such unit here');
  // What the app has at the camera is heard, too.
  const off = { ...look.units['sender-1']!, channel: 3 };
  expect(
    Object.values(
      Object.fromEntries(kit.press({ ...PRESS, camera: { 'sender-1': off } }).map(({ light, seen }) => [light, seen])),
    ),
  ).toEqual(['dark', 'dark', 'dark', 'dark']);
});

test('a meter reads what the lights really give, and what nobody recorded as in any such room', () => {
  const document = { ...demo, readings: demo.readings.filter(({ lights }) => Object.keys(lights).length > 0) };
  const kit = new StandinKit(document, look, { 'light-1': { group: 'B' }, 'light-2': { channel: 12 } });
  const read = (lights: string[]) => kit.meter({ camera: {}, shot: PRESS.shot, lights });
  // The key read 3.6 at 1/8; told 1/16 with the fill it gives a stop less.
  expect(read(['light-1'])).toEqual({ stops: expect.closeTo(2.6, 6), dark: [] });
  expect(read(['light-2'])).toEqual({ stops: null, dark: ['light-2'] });
  expect(read(['light-1', 'light-2'])).toEqual({ stops: expect.closeTo(2.6, 6), dark: ['light-2'] });
  // 4.5 times the root of 60 Ws at 3 m, a sixteenth, at ISO 800: 2 log2(34.86 / 3) - 4 + 3.
  expect(read(['light-9']).stops).toBeCloseTo(2 * Math.log2((4.5 * Math.sqrt(ws('light-9'))) / 3) - 1, 6);
  // A hall of 5 at a second and ISO 100; 1/160 takes 7 and a third, ISO 800 gives 3.
  expect(read([]).stops).toBeCloseTo(5 - 22 / 3 + 3, 6);
  expect(new StandinKit(demo, look, {}).meter({ camera: {}, shot: PRESS.shot, lights: [] }).stops).toBeCloseTo(1.2, 6);
  expect(kit.meter({ camera: {}, shot: { body: 'nothing', attitude: 'level' }, lights: [] }).stops).toBeNull();
});

const ws = (unit: string): number => {
  const profile = demo.profiles.find(({ id }) => id === demo.units.find(({ id }) => id === unit)!.profile)!;
  return profile.kind === 'flash' ? profile.power.energyWs! : NaN;
};

test('it falls asleep, is woken by a hand, and runs flat', () => {
  let now = 0;
  const events: StandinEvent[] = [];
  const units = demo.profiles.map((profile) =>
    profile.id === 'tholmar-60k'
      ? { ...profile, sleepMinutes: 5, wakesByRadio: false, cells: { fullPops: 1 } }
      : profile,
  );
  const kit = new StandinKit({ ...demo, profiles: units as typeof demo.profiles }, look, {}, () => now);
  const stop = kit.listen((event) => events.push(event));
  now = 4 * 60_000;
  expect(seenBy(kit)['light-3']).toBe('fired');
  now += 6 * 60_000;
  expect(kit.get('light-3', 'asleep')).toBe(true);
  expect(seenBy(kit)['light-3']).toBe('dark');
  expect(kit.set('light-3', 'asleep', false)).toBeNull();
  expect(seenBy(kit)['light-3']).toBe('fired');
  // Sixteen pops of a sixteenth are one full one.
  for (let pop = 0; pop < 16; pop++) kit.press(PRESS);
  expect(kit.get('light-3', 'cells')).toBe('flat');
  expect(seenBy(kit)['light-3']).toBe('dark');
  expect(events).toContainEqual({ unit: 'light-3', what: 'flat' });
  expect(kit.set('light-3', 'cells', 'good')).toBeNull();
  expect(seenBy(kit)['light-3']).toBe('fired');
  stop();
  const heard = events.length;
  kit.press(PRESS);
  expect(events).toHaveLength(heard);
});

test('what is typed on a panel is a number, a switch or a word', () => {
  expect(['11', 'on', 'off', 'remote', ' ', '-2.5', '["pc","jack"]'].map(typedValue)).toEqual([
    11,
    true,
    false,
    'remote',
    null,
    -2.5,
    ['pc', 'jack'],
  ]);
});

describe('as a process', () => {
  let child: ChildProcess;
  let address = '';
  const file = join(folder, 'address');
  beforeAll(async () => {
    const args = [
      'cli/ergon.mjs',
      'standin',
      DEMO,
      '--look',
      'speeches',
      '--actual',
      'demo/standin.json',
      '--address-file',
      file,
    ];
    child = spawn(process.execPath, args, { cwd: ROOT });
    address = await new Promise((resolve, reject) => {
      child.stdout!.on('data', (part) => {
        const [found] = /http:\/\/127\.0\.0\.1:\d+/.exec(String(part)) ?? [];
        if (found) resolve(found);
      });
      child.on('exit', () => reject(new Error('it ended')));
    });
  }, 30_000);
  afterAll(() => child.kill());

  const post = (path: string, body: object) =>
    fetch(address + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
      redirect: 'manual',
    });

  test('each unit has a panel that shows and sets what is on it; a press is answered, events are told', async () => {
    expect(readFileSync(file, 'utf8')).toBe(address);
    const page = await (await fetch(address)).text();
    expect(page).toContain('<a href="/units/light-2">Light 2</a>');
    expect(page).not.toContain('Sender 1');
    expect(await (await fetch(`${address}/units/light-2`)).text()).toMatch(/name="value" value="12"/);
    const stream = (await fetch(`${address}/api/events`)).body!.getReader();
    expect((await post('/units/light-2', { setting: 'channel', value: '11' })).status).toBe(303);
    expect(new TextDecoder().decode((await stream.read()).value)).toContain('{"unit":"light-2","what":"set"}');
    await stream.cancel();
    expect(await (await fetch(`${address}/units/light-2`)).text()).toMatch(/name="value" value="11"/);
    const wrong = await post('/units/light-2', { setting: 'channel', value: 'eleven' });
    expect(wrong.status).toBe(400);
    expect(await wrong.text()).toContain('Nothing was set:');
    expect((await post('/units/light-2', { setting: 'constructor', value: '1' })).status).toBe(400);
    expect((await fetch(`${address}/units/nothing`)).status).toBe(404);
    const { observed } = (await (await post('/api/press', PRESS)).json()) as { observed: unknown[] };
    expect(observed).toContainEqual({ light: 'light-2', seen: 'fired', stops: -4 });
    expect(observed).toContainEqual({ light: 'light-3', seen: 'dark', stops: null });
    expect((await post('/api/press', { shot: {} })).status).toBe(400);
    const { camera, shot } = PRESS;
    expect(await (await post('/api/meter', { camera, shot, lights: ['light-3'] })).json()).toEqual({
      stops: null,
      dark: ['light-3'],
    });
    expect((await post('/api/meter', { camera, shot })).status).toBe(400);
  });

  test('it ends when asked to, and leaves no address behind', async () => {
    child.kill('SIGTERM');
    await new Promise((resolve) => child.once('exit', resolve));
    expect(() => readFileSync(file)).toThrow();
  });
});
