/** What is asked before the app stands: only for somebody who was signed in, once, and never after something changed. */
import { call } from '../src/rig/api';
import { arrivedAhead, askAhead, dropAhead, noteSignedIn } from '../src/rig/askedAhead';
import { rigAhead } from '../src/rig/operationApi';
import { demoRig } from './rigFixture';

let asked: string[] = [];
beforeEach(() => {
  asked = [];
  window.localStorage.clear();
  dropAhead();
  globalThis.fetch = jest.fn(async (path: string, init?: RequestInit) => {
    asked.push(`${init?.method ?? 'GET'} ${path}`);
    const number = asked.length;
    return { ok: true, status: 200, json: async () => ({ number }) };
  }) as never;
});
afterEach(() => jest.restoreAllMocks());

test('nothing is asked where nobody was signed in, nor after signing out', () => {
  askAhead();
  noteSignedIn(true);
  noteSignedIn(false);
  askAhead();
  expect(asked).toEqual([]);
});

test('what was asked ahead is answered once; after that it is asked anew', async () => {
  noteSignedIn(true);
  askAhead();
  expect(asked).toEqual(['GET /api/session', 'GET /api/rig']);
  expect(await call('GET', '/rig')).toEqual({ number: 2 });
  expect(await call('GET', '/session')).toEqual({ number: 1 });
  expect(asked).toHaveLength(2);
  await call('GET', '/rig');
  expect(asked).toEqual(['GET /api/session', 'GET /api/rig', 'GET /api/rig']);
});

test('an answer from before somebody signed in is not taken', async () => {
  noteSignedIn(true);
  askAhead();
  await call('POST', '/session', {});
  expect(await call('GET', '/rig')).toEqual({ number: 4 });
});

test('nor one that is out of date', async () => {
  noteSignedIn(true);
  const clock = jest.spyOn(performance, 'now').mockReturnValue(0);
  askAhead();
  clock.mockReturnValue(5001);
  expect(await call('GET', '/rig')).toEqual({ number: 3 });
});

test('a server that cannot be reached is told to whoever asks, and to nobody else', async () => {
  noteSignedIn(true);
  globalThis.fetch = jest.fn(async () => {
    throw new TypeError('no network');
  }) as never;
  askAhead();
  await expect(call('GET', '/rig')).rejects.toThrow('The server cannot be reached.');
});

describe('what has come already', () => {
  const answering = (answers: Readonly<Record<string, { status: number; body: unknown }>>) => {
    globalThis.fetch = jest.fn(async (path: string) => {
      const { status, body } = answers[path]!;
      const answer = { ok: status === 200, status, json: async () => body };
      return { ...answer, clone: () => answer };
    }) as never;
    noteSignedIn(true);
    askAhead();
    return new Promise((resolve) => setTimeout(resolve));
  };

  test('is there without waiting, and whoever asks next takes the same answer', async () => {
    const rig = demoRig();
    const come = answering({
      '/api/session': { status: 200, body: { signedIn: true } },
      '/api/rig': { status: 200, body: rig },
    });
    expect([arrivedAhead('/session'), rigAhead()]).toEqual([undefined, undefined]);
    await come;
    expect(arrivedAhead('/session')).toEqual({ signedIn: true });
    expect(rigAhead()).toBe(rig);
    expect(await call('GET', '/rig')).toBe(rig);
    expect(globalThis.fetch).toHaveBeenCalledTimes(2);
    expect(rigAhead()).toBeUndefined();
  });

  test('a refusal is none, nor is something other than a rig, nor what came before something was changed', async () => {
    const answers = {
      '/api/session': { status: 401, body: { signedIn: true } },
      '/api/rig': { status: 200, body: { hotel: 'Sign in to our network' } },
    };
    await answering(answers);
    expect([arrivedAhead('/session'), rigAhead()]).toEqual([undefined, undefined]);
    await answering({ ...answers, '/api/rig': { status: 200, body: demoRig() } });
    expect(rigAhead()).toBeDefined();
    dropAhead();
    expect(rigAhead()).toBeUndefined();
  });
});
