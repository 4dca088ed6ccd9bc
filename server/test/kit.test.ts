/** Models, families and unit lists: changed whole or not at all, and by one editor at a time. */
import type { KitDocument } from '@ergon/core/record/kitDocument';
import type { CrewRig } from '@ergon/core/record/crewRig';
import type { Agent } from 'supertest';
import { readDemo, startTestServer, type TestServer } from './testServer';

let server: TestServer;
let agent: Agent;
const demo: KitDocument = readDemo();
beforeAll(async () => {
  server = await startTestServer('kit');
  agent = await server.demo();
});
beforeEach(async () => {
  await server.reset();
});
afterAll(() => server.close());

const rig = async (): Promise<CrewRig> => (await agent.get('/api/rig')).body as CrewRig;
const profile = (id: string) => demo.profiles.find((one) => one.id === id)!;
const family = (id: string) => demo.families.find((one) => one.id === id)!;
const named = (body: unknown) => (body as { error: { faults: { path: string; message: string }[] } }).error.faults;

describe('profiles', () => {
  test('one is added, replaced on its version, and removed', async () => {
    const added = { ...profile('tholmar-60k'), id: 'mine', model: 'Mine' };
    await agent.post('/api/profiles').send(added).expect(201);
    expect((await rig()).versions.profiles.mine).toBe(1);
    const edited = { ...added, model: 'Mine, mended' };
    await agent.put('/api/profiles/mine').send({ version: 1, doc: edited }).expect(200, { version: 2 });
    const stale = await agent.put('/api/profiles/mine').send({ version: 1, doc: added }).expect(409);
    expect(stale.body.error).toMatchObject({ code: 'record.stale', theirs: { model: 'Mine, mended' }, version: 2 });
    await agent.delete('/api/profiles/mine').expect(204);
    expect((await rig()).profiles.map((one) => one.id)).not.toContain('mine');
  });

  test('editing a model keeps every unit of it in its looks', async () => {
    const before = await rig();
    const doc = { ...profile('tholmar-200'), recycle: { full: 9, floor: 1 } };
    await agent
      .put('/api/profiles/tholmar-200')
      .send({ version: before.versions.profiles['tholmar-200'], doc })
      .expect(200);
    const after = await rig();
    expect(after.looks).toEqual(before.looks);
    expect(after.units).toEqual(before.units);
  });

  test.each<[string, () => Promise<unknown>, string]>([
    [
      'a family nobody has',
      async () =>
        (
          await agent
            .post('/api/profiles')
            .send({ ...profile('tholmar-60k'), id: 'x', radios: [{ family: 'ghost', roles: ['remote'] }] })
            .expect(400)
        ).body,
      'radios[0].family',
    ],
    [
      'an id in use',
      async () => (await agent.post('/api/profiles').send(profile('tholmar-60k')).expect(409)).body,
      'id',
    ],
    [
      'another kind',
      async () =>
        (
          await agent
            .put('/api/profiles/tholmar-60k')
            .send({ version: 1, doc: { ...profile('kestoril-m2'), id: 'tholmar-60k' } })
            .expect(400)
        ).body,
      'kind',
    ],
    [
      'another id than the address',
      async () =>
        (
          await agent
            .put('/api/profiles/tholmar-60k')
            .send({ version: 1, doc: profile('tholmar-200') })
            .expect(400)
        ).body,
      'doc.id',
    ],
    ['a model units are made of', async () => (await agent.delete('/api/profiles/tholmar-200').expect(400)).body, 'id'],
    [
      'firmware that is no version',
      async () =>
        (
          await agent
            .post('/api/profiles')
            .send({ ...profile('tholmar-60k'), id: 'x', shoeFirmware: 'spring' })
            .expect(400)
        ).body,
      'shoeFirmware',
    ],
  ])('refused: %s', async (_, act, path) => {
    const before = await rig();
    expect(named(await act()).map((fault) => fault.path)).toContain(path);
    expect(await rig()).toEqual(before);
  });
});

