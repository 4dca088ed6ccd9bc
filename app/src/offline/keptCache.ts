/** What was fetched last, kept on the device: a start without a server begins where the last one ended. */
import { emptyState } from '@ergon/core/operation/crewState';
import { stateTo3 } from '@ergon/core/operation/operationMigrations';
import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import type { Query } from '@tanstack/react-query';
import type { PersistedClient, PersistQueryClientOptions } from '@tanstack/react-query-persist-client';
import { createStore, del, get, set, type UseStore } from 'idb-keyval';

const KEY = 'fetched';
/** Writing at every change would keep a phone busy; what is lost of it is fetched again. */
const EVERY_MS = 1000;
/** What a cold start needs. */
const KEPT: ReadonlySet<unknown> = new Set(['session', 'rig', 'history']);

/** That nobody is signed in is asked anew at every start: somebody may have signed in since. */
const isSignedOut = (data: unknown): boolean => (data as { signedIn?: boolean }).signedIn === false;

let opened: UseStore | undefined;
const store = (): UseStore => (opened ??= createStore('ergon-cache', 'fetched'));

let latest: PersistedClient | null = null;
let timer: ReturnType<typeof setTimeout> | null = null;

/** A browser that keeps nothing, in a private window say, must not keep anybody from working. */
const orNothing = <T>(work: Promise<T>): Promise<T | undefined> => work.catch(() => undefined);

function write(): void {
  timer = null;
  if (latest) void orNothing(set(KEY, latest, store()));
}

const read = (): Promise<PersistedClient | undefined> => orNothing(get<PersistedClient>(KEY, store()));

/** What is kept, asked for before the page stands: taken once, since it is written anew later. */
let ahead: ReturnType<typeof read> | null = null;

export function readAhead(): void {
  ahead = read();
}

function takeRead(): ReturnType<typeof read> {
  const asked = ahead ?? read();
  ahead = null;
  return asked;
}

const BUSTER = `document ${DOCUMENT_VERSION}`;

/** A list that came later is missing from a rig that was kept before. */
const holdsAllLists = ({ queryKey, state }: PersistedClient['clientState']['queries'][number]): boolean =>
  queryKey[0] !== 'rig' ||
  state.data === undefined ||
  Object.keys(emptyState()).every((list) => list in (state.data as object));

/**
 * What an earlier version of this app kept, in today's shape, so that its first start needs no server either. What of
 * the history was kept is fetched again.
 */
export function upToDate(client: PersistedClient | undefined): PersistedClient | undefined {
  if (client?.buster !== 'document 2' && client?.buster !== BUSTER) return client;
  const isOld = client.buster !== BUSTER;
  if (!isOld && client.clientState.queries.every(holdsAllLists)) return client;
  const stateNow = (state: object): object => ({
    ...emptyState(),
    ...(isOld ? stateTo3(state as Record<string, unknown>) : state),
  });
  const queries = client.clientState.queries
    .filter(({ queryKey }) => !isOld || queryKey[0] !== 'history')
    .map((query) =>
      query.queryKey[0] === 'rig' && query.state.data !== undefined
        ? { ...query, state: { ...query.state, data: stateNow(query.state.data as object) } }
        : query,
    );
  return { ...client, buster: BUSTER, clientState: { ...client.clientState, queries } };
}

export const keptCache: Omit<PersistQueryClientOptions, 'queryClient'> = {
  persister: {
    persistClient: (client) => {
      latest = client;
      timer ??= setTimeout(write, EVERY_MS);
    },
    restoreClient: async () => upToDate(await takeRead()),
    removeClient: async () => {
      await orNothing(del(KEY, store()));
    },
  },
  maxAge: Infinity,
  buster: BUSTER,
  dehydrateOptions: {
    shouldDehydrateQuery: ({ queryKey, state }: Query) =>
      KEPT.has(queryKey[0]) && state.data !== undefined && !isSignedOut(state.data),
  },
};

/** At the end of a session nothing of it stays but what waits to be sent. */
export async function forgetFetched(): Promise<void> {
  latest = null;
  await orNothing(del(KEY, store()));
}
