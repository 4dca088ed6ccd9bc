import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { run } from './run';

const DEMO = join(__dirname, '../../demo/ropewalk.json');
const folder = mkdtempSync(join(tmpdir(), 'ergon-cli-'));

afterAll(() => rmSync(folder, { recursive: true }));

function file(name: string, text: string): string {
  const path = join(folder, name);
  writeFileSync(path, text);
  return path;
}

test('check --json gives verdicts and findings with proven fixes', async () => {
  const { code, out } = await run('check', DEMO, '--look', 'first-dance', '--json');
  expect(code).toBe(1);
  const { verdicts, findings } = JSON.parse(out);
  expect(verdicts).toContainEqual(
    expect.objectContaining({ unit: 'light-6', shot: 'body-1', verdict: 'silent', codes: ['hearer.channel'] }),
  );
  const channel = findings.find((finding: { code: string }) => finding.code === 'hearer.channel');
  expect(Object.keys(channel).sort()).toEqual([
    'code',
    'evidence',
    'fixes',
    'look',
    'severity',
    'shots',
    'units',
    'wantLess',
    'what',
    'why',
  ]);
  expect(channel.fixes[0].changes).toEqual([{ unit: 'light-6', setting: 'channel', from: 3, to: 11 }]);
});

test('a clean look exits 0 and says so in words', async () => {
  const { code, out } = await run('check', DEMO, '--look', 'speeches');
  expect(code).toBe(0);
  expect(out).toContain('Body 1 · Light 3: in the frame');
  expect(out).toContain('A advice.untested: Light 1 to 3 and Light 9 are not proven.');
  expect(out).not.toMatch(/^ {2}[BD] /m);
});

test('what the file’s own test fires have proven is not asked for again', async () => {
  const { code, out } = await run('check', DEMO, '--look', 'harvest-supper');
  expect(code).toBe(0);
  expect(out).toContain('Body 1 · Light 3: in the frame');
  expect(out).not.toContain('not proven');
});

test('without --look every look is checked', async () => {
  const { out } = await run('check', DEMO);
  for (const name of ['Vows', 'Family groups', 'Speeches', 'First dance', 'Slipway portraits'])
    expect(out).toContain(name);
});

test('fire prints the time line in microseconds', async () => {
  const { code, out } = await run('fire', DEMO, '--look', 'first-dance', '--body', 'body-2', '--json');
  expect(code).toBe(1);
  const [shot] = JSON.parse(out);
  expect(shot.timeline[0]).toEqual({ atUs: -79_950, kind: 'pulse', unit: 'light-7', pulse: 'pre', cause: 'body-2' });
  expect(shot.verdicts).toContainEqual({ unit: 'light-8', verdict: 'early', atUs: -79_850 });
  expect((await run('fire', DEMO, '--look', 'speeches')).code).toBe(0);
  expect((await run('fire', DEMO, '--look', 'first-dance')).out).toContain(
    '-79950 us  Light 7 meters, set off by Body 2',
  );
});

test('fire presses a guest’s shutter too: its pop-up sets off the eye that sees it', async () => {
  const { code, out } = await run('fire', DEMO, '--look', 'slipway', '--body', 'guest-1');
  expect(code).toBe(1);
  expect(out).toContain('-80000 us  Guest 1 meters\n');
  expect(out).toContain('-79900 us  Light 8 fires at -3, set off by Guest 1');
  expect(out).toContain('Light 8: fires when it should not');
  expect(out).not.toContain('no longer in the kit');
});

test('a camera held two ways is two shots, in check and in fire', async () => {
  const demo = JSON.parse(readFileSync(DEMO, 'utf8'));
  const speeches = demo.looks.find((look: { id: string }) => look.id === 'speeches');
  speeches.units['body-1'].attitudes = ['level', 'upright'];
  const turned = file('turned.json', JSON.stringify(demo));
  expect((await run('check', turned, '--look', 'speeches')).out).toContain('Body 1 upright · Light 1: in the frame');
  const shots = JSON.parse((await run('fire', turned, '--look', 'speeches', '--body', 'body-1', '--json')).out);
  expect(shots.map((shot: { attitude: string }) => shot.attitude)).toEqual(['level', 'upright']);
});

