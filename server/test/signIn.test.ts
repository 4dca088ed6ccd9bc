import request, { type Agent } from 'supertest';
import { Member } from '../src/entities/Member';
import { sweep } from '../src/store/sweep';
import { PASSPHRASE, startTestServer, type TestServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer('signIn');
});
afterAll(() => server.close());

const start = (crew: string, name: string, passphrase = PASSPHRASE) =>
  request(server.app).post('/api/crews').send({ crew, name, passphrase });
const sign = (name: string, passphrase: string, more: object = {}, agent: Agent = request.agent(server.app)) =>
  agent.post('/api/session').send({ name, passphrase, ...more });
const codeOf = async (asked: request.Test): Promise<string | null> => (await asked).body.error?.code ?? null;
const isIn = async (agent: Agent): Promise<boolean> => (await agent.get('/api/session')).body.signedIn;

test('sign-in by name and passphrase; a wrong one tells nothing about names', async () => {
  await start('Harbour', 'Harbour lead').expect(204);
  expect((await sign('harbour LEAD', PASSPHRASE)).status).toBe(204);
  const [wrong, nobody, guest] = [
    await sign('Harbour lead', 'not this one'),
    await sign('Nobody at all', 'not this one'),
    await sign('Demo guest', ''),
  ];
  expect(wrong.body).toEqual(nobody.body);
  expect([wrong.status, nobody.status, guest.status]).toEqual([401, 401, 400]);
  expect((await sign('Demo guest', 'anything at all')).status).toBe(401);
});

test('a name is of one person in a crew, and nobody takes it from another crew’s', async () => {
  await start('Quay', 'Maren', 'knots and bends').expect(204);
  await start('Sluice', 'Maren', 'locks and gates').expect(204);
  const crewOf = async (passphrase: string, more = {}) => {
    const agent = request.agent(server.app);
    await sign('Maren', passphrase, more, agent).expect(204);
    return (await agent.get('/api/rig')).body.crew.name;
  };
  expect(await crewOf('knots and bends')).toBe('Quay');
  expect(await crewOf('locks and gates')).toBe('Sluice');
  // One person in two crews says which.
  await start('Weir', 'Maren', 'locks and gates').expect(204);
  const asked = await sign('Maren', 'locks and gates').expect(401);
  expect(asked.body.error).toMatchObject({ code: 'sign-in.which-crew', faults: [{ path: 'crew' }] });
  expect(await crewOf('locks and gates', { crew: 'weir' })).toBe('Weir');
  expect(await codeOf(sign('Maren', 'knots and bends', { crew: 'Weir' }))).toBe('sign-in.wrong');
});

test('however many start crews with somebody’s name, they get in', async () => {
  await start('Capstan', 'Ebba', 'seven small words').expect(204);
  const others = await Promise.all(Array.from({ length: 9 }, (_, n) => start(`Squat ${n}`, 'Ebba')));
  expect(others.map(({ status }) => status)).toEqual(Array(9).fill(204));
  await sign('Ebba', 'seven small words').expect(204);
  // Of one crew's name too: the ninth is refused, so that all who are there can sign in.
  const alike = [];
  for (let n = 0; n < 8; n++) alike.push((await start('Capstan', 'Ebba')).status);
  expect(alike).toEqual([...Array(7).fill(204), 409]);
  await sign('Ebba', 'seven small words', { crew: 'Capstan' }).expect(204);
  expect(await codeOf(sign('Ebba', 'nobody has this'))).toBe('sign-in.which-crew');
});

test('a passphrase is stored hashed; short ones, common ones and names are refused', async () => {
  await start('Hawser', 'Hawser lead').expect(204);
  const row = await server.source.manager.findOneByOrFail(Member, { name: 'Hawser lead' });
  expect(row.passphraseHash).toMatch(/^\$argon2id\$/);
  const fault = async (passphrase: string) => (await start('Rope crew', 'Ines Maru', passphrase)).body.error?.faults[0];
  expect(await fault('nine char')).toEqual({ path: 'passphrase', message: 'is shorter than 10 characters' });
  // Ten as typed, five as they are compared.
  expect(await fault('e\u0301'.repeat(5))).toMatchObject({ message: 'is shorter than 10 characters' });
  expect(await fault('rope '.repeat(41))).toMatchObject({ message: 'is longer than 200 characters' });
  for (const common of ['1234567890', 'Password123', 'qwerty uiop'])
    expect(await fault(common)).toMatchObject({ message: expect.stringContaining('many people use') });
  for (const named of ['Ines Maru 1', 'inesmaru-INES', 'ropecrew ines'])
    expect(await fault(named)).toMatchObject({ message: expect.stringContaining('a name') });
  expect(await fault('Ines ties bowlines')).toBeUndefined();
});

test('a passphrase is the same whichever keyboard wrote it', async () => {
  await start('Windlass', 'Windlass lead', 'Ta\u030Age klingt gut').expect(204);
  await sign('Windlass lead', 'T\u00E5ge klingt gut').expect(204);
  expect((await sign('Windlass lead', 'Tage klingt gut')).status).toBe(401);
});

