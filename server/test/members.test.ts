import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { setTimeout as sleep } from 'node:timers/promises';
import type { MembersAnswer } from '@ergon/core/record/memberExchange';
import { importing } from '@ergon/core/operation/editsOf';
import { deedText } from '@ergon/core/words/memberWords';
import request, { type Agent } from 'supertest';
import { Link } from '../src/entities/Link';
import { people, recoveryLink } from '../src/members/recover';
import { Mate } from './mate';
import { PASSPHRASE, readDemo, startTestServer, type TestServer } from './testServer';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer('members');
});
afterAll(() => server.close());

const membersOf = async (agent: Agent): Promise<MembersAnswer> => (await agent.get('/api/members').expect(200)).body;
const idOf = async (agent: Agent, name: string): Promise<string> =>
  (await membersOf(agent)).members.find((one) => one.name === name)!.id;
const invite = async (agent: Agent, link: object = { role: 'member' }): Promise<string> =>
  (await agent.post('/api/links').send(link).expect(200)).body.token;
const use = (token: string, more: object = {}, agent: Agent = request.agent(server.app)) =>
  agent.post('/api/links/use').send({ token, name: 'Bo', passphrase: PASSPHRASE, ...more });
const look = (token: string) => request(server.app).post('/api/links/look').send({ token });
const change = async (agent: Agent, name: string, to: object) =>
  agent.patch(`/api/members/${await idOf(agent, name)}`).send(to);
const codesOf = (answers: readonly request.Response[]) => answers.map(({ body }) => body.error?.code ?? null);

