/** Who is answered, and what the answers let a browser do, as Ergon is reached: alone, over TLS, behind a proxy. */
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import request from 'supertest';
import type { MachineAnswer } from '@ergon/core/record/machineExchange';
import { Backups } from '../src/backup/backups';
import { clientAddress } from '../src/http/clientAddress';
import { certificateNow } from '../src/reach/certificates';
import type { Reached } from '../src/reach/listen';
import { type ReachSettings, THIS_MACHINE } from '../src/reach/settings';
import { asText, PASSPHRASE, startTestServer, type TestServer } from './testServer';

const ALONE: Reached = { addresses: [], certificate: null };
const reach = (settings: Partial<ReachSettings>, reached = ALONE) => ({
  reach: { settings: { ...THIS_MACHINE, ...settings }, names: ['localhost', 'corner.local'], reached: () => reached },
});

let alone: TestServer;
let proxied: TestServer;
beforeAll(async () => {
  alone = await startTestServer('alone', 1000, reach({}));
  const behind = { tls: { kind: 'proxy' }, proxies: ['127.0.0.1'], names: ['lights.example.org'] } as const;
  proxied = await startTestServer('proxied', 1000, reach(behind));
});
afterAll(async () => {
  await alone.close();
  await proxied.close();
});

const cookiesOf = (answer: request.Response) => (answer.headers['set-cookie'] ?? []) as unknown as string[];

test('a name that is not ours is not answered, whatever is asked: a page elsewhere may have its name lead here', async () => {
  const strange = ['evil.example', 'evil.example:4600', 'localhost.evil.example', '127.0.0.1.evil.example', 'corner'];
  for (const host of [...strange, '127.0.0.1@evil.example', '']) {
    for (const path of ['/health', '/api/session', '/api/machine', '/'])
      expect([host, path, (await request(alone.app).get(path).set('host', host)).status]).toEqual([host, path, 421]);
  }
  const { body } = await request(alone.app).post('/api/demo').set('host', 'evil.example').expect(421);
  expect(body.error).toMatchObject({ code: 'request.unknown-host', message: expect.stringContaining('ERGON_NAMES') });
  const ours = [
    '127.0.0.1:4600',
    '192.168.4.7',
    '[::1]:4600',
    '[fd00::2]',
    'localhost',
    'Corner.Local:4600',
    'localhost.',
  ];
  for (const host of ours) await request(alone.app).get('/api/session').set('host', host).expect(200);
  // What a proxy would say of itself is no way round.
  await request(alone.app)
    .get('/api/session')
    .set('host', 'evil.example')
    .set('x-forwarded-host', 'localhost')
    .expect(421);
});

describe('behind a proxy', () => {
  const from = (address: string) => ({
    host: 'lights.example.org',
    'x-forwarded-proto': 'https',
    'x-forwarded-for': address,
  });

  test('what was not asked over TLS is refused, but for a machine that watches', async () => {
    for (const path of ['/api/session', '/']) {
      const open = await request(proxied.app).get(path).set('host', 'lights.example.org');
      expect([open.status, open.body.error?.code]).toEqual([403, 'request.insecure']);
    }
    await request(proxied.app)
      .get('/api/session')
      .set({ ...from('203.0.113.1'), 'x-forwarded-proto': 'http' })
      .expect(403);
    await request(proxied.app).get('/health').set('host', 'lights.example.org').expect(200);
    await request(proxied.app).get('/api/session').set(from('203.0.113.1')).expect(200);
  });

  test('cookies go over TLS alone and to this very name, and an end of the session takes its cookie back', async () => {
    const headers = from('203.0.113.2');
    const crew = { crew: 'Proxied', name: 'Proxied lead', passphrase: PASSPHRASE };
    const entered = await request(proxied.app).post('/api/crews').set(headers).send(crew).expect(204);
    const cookies = cookiesOf(entered);
    expect(cookies.map((one) => one.split('=')[0]).sort()).toEqual(['__Host-ergon.known', '__Host-ergon.sid']);
    for (const one of cookies) {
      expect(one.split('; ')).toEqual(expect.arrayContaining(['Secure', 'HttpOnly', 'SameSite=Strict', 'Path=/']));
      expect(one).not.toMatch(/domain/i);
    }
    const cookie = cookies.map((one) => one.split(';')[0]).join('; ');
    const { body } = await request(proxied.app)
      .get('/api/session')
      .set({ ...headers, cookie });
    expect(body).toEqual({ signedIn: true });
    const left = await request(proxied.app)
      .delete('/api/session')
      .set({ ...headers, cookie })
      .expect(204);
    expect(cookiesOf(left).find((one) => one.startsWith('__Host-ergon.sid='))).toMatch(
      /Expires=Thu, 01 Jan 1970.*Secure/,
    );
    expect(entered.headers['strict-transport-security']).toBe('max-age=31536000');
  });

  test('wrong passphrases count for the phone they come from, and what a stranger claims of it counts for nothing', async () => {
    const wrong = (server: TestServer, headers: Record<string, string>) =>
      request(server.app).post('/api/session').set(headers).send({ name: 'Nobody here', passphrase: 'wrong one' });
    const codes = async (server: TestServer, headersOf: (at: number) => Record<string, string>) => {
      const seen: string[] = [];
      for (let at = 0; at < 61; at += 1) seen.push((await wrong(server, headersOf(at))).body.error.code);
      return seen;
    };
    const guessed = await codes(proxied, () => from('203.0.113.3'));
    expect(guessed.filter((code) => code === 'sign-in.too-many-wrong')).toHaveLength(1);
    expect((await wrong(proxied, from('203.0.113.4'))).body.error.code).toBe('sign-in.wrong');
    // Straight at us each claims to be another: they are one.
    const claimed = await codes(alone, (at) => ({ 'x-forwarded-for': `203.0.113.${at}` }));
    expect(claimed.at(-1)).toBe('sign-in.too-many-wrong');
  });
});

