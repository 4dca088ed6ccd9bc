/** A disk that is really full, where this machine lets a small one be mounted: what is asked for waits, and goes on. */
import { settingEdits } from '@ergon/core/operation/editsOf';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import request from 'supertest';
import { listBackups } from '../src/backup/backupFile';
import { Backups } from '../src/backup/backups';
import { runningSocket } from '../src/database/dataDir';
import { fileLog } from '../src/log';
import { type Running, serve } from '../src/serve';
import { startFaultText } from '../src/startFault';
import { Mate } from './mate';
import { DEMO_FILE, FONTS, readDemo } from './testServer';

const folder = mkdtempSync('/dev/shm/ergon full-');
const canMount = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=260m', 'tmpfs', folder]).status === 0;
const filler = join(folder, 'filler');
const CHANGE = { unit: 'light-1', setting: 'channel', from: null, to: 7 } as const;
/** The disk is asked once a second. */
const noticed = () => sleep(1100);
let running: Running | undefined;
let agent: ReturnType<typeof request.agent>;

const start = async (): Promise<Running> =>
  (running = await serve({
    dataFolder: folder,
    appFolder: join(folder, 'none'),
    demoFile: DEMO_FILE,
    fonts: FONTS,
    port: 0,
    triesPerMinute: 1000,
    say: () => undefined,
    log: fileLog(join(folder, 'server.log')),
  }));

/** To the last byte. */
function fill(): void {
  for (;;) {
    const { bavail, bsize } = statfsSync(folder);
    if (bavail === 0) return;
    writeFileSync(filler, Buffer.alloc(Math.min(bavail * bsize, 8 << 20), 1), { flag: 'a' });
  }
}

afterAll(async () => {
  await running?.close();
  if (canMount) spawnSync('umount', ['-l', folder]);
  rmSync(folder, { recursive: true, force: true });
});

const onSmallDisk = canMount ? test : test.skip;

onSmallDisk(
  'what finds no room is said so, what is there can be read, and room is all it needs',
  async () => {
    await start();
    agent = request.agent(running!.address);
    await agent.post('/api/crews').send({ crew: 'Full', name: 'Ann', passphrase: 'tarred hemp rope' }).expect(204);
    const mate = new Mate(agent);
    await mate.imports(readDemo());
    fill();
    await noticed();
    const operation = await mate.operation((rig) => settingEdits(rig, 'first-dance', [CHANGE]));
    const answer = await mate.send(operation).expect(503);
    expect(answer.body.error).toMatchObject({
      code: 'server.full',
      message: expect.stringContaining('make room there'),
    });
    expect(answer.headers['retry-after']).toBeDefined();
    expect((await mate.rig()).number).toBe(1);
    const health = await agent.get('/health').expect(503);
    expect(health.body).toMatchObject({ status: 'down', database: 'ok', disk: 'full' });
    rmSync(filler);
    await noticed();
    expect(await mate.answer(operation)).toMatchObject({ result: 'taken', operation: { number: 2 } });
  },
  60_000,
);

onSmallDisk(
  'a backup that finds no room leaves nothing behind, and the next has what it needs',
  async () => {
    const reach = { socketPath: runningSocket(folder)!, user: 'root' };
    const backups = new Backups({ folder: join(folder, 'backups'), reach, database: 'ergon' });
    fill();
    await expect(backups.make('daily')).rejects.toThrow(/No space left|ENOSPC/);
    expect(listBackups(join(folder, 'backups'))).toEqual([]);
    expect(backups.health()).toBe('failed');
    rmSync(filler);
    expect((await backups.make('daily')).note).toMatchObject({ fault: null });
    expect(backups.health()).toBe('ok');
  },
  60_000,
);

onSmallDisk(
  'a database that ended for want of room is told of as that, and comes back once there is some',
  async () => {
    fill();
    process.kill(running!.databasePid()!, 'SIGKILL');
    await noticed();
    expect((await agent.get('/api/rig').expect(503)).body.error.code).toBe('server.full');
    rmSync(filler);
    for (let tries = 0; tries < 80 && (await agent.get('/health')).status !== 200; tries++) await sleep(1000);
    expect((await new Mate(agent).rig()).number).toBe(2);
  },
  120_000,
);

onSmallDisk(
  'a start that finds no room says so, and starts once there is some',
  async () => {
    await running!.close();
    running = undefined;
    fill();
    const error = await start().catch((caught: unknown) => caught);
    expect(startFaultText(error, folder)).toBe(
      `the disk of ${folder} is full. Make room there, then start again: nothing was changed`,
    );
    rmSync(filler);
    await start();
    expect((await request(running!.address).get('/health')).body).toMatchObject({ status: 'ok', disk: 'ok' });
  },
  60_000,
);
