/** Simulated gear beside the server: asked for whoever is signed in, and missed without harm. */
import { createServer, type Server } from 'node:http';
import { startTestServer, type TestServer } from './testServer';

const PRESS = { camera: {}, shot: { body: 'body-1', attitude: 'level' }, letter: null };

let address: string | null = null;
let server: TestServer;
let kit: Server;
let answer: { status: number; body: string };
const asked: string[] = [];

beforeAll(async () => {
  kit = createServer((request, response) => {
    let text = '';
    request.on('data', (part) => (text += part));
    request.on('end', () => {
      asked.push(`${request.method} ${request.url} ${text}`);
      response.writeHead(answer.status, { 'content-type': 'application/json' }).end(answer.body);
    });
  });
  await new Promise<void>((resolve) => kit.listen(0, '127.0.0.1', resolve));
  server = await startTestServer('standin', 1000, { standin: () => address });
});
beforeEach(() => {
  address = `http://127.0.0.1:${(kit.address() as { port: number }).port}`;
  answer = { status: 200, body: JSON.stringify({ observed: [{ light: 'light-1', seen: 'fired', stops: -2 }] }) };
});
afterAll(async () => {
  await server.close();
  await new Promise((resolve) => kit.close(resolve));
});

test('what it sees of a press is passed on', async () => {
  const agent = await server.demo();
  expect((await agent.get('/api/standin').expect(200)).body).toEqual({ address });
  const { body } = await agent.post('/api/standin/press').send(PRESS).expect(200);
  expect(body.observed).toEqual([{ light: 'light-1', seen: 'fired', stops: -2 }]);
  expect(asked.at(-1)).toBe(`POST /api/press ${JSON.stringify(PRESS)}`);
});

test('so is what its meter reads', async () => {
  const agent = await server.demo();
  const { camera, shot } = PRESS;
  const question = { camera, shot, lights: ['light-1'] };
  answer = { status: 200, body: JSON.stringify({ stops: 3.6, dark: [] }) };
  expect((await agent.post('/api/standin/meter').send(question).expect(200)).body).toEqual({ stops: 3.6, dark: [] });
  expect(asked.at(-1)).toBe(`POST /api/meter ${JSON.stringify(question)}`);
  answer = { status: 200, body: JSON.stringify({ stops: 'bright', dark: [] }) };
  await agent.post('/api/standin/meter').send(question).expect(424);
  await agent.post('/api/standin/meter').send(PRESS).expect(400);
});

test('nobody asks it without signing in, nor with what is no press', async () => {
  const { default: request } = await import('supertest');
  await request(server.app).get('/api/standin').expect(401);
  await request(server.app).post('/api/standin/press').send(PRESS).expect(401);
  await request(server.app).post('/api/standin/meter').send(PRESS).expect(401);
  const { body } = await (
    await server.demo()
  )
    .post('/api/standin/press')
    .send({ ...PRESS, letter: 'AB' })
    .expect(400);
  expect(body.error.faults[0].path).toBe('letter');
});

test.each([
  ['there is none', () => (address = null)],
  ['its file names another machine', () => (address = 'http://10.0.0.7:80')],
  ['nobody listens', () => (address = 'http://127.0.0.1:9')],
  ['it fails', () => (answer = { status: 500, body: '{}' })],
  [
    'it answers something odd',
    () => (answer = { status: 200, body: '{"observed":[{"light":"light-1","seen":"glowed"}]}' }),
  ],
  ['it answers no JSON', () => (answer = { status: 200, body: 'hello' })],
])('where %s, that is said and nothing else happens', async (_, change) => {
  change();
  const agent = await server.demo();
  const { body } = await agent.post('/api/standin/press').send(PRESS).expect(424);
  expect(body.error).toMatchObject({ code: 'standin.missing', message: expect.stringContaining('note by hand') });
});