describe('handing one model over', () => {
  test('it comes with its families, lands in another crew and leaves that crew its event', async () => {
    const handed = await agent.get('/api/document/profiles/oakvane-both').expect(200);
    const document = JSON.parse(handed.text) as KitDocument;
    expect(document.profiles.map((one) => one.id)).toEqual(['oakvane-both']);
    expect(document.families.map((one) => one.id)).toEqual(['lapwing', 'sanderling']);
    const other = await server.crew('Neighbours');
    await other.post('/api/document').send(document).expect(204);
    const theirs = (await other.get('/api/rig')).body as CrewRig;
    expect(theirs.event.name).toBe('Neighbours');
    expect(theirs.profiles).toEqual([profile('oakvane-both')]);
    await other.get('/api/document/profiles/tholmar-200').expect(404);
  });
});

describe('families', () => {
  test('one is added, replaced and removed; one that is spoken stays', async () => {
    await agent
      .post('/api/families')
      .send({ ...family('knot'), id: 'ruff', name: 'Ruff' })
      .expect(201);
    const doc = { ...family('knot'), id: 'ruff', name: 'Ruff', channels: { from: 1, to: 4 } };
    await agent.put('/api/families/ruff').send({ version: 1, doc }).expect(200, { version: 2 });
    expect((await rig()).families.find((one) => one.id === 'ruff')!.channels).toEqual({ from: 1, to: 4 });
    await agent.delete('/api/families/ruff').expect(204);
    const refused = await agent.delete('/api/families/plover').expect(400);
    expect(named(refused.body)[0]).toMatchObject({
      path: 'id',
      message: expect.stringContaining('is in use by '),
    });
  });

  test('a family of another crew is out of reach', async () => {
    const stranger = await server.crew('Strangers');
    await stranger.delete('/api/families/knot').expect(404);
    await stranger
      .put('/api/families/knot')
      .send({ version: 1, doc: family('knot') })
      .expect(404);
    expect((await rig()).families.map((one) => one.id)).toContain('knot');
  });
});

describe('what a look says of itself', () => {
  const look = async () => {
    const all = await rig();
    const { units: _units, ...doc } = all.looks.find((one) => one.id === 'speeches')!;
    return { doc, version: all.versions.looks.speeches! };
  };

  test('is replaced on its version; its units stay as they are', async () => {
    const { doc, version } = await look();
    const units = (await rig()).looks.find((one) => one.id === 'speeches')!.units;
    const emitters = [{ name: 'House network', mhz: 2452, widthMhz: 20 }];
    const next = { ...doc, quietMinutes: 40, emitters };
    await agent
      .put('/api/looks/speeches')
      .send({ version, doc: next })
      .expect(200, { version: version + 1 });
    const after = (await rig()).looks.find((one) => one.id === 'speeches')!;
    expect(after).toEqual({ ...next, units });
    const stale = await agent.put('/api/looks/speeches').send({ version, doc }).expect(409);
    expect(stale.body.error.code).toBe('record.stale');
    await agent
      .put('/api/looks/speeches')
      .send({ version: version + 1, doc })
      .expect(200);
  });

  test.each<[string, object, string]>([
    ['minutes below none', { quietMinutes: -1 }, 'doc.quietMinutes'],
    ['an emitter without a width', { emitters: [{ name: 'Net', mhz: 2452 }] }, 'doc.emitters[0].widthMhz'],
    ['an unknown field', { smoke: true }, 'doc.smoke'],
    ['units, which have rows of their own', { units: {} }, 'doc.units'],
  ])('is refused with %s, named, and nothing changes', async (_, wrong, path) => {
    const { doc, version } = await look();
    const refused = await agent
      .put('/api/looks/speeches')
      .send({ version, doc: { ...doc, ...wrong } })
      .expect(400);
    expect(named(refused.body).map((fault) => fault.path)).toContain(path);
    expect(await look()).toEqual({ doc, version });
  });

  test('a look of another crew is out of reach', async () => {
    const { doc, version } = await look();
    const stranger = await server.crew('Strangers to looks');
    await stranger.put('/api/looks/speeches').send({ version, doc }).expect(404);
  });
});