describe('an invitation', () => {
  test('lets one person in, who is told by whom and into what', async () => {
    const lead = await server.crew('Bosun');
    const token = await invite(lead);
    expect((await look(token).expect(200)).body).toMatchObject({ crew: 'Bosun', by: 'Bosun lead', member: null });
    const bo = request.agent(server.app);
    await use(token, {}, bo).expect(204);
    expect(await new Mate(bo).rig()).toMatchObject({ crew: { name: 'Bosun' }, member: { name: 'Bo' } });
    expect((await membersOf(bo)).members).toMatchObject([
      { name: 'Bosun lead', role: 'owner', removed: null },
      { name: 'Bo', role: 'member', removed: null },
    ]);
  });

  test('used twice lets nobody else in, also at once', async () => {
    const lead = await server.crew('Davit');
    const token = await invite(lead);
    const answers = await Promise.all(['Ada', 'Bo', 'Cy'].map((name) => use(token, { name })));
    expect(answers.map(({ status }) => status).sort()).toEqual([204, 404, 404]);
    expect((await membersOf(lead)).members).toHaveLength(2);
    expect(codesOf([await look(token), await use(token, { name: 'Di' })])).toEqual(['link.gone', 'link.gone']);
  });

  test('that is late, or was withdrawn, opens nothing', async () => {
    const lead = await server.crew('Gaff');
    const [late, withdrawn] = [await invite(lead), await invite(lead)];
    const [first, second] = (await membersOf(lead)).links;
    await server.source.manager.update(Link, { id: first!.id }, { endsAt: new Date(Date.now() - 1000) });
    expect((await membersOf(lead)).links.map(({ id }) => id)).toEqual([second!.id]);
    await lead.delete(`/api/links/${second!.id}`).expect(204);
    expect(codesOf([await use(late), await use(withdrawn)])).toEqual(['link.gone', 'link.gone']);
    expect((await membersOf(lead)).members).toHaveLength(1);
  });

  test('with a name or passphrase that may not be stays open', async () => {
    const lead = await server.crew('Luff');
    const token = await invite(lead);
    expect(codesOf([await use(token, { name: 'luff LEAD' }), await use(token, { name: undefined })])).toEqual([
      'name.taken',
      'input.invalid',
    ]);
    expect((await use(token, { passphrase: '1234567890' })).body.error.faults[0].path).toBe('passphrase');
    await use(token).expect(204);
  });

  test('is nothing another crew’s owner can see, withdraw or reach', async () => {
    const [lead, other] = [await server.crew('Tiller'), await server.crew('Rudder')];
    const token = await invite(lead);
    const [link] = (await membersOf(lead)).links;
    expect((await membersOf(other)).links).toEqual([]);
    await other.delete(`/api/links/${link!.id}`).expect(404);
    const foreign = await idOf(lead, 'Tiller lead');
    expect(codesOf([await other.patch(`/api/members/${foreign}`).send({ removed: true })])).toEqual(['record.missing']);
    expect(codesOf([await other.post('/api/links').send({ member: foreign })])).toEqual(['record.missing']);
    // Whoever is of another crew and uses it is in both, each on a session of its own.
    await use(token, { name: 'Rudder lead' }, other).expect(204);
    expect((await new Mate(other).rig()).crew.name).toBe('Tiller');
    expect((await membersOf(lead)).members.map(({ name }) => name)).toEqual(['Tiller lead', 'Rudder lead']);
  });

  test('guessed a thousand times is not found, and those with a right one still get in', async () => {
    const token = await invite(await server.crew('Cleat'));
    const guess = (n: number) => look(`${String(n).padStart(4, '0')}${token.slice(4)}`);
    await server.source.query('DELETE FROM rate_limits');
    const seen = new Map<string, number>();
    for (let from = 0; from < 1000; from += 50)
      for (const { body } of await Promise.all(Array.from({ length: 50 }, (_, n) => guess(from + n))))
        seen.set(body.error.code, (seen.get(body.error.code) ?? 0) + 1);
    expect([...seen].sort()).toEqual([
      ['link.gone', 300],
      ['sign-in.too-often', 700],
    ]);
    await use(token).expect(204);
    await use('short').expect(400);
    await server.source.query('DELETE FROM rate_limits');
  }, 60_000);

  test('is made by owners alone, and not without end', async () => {
    const lead = await server.crew('Stay');
    const bo = await server.member(lead, 'Bo');
    expect(codesOf([await bo.post('/api/links').send({ role: 'owner' })])).toEqual(['owner.needed']);
    await invite(lead);
    expect((await membersOf(bo)).links).toEqual([]);
    for (let n = 1; n < 50; n++) await invite(lead);
    expect(codesOf([await lead.post('/api/links').send({ role: 'member' })])).toEqual(['link.too-many']);
    const [link] = (await membersOf(lead)).links;
    expect(codesOf([await bo.delete(`/api/links/${link!.id}`)])).toEqual(['owner.needed']);
  });
});

describe('a removed member', () => {
  test('is out at once, with what they have open, and what waits is sent once they are let in again', async () => {
    const lead = await server.crew('Oakum');
    const bo = new Mate(await server.member(lead, 'Bo'));
    const listening = server.app.listen(0);
    await once(listening, 'listening');
    try {
      const waiting = await bo.operation((rig, born) => importing(rig, readDemo(), born));
      const { port } = listening.address() as AddressInfo;
      const cookie = bo.agent.jar
        .getCookies({ domain: '127.0.0.1', path: '/', secure: false, script: false })
        .toValueString();
      const open = await fetch(`http://127.0.0.1:${port}/api/feed?after=0`, { headers: { cookie } });
      expect(open.status).toBe(200);
      await change(lead, 'Bo', { removed: true });
      // The stream ends by itself: reading it to its end would wait for ever otherwise.
      await open.text();
      expect((await bo.send(waiting).expect(401)).body.error.code).toBe('sign-in.removed');
      expect((await bo.agent.get('/api/session')).body).toEqual({ signedIn: false });
      const again = await request(server.app)
        .post('/api/session')
        .send({ name: 'Bo', passphrase: PASSPHRASE, crew: 'Oakum' });
      expect(again.body.error.code).toBe('sign-in.removed');
      await change(lead, 'Bo', { removed: false });
      expect((await bo.answer(waiting)).result).toBe('taken');
    } finally {
      listening.closeAllConnections();
      listening.close();
    }
  }, 15_000);

  test('has left no link behind, neither made by them nor for them', async () => {
    const lead = await server.crew('Marlin');
    await use(await invite(lead, { role: 'owner' })).expect(204);
    const bo = request.agent(server.app);
    await bo.post('/api/session').send({ name: 'Bo', passphrase: PASSPHRASE, crew: 'Marlin' }).expect(204);
    const [own, back] = [await invite(bo, { role: 'owner' }), await invite(lead, { member: await idOf(lead, 'Bo') })];
    await change(lead, 'Bo', { removed: true });
    expect(codesOf([await use(own, { name: 'Bo again' }), await use(back)])).toEqual(['link.gone', 'link.gone']);
  });

  test('keeps their name, so that a history means one person by it', async () => {
    const lead = await server.crew('Becket');
    await server.member(lead, 'Bo');
    await change(lead, 'Bo', { removed: true });
    expect((await use(await invite(lead))).body.error.code).toBe('name.taken');
  });
});

