/** Kill -9 of the database, then of the server, in the middle of edits: nothing acknowledged is lost. */
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';

const ROOT = join(__dirname, '../..');
const folder = mkdtempSync(join('/dev/shm', 'ergon-kill-'));
let child: ChildProcess | undefined;
let cookie = '';
let address = '';

async function start(): Promise<void> {
  child = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: ROOT,
    env: {
      ...process.env,
      ERGON_ROOT: ROOT,
      ERGON_DATA: folder,
      ERGON_PORT: '0',
      TSX_TSCONFIG_PATH: join(ROOT, 'server/tsconfig.json'),
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  address = await new Promise<string>((resolve, reject) => {
    let said = '';
    child!.stdout!.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const ready = /ready at (http:\S+)/.exec(said);
      if (ready) resolve(ready[1]!);
    });
    child!.once('exit', () => reject(new Error(`the server ended: ${said}`)));
  });
}

const exited = () => new Promise((resolve) => child!.once('exit', resolve));

async function api(method: string, path: string, body?: object): Promise<{ status: number; body: any }> {
  const response = await fetch(`${address}/api${path}`, {
    method,
    headers: { cookie, ...(body && { 'content-type': 'application/json' }) },
    ...(body && { body: JSON.stringify(body) }),
    signal: AbortSignal.timeout(5000),
  });
  const [set] = response.headers.getSetCookie();
  if (set) cookie = set.split(';')[0]!;
  const text = await response.text();
  return { status: response.status, body: text ? JSON.parse(text) : null };
}

async function placed(unit: string) {
  const { body } = await api('GET', '/rig');
  return body.looks.find((look: { id: string }) => look.id === 'first-dance').units[unit];
}

/** Edits one light over and over until told to stop; returns the last channel the server confirmed. */
async function editUntil(unit: string, stop: () => boolean) {
  let { version } = await placed(unit);
  let confirmed: number | null = null;
  let count = 0;
  for (let channel = 1; !stop(); channel = (channel % 32) + 1) {
    const answer = await api('POST', '/looks/first-dance/changes', {
      changes: [{ unit, version, set: { channel } }],
    }).catch(() => null);
    if (answer?.status !== 200) {
      if (stop()) break;
      await sleep(50);
      // After an outage the answer may have been lost and the edit kept: read on from what is there.
      const now = await placed(unit).catch(() => null);
      if (!now) continue;
      expect(now.version).toBeGreaterThanOrEqual(version);
      if (confirmed !== null && now.version === version) expect(now.settings.channel).toBe(confirmed);
      ({ version } = now);
      confirmed = now.settings.channel;
      continue;
    }
    version = answer.body.saved[0].version;
    confirmed = channel;
    count++;
  }
  return { confirmed, version, count };
}

afterAll(async () => {
  if (child && child.exitCode === null && child.signalCode === null) {
    const gone = exited();
    child.kill('SIGTERM');
    await gone;
  }
  rmSync(folder, { recursive: true, force: true });
});

test('the database is killed, comes back by itself, and holds every confirmed edit', async () => {
  await start();
  await api('POST', '/demo');
  let done = false;
  const edits = ['light-1', 'light-2', 'light-6'].map((unit) => editUntil(unit, () => done));
  for (let kills = 0; kills < 2; kills++) {
    await sleep(700);
    const pid = Number(readFileSync(join(folder, 'mariadb.pid'), 'utf8'));
    process.kill(pid, 'SIGKILL');
    await sleep(3000);
    expect(Number(readFileSync(join(folder, 'mariadb.pid'), 'utf8'))).not.toBe(pid);
  }
  done = true;
  const results = await Promise.all(edits);
  for (const [index, unit] of ['light-1', 'light-2', 'light-6'].entries()) {
    expect(results[index]!.count).toBeGreaterThan(20);
    expect(await placed(unit)).toMatchObject({
      version: results[index]!.version,
      settings: { channel: results[index]!.confirmed },
    });
  }
}, 60_000);

test('the server is killed, and after a restart the session and every confirmed edit are there', async () => {
  let killed = false;
  const edits = ['light-1', 'light-2'].map((unit) => editUntil(unit, () => killed));
  await sleep(800);
  const gone = exited();
  child!.kill('SIGKILL');
  killed = true;
  await gone;
  const results = await Promise.all(edits);
  await restartWhenFree();
  for (const [index, unit] of ['light-1', 'light-2'].entries()) {
    const now = await placed(unit);
    // One more edit may have been stored whose answer never arrived; none that was confirmed may be missing.
    expect(now.version).toBeGreaterThanOrEqual(results[index]!.version);
    if (now.version === results[index]!.version) expect(now.settings.channel).toBe(results[index]!.confirmed);
    expect(now.version - results[index]!.version).toBeLessThanOrEqual(1);
  }
}, 60_000);

/** The orphaned database closes in its own time; the next start waits for its files. */
async function restartWhenFree(): Promise<void> {
  for (let attempt = 0; ; attempt++) {
    try {
      return await start();
    } catch (error) {
      if (attempt === 5) throw error;
      await sleep(1000);
    }
  }
}