test('without TLS, and where a machine vouches for itself, a browser is not told to insist on TLS', async () => {
  const own = await startTestServer('own_tls', 1000, reach({ tls: { kind: 'own' } }));
  try {
    for (const server of [alone, own]) {
      const { headers } = await request(server.app).get('/api/session');
      expect(headers['strict-transport-security']).toBeUndefined();
    }
    const plain = await request(alone.app).post('/api/demo').expect(204);
    expect(
      cookiesOf(plain)
        .map((one) => one.split('=')[0])
        .sort(),
    ).toEqual(['ergon.known', 'ergon.sid']);
  } finally {
    await own.close();
  }
});

test.each([
  ['203.0.113.9', '203.0.113.9'],
  ['::ffff:203.0.113.9', '203.0.113.9'],
  // One house has all of a range: another address of it is no other guest.
  ['2001:db8:1:2::1', '2001:db8:1::/56'],
  ['2001:db8:1:2:ffff::9', '2001:db8:1::/56'],
  ['2001:db8:2::1', '2001:db8:2::/56'],
  ['fe80::1%eth0', 'fe80::/56'],
  [undefined, ''],
])('tries from %s count for %s', (ip, counted) => {
  expect(clientAddress({ ip } as Parameters<typeof clientAddress>[0])).toBe(counted);
});

describe('what the machine tells of itself', () => {
  const machineOf = async (server: TestServer, headers = {}) =>
    (await request(server.app).get('/api/machine').set(headers).expect(200)).body as MachineAnswer;

  test('addresses and backups to whoever sits there, and to nobody who only came by something that does', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'ergon-machine-'));
    const machine = { hostname: () => 'corner', addresses: () => ['192.168.4.7'] };
    const certificate = await certificateNow({ ...THIS_MACHINE, tls: { kind: 'own' } }, { folder, machine });
    const reached = { addresses: [{ url: 'https://192.168.4.7:4600', vouched: true }], certificate };
    const backups = new Backups({
      folder,
      reach: { socket: '/none', user: 'x', password: 'x' } as never,
      database: 'x',
    });
    const server = await startTestServer('machine', 1000, { ...reach({ tls: { kind: 'own' } }, reached), backups });
    try {
      const here = await machineOf(server);
      expect(here).toMatchObject({ tls: 'own', here: { addresses: reached.addresses, backups: [], trouble: null } });
      expect(here.certificate!.shown).toMatch(/^([0-9A-F]{2}:){31}[0-9A-F]{2}$/);
      for (const header of ['x-forwarded-for', 'forwarded', 'via']) {
        const far = await machineOf(server, { [header]: '203.0.113.9' });
        expect(far).toEqual({ ...here, here: null });
      }
      const fetched = await request(server.app)
        .get('/api/machine/authority.crt')
        .buffer(true)
        .parse(asText)
        .expect(200);
      expect(fetched.headers['content-type']).toBe('application/x-x509-ca-cert');
      expect(fetched.body).toBe(certificate!.authority);
      // The key is nobody's business.
      expect(JSON.stringify(here) + fetched.body).not.toContain('PRIVATE');
      // It is asked when nothing else works.
      await server.source.destroy();
      expect(await machineOf(server)).toEqual(here);
    } finally {
      if (!server.source.isInitialized) await server.source.initialize();
      await server.close();
    }
  });

  test('no certificate is handed out where there is none of its own', async () => {
    expect(await machineOf(alone)).toMatchObject({ tls: 'off', certificate: null });
    await request(alone.app).get('/api/machine/authority.crt').expect(404);
  });
});
