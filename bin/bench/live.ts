/**
 * How long until another screen has an edit, and what a server carries: everything over real connections to real
 * servers. Ratios within one run are what to trust.
 */
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { importing, settingEdits } from '@ergon/core/operation/editsOf';
import { parseDocument } from '@ergon/core/record/kitDocument';
import { createConnection } from 'mysql2/promise';
import { randomBytes, randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';
import type { Measure } from './measure.ts';
import { Caller } from '../../e2e/soak/caller.ts';
import { startWorld, type World } from '../../e2e/soak/world.ts';

/** How much of everything, as a rule and in short. */
interface Scale {
  edits: number;
  listeners: number;
  members: number;
  crews: number;
  pacedMs: number;
}
const WHOLE: Scale = { edits: 60, listeners: 200, members: 300, crews: 50, pacedMs: 12_000 };
const SHORT: Scale = { edits: 3, listeners: 3, members: 4, crews: 2, pacedMs: 1500 };
/** Each member edits this often. */
const PACE_MS = 2000;
/** What an app does that is told to wait: it tries again, later each time, and not all at once. */
const AGAIN_MS = 500;
const MOST_TRIES = 8;

const parsed = parseDocument(JSON.parse(readFileSync(new URL('../../demo/ropewalk.json', import.meta.url), 'utf8')));
if (!parsed.ok) throw new Error('the demo is not sound');
const demo = parsed.document;

class Member extends Caller {
  rig!: CrewRig;

  at(address: string): Member {
    return Object.assign(new Member(address, this.cookie), { rig: this.rig });
  }

  async startCrew(): Promise<this> {
    await this.call('/crews', { crew: 'Bench', name: `Bench ${randomUUID()}`, passphrase: 'tarred hemp rope' });
    this.rig = await this.call('/rig');
    await this.send('import', importing(this.rig, demo, 'bench'));
    this.rig = await this.call('/rig');
    return this;
  }

  /** How often it was told to come again. */
  refused = 0;

  async send(label: string, edits: ReturnType<typeof importing>): Promise<number> {
    const now = new Date().toISOString();
    const [crew, member] = [this.rig.crew.id, this.rig.member.id];
    const operation = { id: randomBytes(16).toString('hex'), version: 2, crew, member, at: now, label, edits };
    const { answers } = await this.sent({ sentAt: now, operations: [operation] });
    if (answers[0].result !== 'taken') throw new Error(JSON.stringify(answers[0]));
    return answers[0].operation.number;
  }

  /** One server may have too much to do for a while: what waits is sent again, as an app does. */
  private async sent(body: object): Promise<any> {
    for (let tries = 1; ; tries++) {
      // A connection that was left open may be closed at the very moment it is used again.
      const got = await this.ask('/operations', { method: 'POST', body }).catch((error: Error) => ({
        status: 503,
        body: error.message,
      }));
      if (got.status < 300) return got.body;
      if (got.status !== 503 || tries === MOST_TRIES)
        throw new Error(`/operations: ${got.status} ${JSON.stringify(got.body)}`);
      this.refused++;
      await sleep(AGAIN_MS * tries * (0.5 + Math.random()));
    }
  }

  /** The channel of a light goes to a value it never had; what stood there is known. */
  private channel = new Map<string, number>();
  edit(unit: string): Promise<number> {
    const from = this.channel.get(unit);
    const state = this.rig;
    const [edit] = settingEdits(state, 'first-dance', [
      { unit, setting: 'channel', from: null, to: (from ?? 100) + 1 },
    ]);
    this.channel.set(unit, (from ?? 100) + 1);
    return this.send('channel', [from === undefined ? edit! : ({ ...edit!, from } as typeof edit & object)]);
  }

  /** Calls back with each number the feed tells, until stopped. */
  async listen(told: (number: number) => void): Promise<() => void> {
    const { number } = (await this.call('/rig')) as CrewRig;
    const ended = new AbortController();
    const response = await fetch(`${this.address}/api/feed?after=${number}`, {
      headers: { cookie: this.cookie },
      signal: ended.signal,
    });
    void (async () => {
      const decoder = new TextDecoder();
      for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>)
        for (const [, id] of decoder.decode(chunk).matchAll(/^id: (\d+)$/gm)) told(Number(id));
    })().catch(() => undefined);
    return () => ended.abort();
  }
}

const percentile = (samples: readonly number[], share: number): number =>
  [...samples].sort((a, b) => a - b)[Math.min(samples.length - 1, Math.floor(samples.length * share))]!;
const ms = (value: number): string => `${value.toFixed(1)} ms`;

/** From sending an edit until every listener has been told of it. */
async function editToScreens(editor: Member, listeners: readonly Member[], edits: number): Promise<number[]> {
  const told = new Map<number, { count: number; all: () => void }>();
  const hear = (number: number) => {
    const waiting = told.get(number) ?? { count: 0, all: () => undefined };
    waiting.count++;
    told.set(number, waiting);
    if (waiting.count === listeners.length) waiting.all();
  };
  const stops = await Promise.all(listeners.map((listener) => listener.listen(hear)));
  await sleep(300);
  const samples: number[] = [];
  for (let n = 0; n < edits; n++) {
    const start = performance.now();
    const number = await editor.edit('light-1');
    const waiting = told.get(number) ?? { count: 0, all: () => undefined };
    told.set(number, waiting);
    if (waiting.count < listeners.length) await new Promise<void>((resolve) => (waiting.all = resolve));
    samples.push(performance.now() - start);
  }
  stops.forEach((stop) => stop());
  return samples;
}

