/** Database nodes on loopback that hold the same data, each of which is started again when it dies and joins the others. */
import { type ChildProcess, execFile, execFileSync, spawn } from 'node:child_process';
import { chmodSync, closeSync, cpSync, existsSync, openSync, readFileSync, rmSync } from 'node:fs';
import { randomInt } from 'node:crypto';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { promisify } from 'node:util';
import { createConnection, type RowDataPacket } from 'mysql2/promise';
import type { DatabaseLogin } from '../../server/src/database/dataSource.ts';
import { startPrivateMariadb } from '../../server/src/database/privateMariadb.ts';

const PROVIDER = '/usr/lib/galera/libgalera_smm.so';
/** What sends a node all there is gives up the rights of root, and could not write what root owns. */
const OWNER = 'mysql';
const isRoot = process.getuid?.() === 0;
const AS_OWNER = isRoot ? [`--reuid=${OWNER}`, `--regid=${OWNER}`, '--clear-groups'] : [];
/** Asked for by the user it runs as: whoever changes users is not told of an end any more. */
const UNTIL_OUR_END = ['setpriv', '--pdeathsig', 'KILL'];
const READY_WITHIN_MS = 120_000;

/** How soon the others go on without a node that is gone: five seconds if left alone. And no more room than a test needs. */
const PROVIDER_OPTIONS = [
  'evs.keepalive_period=PT0.3S',
  'evs.inactive_check_period=PT0.2S',
  'evs.suspect_timeout=PT2.5S',
  'evs.inactive_timeout=PT5S',
  'gcache.size=32M',
];

/** One that is back before the others know it was gone holds up all of them. */
const AWAY_MS = 7000;

interface Place {
  folder: string;
  port: number;
  groupPort: number;
  /** Where it is sent what it missed, and where all there is if that is not enough. */
  missedPort: number;
  wholePort: number;
}

class GaleraNode {
  private child: ChildProcess | null = null;
  private ending = false;
  private readonly socketPath: string;

  constructor(
    readonly place: Place,
    private readonly others: () => readonly Place[],
  ) {
    this.socketPath = join(place.folder, 'd.sock');
  }

  start(more: readonly string[] = []): void {
    const log = openSync(join(this.place.folder, 'node.log'), 'a');
    const child = spawn('setpriv', [...AS_OWNER, ...UNTIL_OUR_END, 'mariadbd', ...this.args(), ...more], {
      stdio: ['ignore', log, log],
    });
    closeSync(log);
    this.child = child;
    child.once('exit', () => {
      if (!this.ending) void this.comeBack();
    });
  }

  /** From where it was when it died, which stands in its tables alone. */
  private async comeBack(): Promise<void> {
    await sleep(AWAY_MS);
    if (this.ending) return;
    const log = join(this.place.folder, 'recover.log');
    rmSync(log, { force: true });
    const args = [...this.args(), '--skip-networking', `--log-error=${log}`, '--wsrep-recover'];
    await promisify(execFile)('setpriv', [...AS_OWNER, 'mariadbd', ...args]).catch(() => undefined);
    if (this.ending) return;
    const at = existsSync(log) ? /Recovered position: (\S+)/.exec(readFileSync(log, 'utf8'))?.[1] : undefined;
    this.start(at === undefined ? [] : [`--wsrep-start-position=${at}`]);
  }

  private args(): string[] {
    const { folder, port, groupPort, missedPort, wholePort } = this.place;
    const own = [`gmcast.listen_addr=tcp://127.0.0.1:${groupPort}`, `ist.recv_addr=127.0.0.1:${missedPort}`];
    const others = this.others().map((other) => `127.0.0.1:${other.groupPort}`);
    return [
      '--no-defaults',
      `--datadir=${join(folder, 'db')}`,
      `--tmpdir=${join(folder, 'tmp')}`,
      '--bind-address=127.0.0.1',
      `--port=${port}`,
      `--socket=${this.socketPath}`,
      '--wsrep-on=ON',
      `--wsrep-provider=${PROVIDER}`,
      `--wsrep-provider-options=${[...PROVIDER_OPTIONS, ...own].join(';')}`,
      `--wsrep-cluster-address=gcomm://${others.join(',')}`,
      `--wsrep-node-address=127.0.0.1:${groupPort}`,
      '--wsrep-sst-method=rsync',
      `--wsrep-sst-receive-address=127.0.0.1:${wholePort}`,
      '--binlog-format=ROW',
      '--innodb-autoinc-lock-mode=2',
      '--innodb-log-file-size=16M',
      '--innodb-flush-log-at-trx-commit=0',
      '--innodb-flush-method=nosync',
      '--innodb-lock-wait-timeout=3',
      '--character-set-server=utf8mb4',
      '--default-time-zone=+00:00',
      '--performance-schema=off',
      '--skip-name-resolve',
    ];
  }

