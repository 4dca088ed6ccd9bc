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
import { Caller } from './caller.ts';
import { startWorld, type World } from './world.ts';

const EDITS = 60;
const LISTENERS = 200;
const MEMBERS = 300;
const CREWS = 50;
const PACE_MS = 2000;
const PACED_MS = 12_000;

const parsed = parseDocument(JSON.parse(readFileSync('demo/ropewalk.json', 'utf8')));
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

  async send(label: string, edits: ReturnType<typeof importing>): Promise<number> {
    const now = new Date().toISOString();
    const [crew, member] = [this.rig.crew.id, this.rig.member.id];
    const operation = { id: randomBytes(16).toString('hex'), version: 2, crew, member, at: now, label, edits };
    const { answers } = await this.call('/operations', { sentAt: now, operations: [operation] });
    if (answers[0].result !== 'taken') throw new Error(JSON.stringify(answers[0]));
    return answers[0].operation.number;
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
async function editToScreens(editor: Member, listeners: readonly Member[]): Promise<number[]> {
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
  for (let n = 0; n < EDITS; n++) {
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

async function screens({ servers }: World): Promise<void> {
  const editor = await new Member(servers[0]!.address).startCrew();
  const same = await editToScreens(editor, [editor.at(servers[0]!.address)]);
  const other = await editToScreens(editor, [editor.at(servers[1]!.address)]);
  const many = await editToScreens(
    editor,
    Array.from({ length: LISTENERS }, () => editor.at(servers[0]!.address)),
  );
  const line = (name: string, samples: readonly number[]) =>
    console.log(
      `${name.padEnd(44)}p50 ${ms(percentile(samples, 0.5)).padEnd(10)} p95 ${ms(percentile(samples, 0.95)).padEnd(10)} x${(percentile(samples, 0.5) / percentile(same, 0.5)).toFixed(1)}`,
    );
  console.log('\nedit to other screen, from sending until told');
  line('one process', same);
  line('two processes', other);
  line(`one process, all of ${LISTENERS} listeners`, many);
}

/** Statements that read or write, and those that begin and end transactions, per edit: the database's own count. */
async function queries({ servers, databaseUrls }: World): Promise<void> {
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
  for (let n = 0; n < EDITS; n++) await editor.edit('light-2');
  const after = await counts();
  await connection.end();
  const per = (name: string) => ((after[name]! - before[name]!) / EDITS).toFixed(2);
  const names = ['select', 'update', 'insert', 'delete'];
  const total = names.reduce((sum, name) => sum + (after[name]! - before[name]!) / EDITS, 0);
  console.log(
    `\nqueries per edit: ${total.toFixed(2)} (${names.map((name) => `${name} ${per(name)}`).join(', ')}), and begin ${per('begin')}, commit ${per('commit')}`,
  );
}

/** Processor time of a process so far, in seconds. */
const cpuOf = (pid: number): number => {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
  return (Number(fields[11]) + Number(fields[12])) / 100;
};

async function manyMembers(world: World): Promise<void> {
  const [server] = world.servers;
  const crews = [];
  for (let n = 0; n < CREWS; n++) crews.push(await new Member(server!.address).startCrew());
  const perCrew = MEMBERS / CREWS;
  const samples: number[] = [];
  const until = Date.now() + PACED_MS;
  const pids = { server: server!.pid!, database: world.databasePid()! };
  const before = { server: cpuOf(pids.server), database: cpuOf(pids.database), self: process.cpuUsage() };
  const started = performance.now();
  await Promise.all(
    crews.flatMap((crew) =>
      Array.from({ length: perCrew }, async (_, n) => {
        const member = crew.at(server!.address);
        await sleep(Math.random() * PACE_MS);
        while (Date.now() < until) {
          const start = performance.now();
          await member.edit(`light-${n + 1}`);
          const took = performance.now() - start;
          samples.push(took);
          await sleep(Math.max(0, PACE_MS - took));
        }
      }),
    ),
  );
  const seconds = (performance.now() - started) / 1000;
  const self = process.cpuUsage(before.self);
  const share = (value: number) => `${Math.round((100 * value) / seconds)} %`;
  console.log(
    `\n${MEMBERS} members of ${CREWS} crews, an edit every ${PACE_MS / 1000} s each, one server: ${(samples.length / seconds).toFixed(0)} edits a second, p50 ${ms(percentile(samples, 0.5))}, p99 ${ms(percentile(samples, 0.99))}, x${(percentile(samples, 0.99) / percentile(samples, 0.5)).toFixed(1)}`,
  );
  console.log(
    `of one core: server ${share(cpuOf(pids.server) - before.server)}, database ${share(cpuOf(pids.database) - before.database)}, the members themselves ${share((self.user + self.system) / 1e6)}; this machine has two`,
  );
}

const world = await startWorld();
try {
  await screens(world);
  await queries(world);
  await manyMembers(world);
} finally {
  await world.close();
}
