/** Whatever another crew's member asks for by name, at every route there is, stays with those whose it is. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import request, { type Agent, type Test } from 'supertest';
import {
  type Asked,
  MARK,
  markedCrew,
  methodOf,
  type Named,
  ROUTE_CASES,
  routesOf,
  textOf,
  typeOf,
} from './routeCases';
import { asText, startTestServer, type TestServer } from './testServer';

let server: TestServer;
let folder: string;
let theirs: Awaited<ReturnType<typeof markedCrew>>;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ergon-app-'));
  writeFileSync(join(folder, 'index.html'), '<title>Ergon</title>');
  server = await startTestServer('crossing', 1000, { appFolder: folder });
  theirs = await markedCrew(server);
});
afterAll(async () => {
  await server.close();
  rmSync(folder, { recursive: true });
});

type Method = 'get' | 'post' | 'put' | 'patch' | 'delete';

function ask(agent: Agent, route: string, asked: Asked): Test {
  const test = agent[methodOf(route).toLowerCase() as Method](asked.path);
  return asked.body === undefined ? test : test.set('content-type', typeOf(asked)).send(textOf(asked));
}

/** The feed is told at once, and has no end. */
const told = (test: Test, route: string) =>
  new Promise<{ status: number; text: string }>((resolve, reject) => {
    let [text, status] = ['', 0];
    const end = () => resolve({ status, text });
    test.buffer(true).parse((response, done) => {
      status = response.statusCode ?? 0;
      if (route === 'get /feed' && status === 200) setTimeout(() => (end(), test.abort()), 700);
      asText(response, (error, whole) => done(error, (text = whole)));
      response.on('data', (chunk: Buffer) => (text += chunk.toString()));
    });
    test.then(end, (error: { code?: string }) => (error.code === 'ABORTED' ? undefined : reject(error)));
  });

const ROUTES = Object.keys(ROUTE_CASES);

test('every route has a case here, as the router itself has them', () => {
  expect(routesOf(server.app).sort()).toEqual([...ROUTES].sort());
});

/** What a member of the crew itself is told there, so that a stranger’s answer means something. */
const TELLS = [
  'get /archive',
  'get /document',
  'get /document/profiles/:id',
  'get /feed',
  'get /members',
  'get /operations',
  'get /rig',
];

test.each(TELLS)('%s tells them what is theirs', async (route) => {
  const { status, text } = await told(ask(theirs.agent, route, ROUTE_CASES[route]!(theirs.named)), route);
  expect(status).toBe(200);
  expect(text).toContain(MARK);
});

let crews = 0;
describe.each(['a member of another crew', 'a visitor of the demo', 'a stranger'])('%s', (who) => {
  const agentOf = async (): Promise<Agent> => {
    if (who === 'a stranger') return request.agent(server.app);
    return who === 'a visitor of the demo' ? server.demo() : server.crew(`Others ${crews++}`);
  };

  test.each(ROUTES)('at %s', async (route) => {
    const [agent, before] = [await agentOf(), await theirs.rows()];
    const asked = ROUTE_CASES[route]!(theirs.named);
    const { status, text } = await told(ask(agent, route, asked), route);
    expect(status).toBeGreaterThanOrEqual(200);
    expect(status).toBeLessThan(500);
    expect(text).not.toContain(MARK);
    const after = await theirs.rows();
    expect(after === before).toBe(true);
  });
});

test('what names something of a crew alone is nothing to another', async () => {
  const agent = await server.crew('Alone');
  const status = async (route: string, of: Named) => (await ask(agent, route, ROUTE_CASES[route]!(of))).status;
  const papers = ROUTES.filter((one) => one.startsWith('get /paper/'));
  for (const route of papers) await ask(theirs.agent, route, ROUTE_CASES[route]!(theirs.named)).expect(200);
  const named = ['patch /members/:id', 'delete /links/:id', 'post /links', 'get /document/profiles/:id'];
  for (const route of [...named, ...papers]) expect([route, await status(route, theirs.named)]).toEqual([route, 404]);
  for (const route of ['post /operations', 'get /operations', 'get /feed'])
    expect([route, (await status(route, theirs.named)) < 400]).toEqual([route, false]);
});
