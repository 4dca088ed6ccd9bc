/** One database, or three nodes of one; servers on it; and somebody who kills them. */
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import type { DatabaseLogin } from '../../server/src/database/dataSource.ts';
import { freePort, startPrivateMariadb } from '../../server/src/database/privateMariadb.ts';
import { startGaleraCluster } from './galeraCluster.ts';

/** A node that was killed has to be back after this. */
const WHOLE_WITHIN_MS = 180_000;
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

/** What the servers keep everything in. */
interface Store {
  /** How each of its nodes is reached. */
  urls: string[];
  pid: () => number | undefined;
  /** What was killed at once; null where that was dead already, or all would be lost with it. */
  kill(which: number): Promise<string | null>;
  /** Has a node fall behind the others for so many ms. */
  holdUp(which: number, ms: number): Promise<void>;
  /** Whether nothing of it is dead. */
  isWhole(): Promise<boolean>;
  stop(): Promise<void>;
}

const urlOf = ({ user, password, host, port, database }: DatabaseLogin): string =>
  `mysql://${user}:${password}@${host}:${port}/${database}`;

async function oneDatabase(folder: string): Promise<Store> {
  const database = await startPrivateMariadb({ folder: join(folder, 'db'), database: 'ergon' });
  const kill = () => {
    try {
      return process.kill(database.pid() ?? NaN, 'SIGKILL') ? 'database' : null;
    } catch {
      // It is being started again.
      return null;
    }
  };
  return {
    urls: [urlOf(database.migrator)],
    pid: database.pid,
    kill: async () => kill(),
    holdUp: async () => undefined,
    isWhole: async () => true,
    stop: () => database.stop(),
  };
}

async function clusterOf(folder: string, nodes: number): Promise<Store> {
  const cluster = await startGaleraCluster(folder, nodes);
  return {
    urls: cluster.logins.map(urlOf),
    pid: () => undefined,
    // Of three nodes two go on; of two, none.
    kill: async (which) => ((await cluster.isWhole()) && cluster.kill(which) ? 'node' : null),
    holdUp: cluster.holdUp,
    isWhole: cluster.isWhole,
    stop: cluster.stop,
  };
}

export interface World {
  servers: ServerProcess[];
  databasePid: () => number | undefined;
  /** Of each node of the database, where it has several. */
  databaseUrls: string[];
  /** Ends one of them at once; which, by two numbers. Null when that one was dead already. */
  kill(which: number, node: number): Promise<string | null>;
  holdUp: Store['holdUp'];
  /** Until nothing is dead any more. */
  untilUp(): Promise<void>;
  close(): Promise<void>;
}

/** @param nodes of the database; each has a server of its own where there are several. */
export async function startWorld(nodes = 1): Promise<World> {
  process.env.PATH = `${process.env.PATH}:/usr/sbin`;
  const folder = mkdtempSync(join('/dev/shm', 'ergon-soak-'));
  const store = nodes === 1 ? await oneDatabase(folder) : await clusterOf(folder, nodes);
  const count = Math.max(2, nodes);
  const servers: ServerProcess[] = [];
  for (let n = 0; n < count; n++)
    servers.push(new ServerProcess(await freePort(), store.urls[n % nodes]!, join(folder, `server-${n}`)));
  const untilUp = async () => {
    const deadline = Date.now() + WHOLE_WITHIN_MS;
    while (!(await store.isWhole())) {
      if (Date.now() > deadline) throw new Error('a node of the database does not come back');
      await sleep(100);
    }
    await Promise.all(servers.map((server) => server.untilUp()));
  };
  await untilUp();
  return {
    servers,
    databasePid: store.pid,
    databaseUrls: store.urls,
    kill: async (which, node) => {
      const server = servers[which % (count + 1)];
      if (server) return server.kill() ? `server ${servers.indexOf(server)}` : null;
      return store.kill(node);
    },
    holdUp: store.holdUp,
    untilUp,
    close: async () => {
      await Promise.all(servers.map((server) => server.stop()));
      await store.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
