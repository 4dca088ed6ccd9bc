/** Every route there is, with a request that is in order and names what is somebody's: asked as them, or as a stranger. */
import type { Operation } from '@ergon/core/operation/edit';
import type { Express } from 'express';
import type { Agent } from 'supertest';
import { removing } from '@ergon/core/operation/editsOf';
import { Mate } from './mate';
import { PASSPHRASE, readDemo, type TestServer } from './testServer';

/** Stands in every name of whoever must not be reached. */
export const MARK = 'zzmark';

/** What is a crew's own. */
export interface Named {
  crew: string;
  member: { id: string; name: string };
  link: string;
  operation: Operation;
}

export interface Asked {
  path: string;
  /** Left out where nothing is sent. */
  body?: unknown;
  /** In lines, as an archive is. */
  lines?: true;
}

const LOOK = 'first-dance';
const EVENT = 'ropewalk';
const press = { camera: {}, shot: { body: 'body-1', attitude: 'level' } };
/** 32 bytes that open nothing. */
const TOKEN = 'A'.repeat(43);

/** Of one operation that changed nothing, by somebody who is theirs. */
function archive({ operation: { id, member, at, label } }: Named): unknown[] {
  const done = {
    number: 1,
    id,
    member,
    memberName: null,
    at,
    takenAt: at,
    clockAheadS: null,
    label,
    edits: [],
    conflicts: [],
  };
  return [{ format: 'ergon-archive', version: 3, crew: 'Brought in', records: 0, operations: 1 }, { operation: done }];
}

export const ROUTE_CASES: Readonly<Record<string, (of: Named) => Asked>> = {
  'get /health': () => ({ path: '/health' }),
  'get /{*rest}': () => ({ path: `/lines/${LOOK}` }),
  'get /machine': () => ({ path: '/api/machine' }),
  'get /machine/authority.crt': () => ({ path: '/api/machine/authority.crt' }),
  'get /session': () => ({ path: '/api/session' }),
  'post /session': ({ member, crew }) => ({
    path: '/api/session',
    body: { name: member.name, passphrase: 'wrong', crew },
  }),
  'delete /session': () => ({ path: '/api/session' }),
  'delete /sessions': () => ({ path: '/api/sessions' }),
  'put /passphrase': () => ({ path: '/api/passphrase', body: { passphrase: PASSPHRASE, next: 'oakum and pitch' } }),
  'post /crews': ({ crew }) => ({ path: '/api/crews', body: { crew, name: 'A stranger', passphrase: PASSPHRASE } }),
  'post /demo': () => ({ path: '/api/demo' }),
  'get /members': () => ({ path: '/api/members' }),
  'patch /members/:id': ({ member }) => ({ path: `/api/members/${member.id}`, body: { name: 'Taken over' } }),
  'post /links': ({ member }) => ({ path: '/api/links', body: { member: member.id } }),
  'delete /links/:id': ({ link }) => ({ path: `/api/links/${link}` }),
  'post /links/look': () => ({ path: '/api/links/look', body: { token: TOKEN } }),
  'post /links/use': () => ({ path: '/api/links/use', body: { token: TOKEN, name: 'Bo', passphrase: PASSPHRASE } }),
  'post /operations': ({ operation }) => ({
    path: '/api/operations',
    body: { sentAt: new Date().toISOString(), operations: [operation] },
  }),
  'get /operations': ({ member }) => ({ path: `/api/operations?after=0&member=${member.id}` }),
  'get /feed': ({ member }) => ({ path: `/api/feed?after=0&member=${member.id}` }),
  'get /rig': () => ({ path: '/api/rig' }),
  'get /document': () => ({ path: '/api/document' }),
  'get /document/demo': () => ({ path: '/api/document/demo' }),
  'get /document/profiles/:id': () => ({ path: `/api/document/profiles/${MARK}-profile` }),
  'get /archive': () => ({ path: '/api/archive' }),
  'post /archive': (named) => ({ path: '/api/archive', body: archive(named), lines: true }),
  'get /paper/air/:event': () => ({ path: `/api/paper/air/${EVENT}` }),
  'get /paper/cards/:look': () => ({ path: `/api/paper/cards/${LOOK}` }),
  'get /paper/evening/:event': () => ({ path: `/api/paper/evening/${EVENT}` }),
  'get /paper/groups/:event': () => ({ path: `/api/paper/groups/${EVENT}` }),
  'get /paper/lines/:look': () => ({ path: `/api/paper/lines/${LOOK}` }),
  'get /standin': () => ({ path: '/api/standin' }),
  'post /standin/meter': () => ({ path: '/api/standin/meter', body: { ...press, lights: ['light-1'] } }),
  'post /standin/press': () => ({ path: '/api/standin/press', body: { ...press, letter: 'A' } }),
};

interface Layer {
  route?: { path: string; methods: Record<string, boolean> };
  handle: { stack?: Layer[] };
}

/** As the router itself has them. */
export function routesOf(app: Express): string[] {
  const layers = (router: { stack: Layer[] }): string[] =>
    router.stack.flatMap(({ route, handle }) => {
      if (route) return Object.keys(route.methods).map((method) => `${method} ${route.path}`);
      return handle.stack ? layers(handle as { stack: Layer[] }) : [];
    });
  return layers((app as unknown as { router: { stack: Layer[] } }).router);
}

export const methodOf = (route: string): string => route.split(' ')[0]!.toUpperCase();

export const textOf = ({ body, lines }: Asked): string | undefined =>
  lines ? `${(body as unknown[]).map((line) => JSON.stringify(line)).join('\n')}\n` : JSON.stringify(body);

export const typeOf = ({ lines }: Asked): string => (lines ? 'application/x-ndjson' : 'application/json');

/** A crew whose every name says whose it is, with a link that is open. */
export async function markedCrew(
  server: TestServer,
): Promise<{ agent: Agent; named: Named; rows: () => Promise<string> }> {
  const agent = await server.crew(MARK);
  const mate = new Mate(agent);
  const document = readDemo();
  const marked = <T extends { id: string }>(all: readonly T[], field: 'name' | 'label'): T[] =>
    all.map((one) => ({ ...one, [field]: `${MARK} ${one.id}` }));
  const [profile] = document.profiles;
  await mate.imports({
    ...document,
    profiles: [...document.profiles, { ...profile!, id: `${MARK}-profile`, model: `${MARK} model` }],
    units: marked(document.units, 'label'),
    looks: marked(document.looks, 'name'),
    events: marked(document.events, 'name'),
  });
  await agent.post('/api/links').send({ role: 'member' }).expect(200);
  const { links } = (await agent.get('/api/members').expect(200)).body as { links: { id: string }[] };
  const { crew, member } = await mate.rig();
  const operation = await mate.operation((rig) => removing(rig, { kind: 'unit', id: 'light-1' }));
  const rows = () => rowsOf(server, crew.id);
  return { agent, named: { crew: crew.name, member, link: links[0]!.id, operation }, rows };
}

/** All that is stored of a crew. */
async function rowsOf({ source }: TestServer, crewId: string): Promise<string> {
  const tables = (await source.query(
    "SELECT `table_name` AS name FROM information_schema.columns WHERE table_schema = DATABASE() AND column_name = 'crewId'",
  )) as { name: string }[];
  const rows = [await source.query('SELECT * FROM `crews` WHERE `id` = ?', [crewId])] as unknown[];
  for (const { name } of tables)
    rows.push(name, await source.query(`SELECT * FROM \`${name}\` WHERE \`crewId\` = ? ORDER BY 1, 2, 3, 4`, [crewId]));
  return JSON.stringify(rows);
}
