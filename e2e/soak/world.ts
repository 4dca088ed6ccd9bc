/** One database, two servers on it, and somebody who kills them. */
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { freePort, type PrivateMariadb, startPrivateMariadb } from '../../server/src/database/privateMariadb.ts';

const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** A server that is started again whenever it dies. */
class ServerProcess {
  private child: ChildProcess | null = null;
  private ending = false;
  readonly address: string;

  constructor(
    private readonly port: number,
    private readonly databaseUrl: string,
    readonly folder: string,
  ) {
    this.address = `http://127.0.0.1:${port}`;
    this.start();
  }

  private start(): void {
    const child = spawn(process.execPath, ['server/dist/main.mjs'], {
      cwd: ROOT,
      env: {
        ...process.env,
        ERGON_ROOT: ROOT,
        ERGON_DATA: this.folder,
        ERGON_PORT: String(this.port),
        ERGON_DATABASE_URL: this.databaseUrl,
        ERGON_SIGN_IN_TRIES: '1000000',
      },
      stdio: 'ignore',
    });
    this.child = child;
    child.once('exit', () => {
      if (!this.ending) setTimeout(() => this.ending || this.start(), 100);
    });
  }

  get pid(): number | undefined {
    return this.child?.pid;
  }

  /** False when it was dead already. */
  kill(): boolean {
    const { child } = this;
    return child !== null && child.exitCode === null && child.signalCode === null && child.kill('SIGKILL');
  }

  async untilUp(): Promise<void> {
    for (;;) {
      const up = await fetch(`${this.address}/api/session`, { signal: AbortSignal.timeout(2000) }).catch(() => null);
      if (up?.ok) return;
      await sleep(100);
    }
  }

  async stop(): Promise<void> {
    this.ending = true;
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await gone;
  }
}

function killed(pid: number | undefined): boolean {
  try {
    return pid !== undefined && process.kill(pid, 'SIGKILL');
  } catch {
    // It is being started again.
    return false;
  }
}

export interface World {
  servers: ServerProcess[];
  database: PrivateMariadb;
  databaseUrl: string;
  /** Ends one of them at once; which, by a number. Null when that one was dead already. */
  kill(which: number): string | null;
  close(): Promise<void>;
}

export async function startWorld(serverCount = 2): Promise<World> {
  process.env.PATH = `${process.env.PATH}:/usr/sbin`;
  const folder = mkdtempSync(join('/dev/shm', 'ergon-soak-'));
  const database = await startPrivateMariadb({ folder: join(folder, 'db'), database: 'ergon' });
  const { user, password, host, port, database: name } = database.migrator;
  const databaseUrl = `mysql://${user}:${password}@${host}:${port}/${name}`;
  const servers: ServerProcess[] = [];
  for (let n = 0; n < serverCount; n++)
    servers.push(new ServerProcess(await freePort(), databaseUrl, join(folder, `server-${n}`)));
  await Promise.all(servers.map((server) => server.untilUp()));
  return {
    servers,
    database,
    databaseUrl,
    kill: (which) => {
      const server = servers[which % (serverCount + 1)];
      if (server) return server.kill() ? `server ${servers.indexOf(server)}` : null;
      return killed(database.pid()) ? 'database' : null;
    },
    close: async () => {
      await Promise.all(servers.map((server) => server.stop()));
      await database.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