test('a link for a member sets a new passphrase, and whoever had the old one is out', async () => {
  const lead = await server.crew('Thole');
  const bo = await server.member(lead, 'Bo');
  const token = await invite(lead, { member: await idOf(lead, 'Bo') });
  expect((await look(token)).body).toMatchObject({ member: 'Bo' });
  const phone = request.agent(server.app);
  await phone.post('/api/links/use').send({ token, passphrase: 'another long one' }).expect(204);
  expect((await new Mate(phone).rig()).member.name).toBe('Bo');
  await bo.get('/api/rig').expect(401);
  const sign = (passphrase: string) =>
    request(server.app).post('/api/session').send({ name: 'Bo', passphrase, crew: 'Thole' });
  expect([(await sign(PASSPHRASE)).status, (await sign('another long one')).status]).toEqual([401, 204]);
});

test('a crew keeps an owner: the last one is neither removed nor made a member, also at once', async () => {
  const lead = await server.crew('Knee');
  const bo = await server.member(lead, 'Bo');
  for (const to of [{ removed: true }, { role: 'member' }])
    expect(codesOf([await change(lead, 'Knee lead', to)])).toEqual(['owner.last']);
  expect(codesOf([await change(bo, 'Bo', { role: 'owner' })])).toEqual(['owner.needed']);
  await change(lead, 'Bo', { role: 'owner' });
  const [one, two] = [await idOf(lead, 'Knee lead'), await idOf(lead, 'Bo')];
  await Promise.all([
    lead.patch(`/api/members/${two}`).send({ removed: true }),
    bo.patch(`/api/members/${one}`).send({ removed: true }),
  ]);
  const rows = await server.source.query('SELECT name FROM members WHERE id IN (?, ?) AND removedAt IS NULL', [
    one,
    two,
  ]);
  expect(rows).toHaveLength(1);
});

test('of three owners, one who is removed just then removes nobody any more', async () => {
  const lead = await server.crew('Thwart');
  const owners = [lead];
  for (const name of ['Bo', 'Gil']) {
    owners.push(await server.member(lead, name));
    await change(lead, name, { role: 'owner' });
  }
  const [first, second, third] = (await membersOf(lead)).members.map(({ id }) => id);
  // Each removes the next, all at once: held up until all have asked.
  const holder = server.source.createQueryRunner();
  await holder.startTransaction();
  await holder.query('SELECT id FROM members WHERE id IN (?) FOR UPDATE', [[first, second, third]]);
  const asked = Promise.all(
    owners.map((owner, n) => owner.patch(`/api/members/${[second, third, first][n]}`).send({ removed: true })),
  );
  await sleep(500);
  await holder.commitTransaction();
  await holder.release();
  const codes = codesOf(await asked);
  expect(codes.filter((code) => code === null).length).toBeGreaterThan(0);
  // Whoever removed somebody was in the crew themselves then.
  const out = new Set<string | null>();
  const removals = (await server.source.query(
    "SELECT `by`, whom FROM member_deeds WHERE what = 'removed' AND crewId = (SELECT crewId FROM members WHERE id = ?) ORDER BY at",
    [first],
  )) as { by: string; whom: string }[];
  for (const { by, whom } of removals) {
    expect([...out]).not.toContain(by);
    out.add(whom);
  }
  expect(codes).toContain('sign-in.removed');
});

