/** Kill -9 of the database, then of the server, in the middle of edits: nothing acknowledged is lost. */
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { type ChildProcess, spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';

const ROOT = join(__dirname, '../..');
const folder = mkdtempSync(join('/dev/shm', 'ergon kill-'));
let child: ChildProcess | undefined;
let cookie = '';
let address = '';

const spawnServer = (dataFolder: string): ChildProcess =>
  spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: ROOT,
    env: {
      ...process.env,
      ERGON_ROOT: ROOT,
      ERGON_DATA: dataFolder,
      ERGON_PORT: '0',
      TSX_TSCONFIG_PATH: join(ROOT, 'server/tsconfig.json'),
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });

async function start(dataFolder = folder): Promise<void> {
  child = spawnServer(dataFolder);
  address = await new Promise<string>((resolve, reject) => {
    let said = '';
    child!.stdout!.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const ready = /ready at (https?:\S+)/.exec(said);
      if (ready) resolve(ready[1]!);
    });
    child!.once('exit', () => reject(new Error(`the server ended: ${said}`)));
  });
}

const exited = () => new Promise((resolve) => child!.once('exit', resolve));

async function api(
  method: string,
  path: string,
  body?: object,
): Promise<{ status: number; retryAfter: string | null; body: any }> {
  const response = await fetch(`${address}/api${path}`, {
    method,
    headers: { cookie, ...(body && { 'content-type': 'application/json' }) },
    ...(body && { body: JSON.stringify(body) }),
    signal: AbortSignal.timeout(15_000),
  });
  const set = response.headers.getSetCookie().find((one) => one.startsWith('ergon.sid='));
  if (set) cookie = set.split(';')[0]!;
  const text = await response.text();
  const retryAfter = response.headers.get('retry-after');
  return { status: response.status, retryAfter, body: text ? JSON.parse(text) : null };
}

async function rig(): Promise<CrewRig> {
  return (await api('GET', '/rig')).body;
}

/** The channels of a light that the server has confirmed, latest last, until told to stop. */
async function editUntil(unit: string, stop: () => boolean): Promise<number[]> {
  const { crew, member, looks, born } = await rig();
  const on = { kind: 'placing', id: unit, look: 'first-dance' };
  let from = looks.find((look) => look.id === on.look)!.units[unit]!.channel!;
  const confirmed = [from];
  for (let to = 100; !stop(); to++) {
    const edit = { edit: 'field', on, born: born[`placing/first-dance/${unit}`] ?? null, field: 'channel', from, to };
    const id = randomBytes(16).toString('hex');
    const at = new Date().toISOString();
    const operation = { id, version: 2, crew: crew.id, member: member.id, at, label: 'channel', edits: [edit] };
    // Whatever came of it, the same operation is sent until it is answered.
    while (!stop()) {
      const answer = await api('POST', '/operations', { sentAt: at, operations: [operation] }).catch(() => null);
      if (answer?.status === 200 && answer.body.answers.length === 1) {
        expect(answer.body.answers[0]).toMatchObject({ result: 'taken', operation: { conflicts: [] } });
        confirmed.push(to);
        from = to;
        break;
      }
      await sleep(50);
    }
  }
  return confirmed;
}

/** Each light has what was confirmed last, or the one edit after it whose answer never came. */
async function expectKept(units: readonly string[], confirmed: readonly number[][]): Promise<void> {
  const { looks, number } = await rig();
  const placed = looks.find((look) => look.id === 'first-dance')!.units;
  units.forEach((unit, index) => {
    const last = confirmed[index]!.at(-1)!;
    expect([last, last + 1, 100]).toContain(placed[unit]!.channel);
  });
  const { body } = await api('GET', '/operations?after=0');
  expect(body.operations.map((one: { number: number }) => one.number)).toEqual(
    Array.from({ length: Math.min(number, 200) }, (_, index) => index + 1),
  );
}

afterAll(async () => {
  if (child && child.exitCode === null && child.signalCode === null) {
    const gone = exited();
    child.kill('SIGTERM');
    await gone;
  }
  rmSync(folder, { recursive: true, force: true });
});

const databasePid = (): number => Number(readFileSync(join(folder, 'mariadb.pid'), 'utf8'));

/** The database's process once it is another than before. */
async function nextDatabase(before: number): Promise<number> {
  for (let waited = 0; waited < 20_000; waited += 50) {
    await sleep(50);
    if (existsSync(join(folder, 'mariadb.pid')) && databasePid() !== before && databasePid() > 0) return databasePid();
  }
  throw new Error('the database did not come back');
}

test('the database is killed ten times in a row, comes back by itself, and holds every confirmed edit', async () => {
  await start();
  await api('POST', '/demo');
  let done = false;
  const units = ['light-1', 'light-2', 'light-6'];
  const edits = units.map((unit) => editUntil(unit, () => done));
  for (let kills = 0, pid = databasePid(); kills < 10; kills++) {
    await sleep(300);
    process.kill(pid, 'SIGKILL');
    pid = await nextDatabase(pid);
  }
  await sleep(2000);
  done = true;
  const confirmed = await Promise.all(edits);
  for (const channels of confirmed) expect(channels.length).toBeGreaterThan(20);
  await expectKept(units, confirmed);
}, 120_000);

test('a database that hangs keeps nobody waiting for 5 s, and goes on where it was', async () => {
  const pid = databasePid();
  process.kill(pid, 'SIGSTOP');
  try {
    const asked = ['/rig', '/operations?after=0', '/document'].map((path) => api('GET', path));
    const health = await fetch(`${address}/health`, { signal: AbortSignal.timeout(15_000) });
    expect(health.status).toBe(503);
    for (const { status, retryAfter, body } of await Promise.all(asked)) {
      expect(status).toBe(503);
      // One that had a connection hears nothing, one that has to make a new one cannot.
      expect(['server.slow', 'server.unavailable']).toContain(body.error.code);
      expect(Number(retryAfter)).toBeGreaterThan(0);
    }
  } finally {
    process.kill(pid, 'SIGCONT');
  }
  expect((await rig()).crew.name).toBe('Demo crew');
  expect((await fetch(`${address}/health`)).status).toBe(200);
}, 30_000);

test('the server is killed, and after a restart the session and every confirmed edit are there', async () => {
  let killed = false;
  const units = ['light-1', 'light-2'];
  const edits = units.map((unit) => editUntil(unit, () => killed));
  await sleep(800);
  const gone = exited();
  child!.kill('SIGKILL');
  killed = true;
  await gone;
  const confirmed = await Promise.all(edits);
  // Its database closes in its own time: the next start waits for that.
  await start();
  await expectKept(units, confirmed);
}, 60_000);

test('a first start that was killed at any moment is no matter to the next', async () => {
  const gone = exited();
  child!.kill('SIGTERM');
  await gone;
  const fresh = mkdtempSync(join('/dev/shm', 'ergon kill-'));
  try {
    for (const ms of [700, 900, 1100, 1400, 1800]) {
      child = spawnServer(fresh);
      const ended = exited();
      await sleep(ms);
      child.kill('SIGKILL');
      await ended;
    }
    await start(fresh);
    cookie = '';
    await api('POST', '/demo');
    expect((await rig()).units.length).toBeGreaterThan(10);
    expect(readdirSync(fresh).filter((name) => name.startsWith('db.'))).toEqual([]);
  } finally {
    const ended = exited();
    child!.kill('SIGTERM');
    await ended;
    rmSync(fresh, { recursive: true, force: true });
  }
}, 60_000);
