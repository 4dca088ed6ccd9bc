/**
 * Requests of every route, spoiled by chance: each is answered, none makes the server fail, none reaches another crew, and
 * what it takes up stays as much. `npm run fuzz` sends many more.
 */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { Agent as Connections, createServer, request as send, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import type { Edit, Operation } from '@ergon/core/operation/edit';
import { importing } from '@ergon/core/operation/editsOf';
import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import { Draw } from '../../core/test/draw';
import { anyEdits } from '../../core/test/randomOperations';
import { type Asked, MARK, markedCrew, methodOf, ROUTE_CASES, textOf, typeOf } from './routeCases';
import { spoiled, spoiledBytes, spoiledHeaders, spoiledPath } from './spoil';
import { PASSPHRASE, readDemo, startTestServer, type TestServer } from './testServer';

const REQUESTS = Number(process.env.ERGON_FUZZ_REQUESTS ?? 5000);
const SEED = Number(process.env.ERGON_FUZZ_SEED ?? 1);
/** Longer than the server's own limit for an answer. */
const ANSWER_MS = 20_000;
/** Requests on their way at once, within what the archive takes. */
const AT_ONCE = 3;
/** Requests after which whoever sends them is somebody else, and counted tries are forgotten. */
const ROUND = 200;

let server: TestServer;
let http: Server;
let folder: string;
let theirs: Awaited<ReturnType<typeof markedCrew>>;
const draw = new Draw(SEED);
const connections = new Connections({ keepAlive: true, maxSockets: AT_ONCE });

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ergon-app-'));
  writeFileSync(join(folder, 'index.html'), '<title>Ergon</title>');
  server = await startTestServer('fuzz', 1e9, { appFolder: folder });
  theirs = await markedCrew(server);
  http = createServer(server.app);
  await new Promise<void>((resolve) => http.listen(0, '127.0.0.1', resolve));
});
afterAll(async () => {
  connections.destroy();
  http.closeAllConnections();
  await new Promise((resolve) => http.close(resolve));
  await server.close();
  rmSync(folder, { recursive: true });
});

interface Sent {
  method: string;
  path: string;
  headers: Record<string, string>;
  bytes?: Buffer | undefined;
}

interface Answer {
  status: number;
  text: string;
  cookie: string | undefined;
}

/** @throws where no answer comes in time. The feed is left as soon as it begins. */
const answered = ({ method, path, headers, bytes }: Sent): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const { port } = http.address() as AddressInfo;
    const length = bytes && { 'content-length': String(bytes.length) };
    const asked = send({ port, method, path, agent: connections, headers: { ...headers, ...length } }, (response) => {
      const cookie = response.headers['set-cookie']?.map((one) => one.split(';')[0]).join('; ');
      let text = '';
      const end = () => resolve({ status: response.statusCode!, text, cookie });
      response.setEncoding('latin1');
      response.on('data', (chunk: string) => (text += chunk));
      response.on('end', end).on('error', end);
      if (response.headers['content-type']?.startsWith('text/event-stream')) {
        end();
        asked.destroy();
      }
    });
    asked.setTimeout(ANSWER_MS, () => asked.destroy(new Error(`no answer to ${method} ${path.slice(0, 200)}`)));
    asked.on('error', reject).end(bytes);
  });

const jsonTo = (path: string, body: unknown, cookie = ''): Sent => ({
  method: 'POST',
  path,
  headers: { 'content-type': 'application/json', cookie },
  bytes: Buffer.from(JSON.stringify(body)),
});

/** Whoever sends: signed in to a crew of their own that has what the demo has, in a demo, or nobody. */
interface Sender {
  cookie: string;
  rig: CrewRig | null;
  /** A link of theirs that is open. */
  token: string | null;
  link: string;
}

async function somebody(round: number): Promise<Sender> {
  const kind = round % 4;
  if (kind === 3) return { cookie: '', rig: null, token: null, link: 'none' };
  const crew = { crew: `Crew ${round}`, name: 'Sender', passphrase: PASSPHRASE };
  const { cookie } = await answered(kind === 2 ? jsonTo('/api/demo', {}) : jsonTo('/api/crews', crew));
  if (kind === 0) {
    const document = (rig: CrewRig, born: string) => importing(rig, readDemo(), born);
    await answered(jsonTo('/api/operations', batchOf(operationOf(await rigOf(cookie!), document)), cookie));
  }
  const made = await answered(jsonTo('/api/links', { role: 'member' }, cookie));
  const { token = null } = JSON.parse(made.text) as { token?: string };
  const members = await answered({ method: 'GET', path: '/api/members', headers: { cookie: cookie! } });
  const { links = [] } = JSON.parse(members.text) as { links?: { id: string }[] };
  return { cookie: cookie!, rig: await rigOf(cookie!), token, link: links[0]?.id ?? 'none' };
}

const rigOf = async (cookie: string): Promise<CrewRig> =>
  JSON.parse((await answered({ method: 'GET', path: '/api/rig', headers: { cookie } })).text) as CrewRig;

const batchOf = (...operations: Operation[]) => ({ sentAt: new Date().toISOString(), operations });

function operationOf(rig: CrewRig, edits: (rig: CrewRig, born: string) => readonly Edit[]): Operation {
  const id = Array.from({ length: 32 }, () => draw.integer(0, 15).toString(16)).join('');
  const at = new Date().toISOString();
  return {
    id,
    version: DOCUMENT_VERSION,
    crew: rig.crew.id,
    member: rig.member.id,
    at,
    label: 'x',
    edits: [...edits(rig, id)],
  };
}