test('a member changes their own name and leaves, and nothing of others', async () => {
  const lead = await server.crew('Plank');
  const bo = await server.member(lead, 'Bo');
  expect(codesOf([await change(bo, 'Plank lead', { name: 'Mine' })])).toEqual(['owner.needed']);
  expect(codesOf([await change(bo, 'Bo', { name: 'plank lead' })])).toEqual(['name.taken']);
  expect((await change(bo, 'Bo', { name: 'bo', role: 'owner' })).status).toBe(400);
  await change(bo, 'Bo', { name: 'Bo Tern' });
  expect((await new Mate(bo).rig()).member.name).toBe('Bo Tern');
  await change(bo, 'Bo Tern', { removed: true });
  await bo.get('/api/members').expect(401);
});

test('at the machine a link is made for whoever lost their passphrase, where it is clear who that is', async () => {
  const lead = await server.crew('Ledger');
  await server.member(lead, 'Wil');
  await server.member(await server.crew('Ledger two'), 'Wil');
  await server.member(lead, 'Di');
  await change(lead, 'Di', { removed: true });
  expect(
    (await people(server.source, undefined, 'Ledger')).map(({ name, role, removed }) => [name, role, removed]),
  ).toEqual([
    ['Ledger lead', 'owner', false],
    ['Wil', 'member', false],
    ['Di', 'member', true],
  ]);
  await expect(recoveryLink(server.source, 'Wil')).rejects.toThrow('in Ledger, Ledger two: name the crew too');
  await expect(recoveryLink(server.source, 'Di')).rejects.toThrow('Di was removed');
  await expect(recoveryLink(server.source, 'Ed', 'Ledger')).rejects.toThrow(
    'nobody is called Ed in a crew called Ledger',
  );
  await expect(recoveryLink(server.source, 'Demo guest')).rejects.toThrow('nobody is called Demo guest');
  const { token } = await recoveryLink(server.source, 'wil', 'ledger');
  expect((await look(token)).body).toMatchObject({ crew: 'Ledger', by: null, member: 'Wil' });
  const wil = request.agent(server.app);
  await use(token, { name: undefined, passphrase: 'another long one' }, wil).expect(204);
  expect(deedText((await membersOf(wil)).deeds[1]!)).toBe('Somebody at the machine made a link for Wil.');
});

test('what was done about members is told, with who did it', async () => {
  const lead = await server.crew('Log');
  const bo = await server.member(lead, 'Bo');
  await change(lead, 'Bo', { role: 'owner' });
  await change(lead, 'Bo', { role: 'owner' });
  await change(bo, 'Log lead', { name: 'Ada' });
  await invite(bo, { member: await idOf(bo, 'Ada') });
  await bo.delete(`/api/links/${(await membersOf(bo)).links[0]!.id}`);
  await change(lead, 'Bo', { removed: true });
  await change(lead, 'Bo', { removed: false });
  await lead.put('/api/passphrase').send({ passphrase: PASSPHRASE, next: 'another long one' }).expect(204);
  const { deeds } = await membersOf(lead);
  expect(deeds.map(deedText).reverse()).toEqual([
    'Log lead started the crew.',
    'Log lead made an invitation.',
    'Bo joined, invited by Log lead.',
    'Log lead made Bo an owner.',
    'Bo gave Log lead the name Ada.',
    'Bo made a link for Ada.',
    'Bo withdrew a link.',
    'Ada removed Bo.',
    'Ada let Bo in again.',
    'Ada set a new passphrase.',
  ]);
});