async function screens({ servers }: World, { edits, listeners }: Scale): Promise<Measure[]> {
  const editor = await new Member(servers[0]!.address).startCrew();
  const at = (server: 0 | 1) => editor.at(servers[server]!.address);
  const same = await editToScreens(editor, [at(0)], edits);
  const other = await editToScreens(editor, [at(1)], edits);
  const many = await editToScreens(
    editor,
    Array.from({ length: listeners }, () => at(0)),
    edits,
  );
  const measure = (what: string, samples: readonly number[]): Measure => {
    const [p50, p95] = [percentile(samples, 0.5), percentile(samples, 0.95)];
    const said = `p50 ${ms(p50)}, p95 ${ms(p95)}, x${(p50 / percentile(same, 0.5)).toFixed(1)} of one process`;
    return { what: `edit to other screen, ${what}`, value: p50, unit: 'ms', said };
  };
  return [
    measure('one process', same),
    measure('two processes', other),
    measure(`one process, all of ${listeners} listeners`, many),
  ];
}

/** Statements that read or write, and those that begin and end transactions, per edit: the database's own count. */
async function queries({ servers, databaseUrls }: World, { edits }: Scale): Promise<Measure> {
  const editor = await new Member(servers[0]!.address).startCrew();
  const connection = await createConnection(databaseUrls[0]!);
  const counts = async (): Promise<Record<string, number>> => {
    const [rows] = (await connection.query(
      "SHOW GLOBAL STATUS WHERE Variable_name IN ('Com_select','Com_insert','Com_update','Com_delete','Com_begin','Com_commit')",
    )) as unknown as [{ Variable_name: string; Value: string }[]];
    return Object.fromEntries(rows.map(({ Variable_name: name, Value: value }) => [name.slice(4), Number(value)]));
  };
  // The feed and the look-out for other servers stop a while after the last listener has gone.
  await sleep(4000);
  await editor.edit('light-2');
  const before = await counts();
  for (let n = 0; n < edits; n++) await editor.edit('light-2');
  const after = await counts();
  await connection.end();
  const per = (name: string) => ((after[name]! - before[name]!) / edits).toFixed(2);
  const names = ['select', 'update', 'insert', 'delete'];
  const total = names.reduce((sum, name) => sum + (after[name]! - before[name]!) / edits, 0);
  const said = `${total.toFixed(2)} (${names.map((name) => `${name} ${per(name)}`).join(', ')}), and begin ${per('begin')}, commit ${per('commit')}`;
  return { what: 'queries per edit', value: total, unit: '', said };
}

/** Processor time of a process so far, in seconds. */
const cpuOf = (pid: number): number => {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
  return (Number(fields[11]) + Number(fields[12])) / 100;
};

async function manyMembers(world: World, { members, crews: count, pacedMs }: Scale): Promise<Measure[]> {
  const [server] = world.servers;
  const crews = [];
  for (let n = 0; n < count; n++) crews.push(await new Member(server!.address).startCrew());
  const all = crews.flatMap((crew) => Array.from({ length: members / count }, () => crew.at(server!.address)));
  const samples: number[] = [];
  const until = Date.now() + pacedMs;
  const pids = { server: server!.pid!, database: world.databasePid()! };
  const before = { server: cpuOf(pids.server), database: cpuOf(pids.database), self: process.cpuUsage() };
  const started = performance.now();
  await Promise.all(
    all.map(async (member, n) => {
      await sleep((Math.random() * Math.min(PACE_MS, pacedMs)) / 2);
      while (Date.now() < until) {
        const start = performance.now();
        await member.edit(`light-${(n % (members / count)) + 1}`);
        const took = performance.now() - start;
        samples.push(took);
        await sleep(Math.max(0, PACE_MS - took));
      }
    }),
  );
  const seconds = (performance.now() - started) / 1000;
  const self = process.cpuUsage(before.self);
  const refused = all.reduce((sum, member) => sum + member.refused, 0);
  const [p50, p99] = [percentile(samples, 0.5), percentile(samples, 0.99)];
  const who = `${members} members of ${count} crews, an edit every ${PACE_MS / 1000} s each`;
  const perEdit = (value: number) => (1000 * value) / samples.length;
  const used = {
    server: cpuOf(pids.server) - before.server,
    database: cpuOf(pids.database) - before.database,
    members: (self.user + self.system) / 1e6,
  };
  const share = (value: number) => `${Math.round((100 * value) / seconds)} % of a core`;
  return [
    {
      what: `${who}, one server`,
      value: p99,
      unit: 'ms',
      said: `${(samples.length / seconds).toFixed(0)} edits a second, p50 ${ms(p50)}, p99 ${ms(p99)}, x${(p99 / p50).toFixed(1)}; ${refused} times told to come again`,
    },
    {
      what: 'processor per edit, server',
      value: perEdit(used.server),
      unit: 'ms',
      said: `${perEdit(used.server).toFixed(1)} ms (${share(used.server)}); database ${perEdit(used.database).toFixed(1)} ms (${share(used.database)}); the members themselves ${share(used.members)}`,
    },
  ];
}

export async function part(short: boolean): Promise<Measure[]> {
  const scale = short ? SHORT : WHOLE;
  const world = await startWorld();
  try {
    const found = [...(await screens(world, scale)), await queries(world, scale), ...(await manyMembers(world, scale))];
    // Nothing took part and nothing was measured: a bench that tells of that has failed.
    if (found.some(({ what, value }) => value <= 0 && !what.startsWith('processor')))
      throw new Error(`nothing was measured: ${JSON.stringify(found)}`);
    return found;
  } finally {
    await world.close();
  }
}