test('a light beyond its reach fires in a share of the shots, and check says it is an estimate of that', async () => {
  const demo = JSON.parse(readFileSync(DEMO, 'utf8'));
  const speeches = demo.looks.find((look: { id: string }) => look.id === 'speeches');
  // Plover is stated to reach 80 m; at 90 m it loses 1.02 dB.
  speeches.units['light-3'].distanceM = 90;
  const far = file('far.json', JSON.stringify(demo));
  const checked = await run('check', far, '--look', 'speeches');
  expect(checked.code).toBe(1);
  expect(checked.out).toContain('Light 3: fires in about 90 of 100 shots');
  const { out } = await run('fire', far, '--look', 'speeches', '--body', 'body-1');
  expect(out).toContain('Light 3 fires at -4, in about 90 of 100 shots, set off by Sender 1');
});

test.each<[string, string[], RegExp]>([
  ['no arguments', [], /^usage: ergon check/],
  ['an unknown command', ['chek', DEMO], /there is no command "chek"/],
  ['an unknown option', ['check', DEMO, '--lok', 'x'], /Unknown option '--lok'/],
  [
    'a file that is not there',
    ['check', '/nowhere/kit.json'],
    /\/nowhere\/kit.json: cannot be read \(ENOENT\): check the path/,
  ],
  ['broken JSON', ['check', file('broken.json', '{"format":')], /broken.json: is not valid JSON/],
  [
    'an unsound document',
    ['check', file('bad.json', JSON.stringify({ ...JSON.parse(readFileSync(DEMO, 'utf8')), units: 3 }))],
    /bad.json: units is 3: write a list in \[ \]/,
  ],
  [
    'a look that is not there',
    ['check', DEMO, '--look', 'brunch'],
    /--look: the file has no look "brunch"; it has family-groups, first-dance/,
  ],
  ['fire without a look', ['fire', DEMO], /--look: fire needs one of family-groups, first-dance/],
  [
    'a body that is not there',
    ['fire', DEMO, '--look', 'vows', '--body', 'body-9'],
    /--body: the look has no body "body-9"; it has body-1/,
  ],
])('%s is unusable: exit 2, the remedy on standard error, nothing on standard output', async (_, args, message) => {
  const { code, out, err } = await run(...args);
  expect(code).toBe(2);
  expect(err).toMatch(message);
  expect(out).toBe('');
});

test('the installed command runs as a program', () => {
  const result = spawnSync('npx', ['ergon', 'check', DEMO, '--look', 'speeches'], {
    cwd: join(__dirname, '../..'),
    encoding: 'utf8',
  });
  expect(result.stdout).toContain('Speeches (speeches)');
  expect(result.status).toBe(0);
}, 60_000);

test('fix prints the least work stop by stop, and as JSON', async () => {
  const { code, out } = await run('fix', DEMO, '--look', 'slipway');
  expect(code).toBe(0);
  expect(out).toContain('Slipway portraits (slipway)');
  expect(out).toContain('At the camera\n    Switch on flash firing on Body 1\n    Switch on Sender 1');
  expect(out).toContain('No other settings take less.');
  const [plan] = JSON.parse((await run('fix', DEMO, '--look', 'slipway', '--json')).out);
  expect(plan).toMatchObject({ look: 'slipway', exact: true, left: [] });
});

test('what no setting mends is told apart: what to do by hand, and what would serve if less were wanted', async () => {
  const { code, out } = await run('fix', DEMO, '--look', 'family-groups');
  expect(code).toBe(1);
  expect(out).toContain(
    '  Light 4: at its lowest it is 2 stops too bright: twice as far from what it lights, a diffuser, or 2 stops of density in front of it would do.\n  Or want less\n    Set power 1/128 on Light 4; Set group C power 1/128 on Sender 1\n  To look up\n    ID of Light 2',
  );
  const checked = await run('check', DEMO, '--look', 'family-groups');
  expect(checked.out).toContain('      or want less: Set power 1/128 on Light 4; Set group C power 1/128 on Sender 1');
  // Every unit is named, and where the signal was lost.
  const slipway = (await run('check', DEMO, '--look', 'slipway')).out;
  expect(slipway).toContain('Body 1 · Light 3: silent, lost at the camera, Body 1');
  expect(slipway).not.toMatch(/and \d+ more\b/);
});