  /** Whether it has what the others have, of so many nodes. */
  async isWhole(nodes: number): Promise<boolean> {
    const connection = await createConnection({ socketPath: this.socketPath, user: 'root' }).catch(() => null);
    if (!connection) return false;
    try {
      const [rows] = await connection.query<RowDataPacket[]>(
        "SHOW STATUS WHERE Variable_name IN ('wsrep_local_state_comment', 'wsrep_cluster_size')",
      );
      const said = rows.map(({ Value }) => String(Value));
      return said.includes('Synced') && said.includes(String(nodes));
    } catch {
      return false;
    } finally {
      await connection.end().catch(() => undefined);
    }
  }

  /** Has it fall behind the others for a while, in ms: what it is asked meanwhile it answers from before. */
  async holdUp(ms: number): Promise<void> {
    const connection = await createConnection({ socketPath: this.socketPath, user: 'root' }).catch(() => null);
    if (!connection) return;
    try {
      await connection.query('FLUSH TABLES WITH READ LOCK');
      await sleep(ms);
    } catch {
      // It was killed meanwhile.
    } finally {
      // With the connection goes the lock.
      connection.destroy();
    }
  }

  kill(): boolean {
    const { child } = this;
    return child !== null && child.exitCode === null && child.signalCode === null && child.kill('SIGKILL');
  }

  /** As the first of its cluster. */
  async startAlone(): Promise<void> {
    this.ending = false;
    this.start(['--wsrep-new-cluster']);
    await until(() => this.isWhole(1), 'the first node did not start');
  }

  async stop(signal: 'SIGKILL' | 'SIGTERM' = 'SIGKILL'): Promise<void> {
    this.ending = true;
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill(signal);
    await gone;
  }
}

export interface GaleraCluster {
  /** How each node is reached. */
  logins: DatabaseLogin[];
  /** Whether all nodes are there and have the same. */
  isWhole(): Promise<boolean>;
  /** Ends one of them at once; false where it was dead already. */
  kill(which: number): boolean;
  /** Has one of them fall behind the others for so many ms. */
  holdUp(which: number, ms: number): Promise<void>;
  stop(): Promise<void>;
}

/** @throws Error where they do not come together in time. */
export async function startGaleraCluster(folder: string, count = 3): Promise<GaleraCluster> {
  const places: Place[] = [];
  for (let n = 0; n < count; n++) places.push(await placeIn(join(folder, `node-${n}`)));
  if (isRoot) chmodSync(folder, 0o755);
  const nodes = places.map((place) => new GaleraNode(place, () => places.filter((other) => other !== place)));
  const isWhole = async () => (await Promise.all(nodes.map((node) => node.isWhole(count)))).every(Boolean);
  const stop = async () => void (await Promise.all(nodes.map((node) => node.stop())));
  let login: DatabaseLogin;
  try {
    login = await makeData(places, nodes[0]!);
    await nodes[0]!.startAlone();
    for (const [n, node] of nodes.entries()) {
      if (n > 0) node.start();
      await until(() => node.isWhole(n + 1), 'the nodes did not come together');
    }
  } catch (error) {
    await stop();
    throw error;
  }
  return {
    logins: places.map(({ port }) => ({ ...login, port })),
    isWhole,
    kill: (which) => nodes[which % count]!.kill(),
    holdUp: (which, ms) => nodes[which % count]!.holdUp(ms),
    stop,
  };
}

async function placeIn(folder: string): Promise<Place> {
  const [port, groupPort] = [await quietPort(), await quietPort()];
  return { folder, port, groupPort, missedPort: await quietPort(), wholePort: await quietPort() };
}

/** A node listens at some of its ports only now and then; from these none is given to a connection that goes out meanwhile. */
async function quietPort(): Promise<number> {
  const port = randomInt(10_000, 30_000);
  const probe = createServer();
  const free = await new Promise<boolean>((resolve) =>
    probe.once('error', () => resolve(false)).listen(port, '127.0.0.1', () => resolve(true)),
  );
  await new Promise((resolve) => probe.close(resolve));
  return free ? port : quietPort();
}

/** An empty database and who may use it, copied from the first node to the others: they need not be sent it. */
async function makeData(places: readonly Place[], first: GaleraNode): Promise<DatabaseLogin> {
  const [{ folder }, ...others] = places as [Place, ...Place[]];
  const database = await startPrivateMariadb({ folder, database: 'ergon', throwaway: true });
  await database.stop();
  own(folder);
  // Only a node of a cluster notes where it is in its history.
  await first.startAlone();
  await first.stop('SIGTERM');
  for (const other of others) {
    cpSync(folder, other.folder, { recursive: true });
    own(other.folder);
  }
  return database.migrator;
}

const own = (folder: string) => isRoot && execFileSync('chown', ['-R', OWNER, folder]);

async function until(holds: () => Promise<boolean>, otherwise: string): Promise<void> {
  const deadline = Date.now() + READY_WITHIN_MS;
  while (!(await holds())) {
    if (Date.now() > deadline) throw new Error(otherwise);
    await sleep(100);
  }
}