describe('40 wrong passphrases from one address', () => {
  let phone: Agent;
  beforeAll(async () => {
    phone = await server.crew('Shared');
    const tries = Array.from({ length: 40 }, (_, n) => sign('Shared lead', `guess number ${n}`));
    expect((await Promise.all(tries)).map(({ status }) => status)).toEqual(Array(40).fill(401));
  });

  test('keep the right one out neither on their own phone nor on a new one', async () => {
    await phone.delete('/api/session').expect(204);
    await sign('Shared lead', PASSPHRASE, {}, phone).expect(204);
    await sign('Shared lead', PASSPHRASE).expect(204);
  });

  test('of one account end before there are a hundred; a phone known before still gets in', async () => {
    const codes = [];
    for (let n = 0; n < 30; n++) codes.push(await codeOf(sign('Shared lead', `another guess ${n}`)));
    expect(codes.filter((code) => code === 'sign-in.wrong')).toHaveLength(20);
    expect(codes.at(-1)).toBe('sign-in.too-many-wrong');
    expect(await codeOf(sign('Shared lead', PASSPHRASE))).toBe('sign-in.too-many-wrong');
    await phone.delete('/api/session').expect(204);
    await sign('Shared lead', PASSPHRASE, {}, phone).expect(204);
    // Nor is that phone a way to guess on.
    await phone.delete('/api/session').expect(204);
    for (let n = 0; n < 20; n++) await sign('Shared lead', `from the known one ${n}`, {}, phone).expect(401);
    expect(await codeOf(sign('Shared lead', PASSPHRASE, {}, phone))).toBe('sign-in.too-many-wrong');
    // An hour later all is as before.
    await server.source.query('UPDATE rate_limits SET endsAt = NOW() - INTERVAL 1 SECOND');
    await sweep(server.source);
    expect(await server.source.query('SELECT * FROM rate_limits')).toEqual([]);
    await sign('Shared lead', PASSPHRASE).expect(204);
  });
});

test('of many guesses at once no more are looked at than one after the other', async () => {
  await start('Burst', 'Burst lead').expect(204);
  const tries = Array.from({ length: 80 }, (_, n) => codeOf(sign('Burst lead', `at once ${n}`)));
  const answers = await Promise.all(tries);
  expect(answers.filter((code) => code === 'sign-in.wrong')).toHaveLength(60);
  expect(answers.filter((code) => code === 'sign-in.too-many-wrong')).toHaveLength(20);
});

test('a new passphrase ends every other session, and the old one is none any more', async () => {
  const [here, there] = [await server.crew('Fender'), request.agent(server.app)];
  await sign('Fender lead', PASSPHRASE, {}, there).expect(204);
  const change = (passphrase: string, next: string) => here.put('/api/passphrase').send({ passphrase, next });
  expect((await change('not this one', 'a better one').expect(401)).body.error.faults[0].path).toBe('passphrase');
  expect((await change(PASSPHRASE, 'fender lead').expect(400)).body.error.faults[0].path).toBe('next');
  expect(await isIn(there)).toBe(true);
  await change(PASSPHRASE, 'a better one').expect(204);
  expect([await isIn(here), await isIn(there)]).toEqual([true, false]);
  expect(await codeOf(sign('Fender lead', PASSPHRASE))).toBe('sign-in.wrong');
  await sign('Fender lead', 'a better one').expect(204);
});

test('signing out everywhere is seen by three browsers', async () => {
  const browsers = [await server.crew('Painter'), request.agent(server.app), request.agent(server.app)];
  for (const browser of browsers.slice(1)) await sign('Painter lead', PASSPHRASE, {}, browser).expect(204);
  const other = await server.member(browsers[0]!, 'Painter second');
  await browsers[1]!.delete('/api/sessions').expect(204);
  expect(await Promise.all(browsers.map(isIn))).toEqual([false, false, false]);
  expect(await isIn(other)).toBe(true);
  await browsers[2]!.get('/api/rig').expect(401);
  await sign('Painter lead', PASSPHRASE, {}, browsers[2]).expect(204);
  expect(await isIn(browsers[2]!)).toBe(true);
});

test('to be known as one person of a name is no way to guess at another', async () => {
  await start('Tide', 'Una', 'seven small words').expect(204);
  const browser = request.agent(server.app);
  await browser.post('/api/crews').send({ crew: 'Ebb', name: 'Una', passphrase: 'their own passphrase' }).expect(204);
  for (let n = 0; n < 70; n++) {
    await sign('Una', `guess number ${n}`, {}, browser);
    // Each time they sign in as themselves they are known anew.
    if (n % 10 === 9) await sign('Una', 'their own passphrase', {}, browser).expect(204);
  }
  expect(await codeOf(sign('Una', 'seven small words', {}, browser))).toBe('sign-in.too-many-wrong');
  await sign('Una', 'their own passphrase', {}, browser).expect(204);
});

test('a session ends thirty days after it began, whatever its cookie says and whatever was done in it', async () => {
  const agent = await server.crew('Hatch');
  const { id } = await server.source.manager.findOneByOrFail(Member, { name: 'Hatch lead' });
  const begunDaysAgo = (days: number) =>
    server.source.query(
      "UPDATE sessions SET data = JSON_SET(data, '$.since', ?) WHERE JSON_VALUE(data, '$.memberId') = ?",
      [Date.now() - days * 86_400_000, id],
    );
  await begunDaysAgo(29.9);
  expect(await isIn(agent)).toBe(true);
  await begunDaysAgo(30.1);
  expect(await isIn(agent)).toBe(false);
  await agent.get('/api/rig').expect(401);
});