test('fix from the camera alone leaves what needs a walk, and says so by its exit', async () => {
  const { code, out } = await run('fix', DEMO, '--look', 'slipway', '--at-camera', '--seconds', '60', '--json');
  expect(code).toBe(1);
  const [plan] = JSON.parse(out);
  expect(plan.walkSeconds).toBe(0);
  expect(plan.left.length).toBeGreaterThan(0);
});

test('whatif tells what a change would break, look by look', async () => {
  const { code, out } = await run('whatif', DEMO, '--set', 'sender-1.channel=7', '--look', 'speeches');
  expect(code).toBe(1);
  expect(out).toContain('Set channel 7 on Sender 1');
  expect(out).toMatch(/would fail\./);
  expect((await run('whatif', DEMO, '--set', 'light-1.place=bar')).code).toBe(0);
});

test.each<[string[], string]>([
  [['whatif', DEMO], '--set: say what to change'],
  [['whatif', DEMO, '--set', 'light-1'], '--set: "light-1" is not unit.setting=value'],
  [['whatif', DEMO, '--set', 'ghost.channel=1'], '--set: no look has the unit of ghost.channel=1'],
  [['whatif', DEMO, '--look', 'vows', '--set', 'ghost.channel=1'], '--set: the look has no unit "ghost"'],
  [['whatif', DEMO, '--set', 'light-1.channel=eleven'], '--set: light-1.channel is "eleven": write a number'],
  [
    ['whatif', DEMO, '--set', 'light-1.chanel=1'],
    '--set: light-1.chanel is not a known field. Did you mean "channel"?',
  ],
  [['fix', DEMO, '--seconds', 'soon'], '--seconds: "soon" is not a number of seconds'],
  [['fix', DEMO, '--look', 'brunch'], '--look: the file has no look "brunch"'],
])('%j cannot be used', async (args, message) => {
  const { code, err } = await run(...args);
  expect(code).toBe(2);
  expect(err).toContain(message);
});

test('propose lays out a look from a wish, the next best with what they lose', async () => {
  const { code, out } = await run('propose', DEMO, '--lights', 'key,fill:metered,front@body-1', '--bodies', 'body-1');
  expect(code).toBe(0);
  const lines = out.split('\n');
  expect(lines[0]).toBe('1. Every light is set from the camera. Light 3 on Body 1 speaks Plover. Shutter 1/160.');
  expect(lines).toContain('   fill: Light 2 by Plover, metered. If its sender dies: Light 4 takes over.');
  expect(lines).toContain('   front: Light 3 on the shoe, fixed power.');
  expect(lines.filter((line) => line.startsWith('   Against the first: '))).toHaveLength(2);
});

test('propose --json gives every setting; a wish nothing meets exits 1 and names what is missing', async () => {
  const { code, out } = await run('propose', DEMO, '--lights', 'key,rim', '--bodies', 'body-1', '--json');
  expect(code).toBe(0);
  const { proposals, exact } = JSON.parse(out);
  expect(exact).toBe(true);
  expect(proposals[0].units['sender-1']).toMatchObject({ role: 'master', mount: 'body-1', channel: 11, networkId: 27 });
  const none = await run('propose', DEMO, '--lights', 'key', '--bodies', 'body-1,body-2,guest-1');
  expect(none.code).toBe(1);
  expect(none.out).toContain('One more sender of Plover, such as another Tholmar Sender K.');
});

test.each([
  [['--lights', 'key,,rim'], '--lights: name what each light is for: "key,fill,rim"'],
  [['--lights', 'key@'], '--lights: "key@" is not written like key, key:metered or front@body-1'],
  [
    ['--lights', 'key', '--bodies', 'body-9'],
    '--bodies: the file has no body "body-9"; it has body-1, body-2, guest-1',
  ],
  [[], '--lights: name what each light is for: "key,fill,rim"'],
])('propose with %j cannot be used, and says how', async (args, told) => {
  const { code, out, err } = await run('propose', DEMO, ...args);
  expect([code, out, err]).toEqual([2, '', `${told}\n`]);
});
