/** What was fetched last, kept on the device: a start without a server begins where the last one ended. */
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

export const keptCache: Omit<PersistQueryClientOptions, 'queryClient'> = {
  persister: {
    persistClient: (client) => {
      latest = client;
      timer ??= setTimeout(write, EVERY_MS);
    },
    restoreClient: () => orNothing(get<PersistedClient>(KEY, store())),
    removeClient: async () => {
      await orNothing(del(KEY, store()));
    },
  },
  maxAge: Infinity,
  buster: `document ${DOCUMENT_VERSION}`,
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