describe('unit lists', () => {
  const unit = (n: number) => ({ id: `many-${n}`, profile: 'tholmar-60k', label: `Many ${n}` });
  const many = Array.from({ length: 480 }, (_, n) => unit(n));

  test('hundreds land at once and are taken back at once', async () => {
    const before = await rig();
    const { version, ...light } = before.units.find((one) => one.id === 'light-3')!;
    const change = [{ version, unit: { ...light, firmware: '9.9' } }];
    await agent.post('/api/units/batch').send({ add: many, change, remove: [] }).expect(204);
    const during = await rig();
    expect(during.units).toHaveLength(before.units.length + 480);
    expect(during.units.find((one) => one.id === 'light-3')).toMatchObject({ firmware: '9.9', version: version + 1 });
    const back = { add: [], change: [{ version: version + 1, unit: light }], remove: many.map((one) => one.id) };
    await agent.post('/api/units/batch').send(back).expect(204);
    const after = await rig();
    expect(after.units.map(({ version: _, ...rest }) => rest)).toEqual(
      before.units.map(({ version: _, ...rest }) => rest),
    );
    // The ids are free again.
    await agent
      .post('/api/units/batch')
      .send({ add: many.slice(0, 2), change: [], remove: [] })
      .expect(204);
  });

  test.each<[string, object, number, string]>([
    [
      'one unit of a model nobody has',
      { add: [unit(1), { ...unit(2), profile: 'ghost' }], change: [], remove: [] },
      400,
      'add[1].profile',
    ],
    ['one id in use', { add: [unit(1), { ...unit(2), id: 'light-1' }], change: [], remove: [] }, 400, 'add[1].id'],
    ['one id twice', { add: [unit(1), unit(1)], change: [], remove: [] }, 400, 'add[1].id'],
    [
      'one stale change',
      { add: [unit(1)], change: [{ version: 99, unit: demo.units[0] }], remove: [] },
      409,
      'change[0]',
    ],
    ['one unit that is not there', { add: [unit(1)], change: [], remove: ['ghost'] }, 400, 'remove[0]'],
    [
      'one label too long',
      { add: [unit(1), { ...unit(2), label: 'x'.repeat(81) }], change: [], remove: [] },
      400,
      'add[1].label',
    ],
  ])('%s: none of it is stored', async (_, batch, status, path) => {
    const before = await rig();
    const answer = await agent.post('/api/units/batch').send(batch).expect(status);
    expect(named(answer.body).map((fault) => fault.path)).toContain(path);
    expect(await rig()).toEqual(before);
  });

  test('lent, borrowed, out of service: kept with the unit', async () => {
    const set = { owner: 'The band', cells: '4 AA', inService: false, lentTo: 'Second crew', borrowedFrom: null };
    const { version } = (await rig()).units.find((one) => one.id === 'light-4')!;
    await agent.patch('/api/units/light-4').send({ version, set }).expect(200);
    expect((await rig()).units.find((one) => one.id === 'light-4')).toMatchObject({
      owner: 'The band',
      inService: false,
      lentTo: 'Second crew',
    });
  });

  test('a removed unit whose model is gone does not come back to nothing', async () => {
    await agent.delete('/api/units/lantern-1').expect(204);
    await agent.delete('/api/profiles/sundrake-lantern').expect(204);
    const refused = await agent.post('/api/units/lantern-1/restore').expect(400);
    expect(named(refused.body)[0]!.path).toBe('profile');
    await agent.post('/api/profiles').send(profile('sundrake-lantern')).expect(201);
    await agent.post('/api/units/lantern-1/restore').expect(204);
  });
});