/** What the route expects, of the sender's own. */
function inOrder(route: string, { rig, token, link }: Sender): Asked {
  const { operation: theirOwn, ...others } = theirs.named;
  const own = rig ? { crew: rig.crew.name, member: rig.member } : others;
  const operation = rig ? operationOf(rig, (now, born) => anyEdits(now, draw, born)) : theirOwn;
  const asked = ROUTE_CASES[route]!({ ...own, link, operation });
  const more =
    route === 'post /session'
      ? { passphrase: PASSPHRASE }
      : /\/links\/(look|use)/.test(route) && token
        ? { token }
        : null;
  return more ? { ...asked, body: { ...Object(asked.body), ...more } } : asked;
}

/** The same, spoiled in one way or in none. */
function oneOf(route: string, sender: Sender, names: readonly string[]): Sent {
  const asked = inOrder(route, sender);
  const headers = { cookie: sender.cookie, ...(asked.body !== undefined && { 'content-type': typeOf(asked) }) };
  const bytes = (of: Asked) => (of.body === undefined ? undefined : Buffer.from(textOf(of) ?? ''));
  const sent: Sent = { method: methodOf(route), path: asked.path, headers, bytes: bytes(asked) };
  const how = draw.integer(0, 9);
  if (how === 0) return sent;
  if (how === 1) return { ...sent, path: spoiledPath(asked.path, draw, names) };
  if (how === 2) return { ...sent, headers: { ...headers, ...spoiledHeaders(draw) } };
  if (how === 3)
    return {
      ...sent,
      bytes: spoiledBytes(sent.bytes ?? Buffer.from('{}'), draw),
      headers: { 'content-type': typeOf(asked), ...headers },
    };
  let body = asked.body ?? {};
  for (let times = draw.integer(1, 3); times > 0; times -= 1) body = spoiled(body, draw, names) ?? {};
  const lines = asked.lines && Array.isArray(body) ? asked.lines : undefined;
  const changed: Asked = { path: asked.path, body, ...(lines && { lines }) };
  return { ...sent, bytes: bytes(changed), headers: { ...headers, 'content-type': typeOf(changed) } };
}

/** A passphrase is looked at for as long as it takes on purpose, and a page on paper is drawn: fewer of these. */
const SLOW = /passphrase|\/crews|\/links\/use|post \/session|paper|post \/demo/;
const ROUTES = Object.keys(ROUTE_CASES);
const WRITES = ROUTES.filter((route) => !route.startsWith('get '));

function someRoute(): string {
  const route = draw.oneIn(5) ? draw.pick(...ROUTES) : draw.pick(...WRITES);
  return SLOW.test(route) && !draw.oneIn(6) ? 'post /operations' : route;
}

setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc') as () => void;
function heldMb(): number {
  collect();
  return process.memoryUsage().heapUsed / 1e6;
}

test(
  `${REQUESTS} requests, seed ${SEED}`,
  async () => {
    const before = await theirs.rows();
    const { agent, named } = theirs;
    // Without a name that is theirs: told back to whoever gave it to something of their own, it would look like a leak.
    const names = [named.member.id, named.link, named.operation.crew, named.operation.id, 'light-1'];
    const codes = new Map<string, Set<number>>();
    const held: number[] = [];
    for (let begun = 0; begun < REQUESTS; begun += ROUND) {
      await server.source.query('DELETE FROM `rate_limits`');
      // Who was in the demo before has left it long ago.
      await server.source.query('UPDATE `crews` SET `usedAt` = NOW() - INTERVAL 1 HOUR WHERE `usedAt` IS NOT NULL');
      const sender = await somebody(begun / ROUND);
      // Drawn before any is sent: in what order they are answered changes nothing of what is asked.
      const round = Array.from({ length: Math.min(ROUND, REQUESTS - begun) }, () => {
        const route = someRoute();
        return { route, sent: oneOf(route, sender, names) };
      });
      const one = async ({ route, sent }: (typeof round)[number]): Promise<void> => {
        const { status, text } = await answered(sent);
        const seen = codes.get(route) ?? new Set();
        codes.set(route, seen.add(status));
        const asked = `${sent.path}${sent.bytes?.toString() ?? ''}`;
        const what = `${sent.method} ${asked.slice(0, 2000)} ${JSON.stringify(sent.headers)}`;
        if (status >= 500) throw new Error(`${status} ${text.slice(0, 300)} to ${what}`);
        if (text.includes(MARK) && !asked.includes(MARK)) throw new Error(`told of another crew: ${what}`);
      };
      await Promise.all(
        Array.from({ length: AT_ONCE }, async () => {
          for (let next = round.pop(); next; next = round.pop()) await one(next);
        }),
      );
      // Compared first: all rows of a crew say nothing to whoever reads what differs.
      if ((await theirs.rows()) !== before) throw new Error(`another crew was changed after ${begun} requests`);
      held.push(heldMb());
    }
    // Each was answered as asked and refused too, but for those that take whatever comes.
    const write = Object.fromEntries(WRITES.map((route) => [route, [...(codes.get(route) ?? [])].sort()]));
    for (const route of ['post /operations', 'post /links', 'patch /members/:id', 'post /session', 'post /crews'])
      expect([route, ...write[route]!]).toEqual(expect.arrayContaining([route, expect.any(Number), 400]));
    expect(WRITES.filter((route) => write[route]!.length === 0)).toEqual([]);
    expect(write['post /operations']).toContain(200);
    expect(held.at(-1)!).toBeLessThan(held[Math.floor(held.length / 4)]! * 1.3 + 30);
    await agent.get('/api/rig').expect(200);
    console.log(
      `fuzz: seed ${SEED}, memory ${held[0]!.toFixed()} to ${held.at(-1)!.toFixed()} MB, ${JSON.stringify(write)}`,
    );
  },
  Math.max(300_000, REQUESTS * 60),
);
