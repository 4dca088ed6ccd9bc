import type { CrewRig } from '@ergon/core/operation/crewRig';
import { indexKit, type KitIndex } from '@ergon/core/rig/rig';
import type { Names } from '@ergon/core/words/settingWords';
import { namesOf } from '@ergon/core/words/wording';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { createContext, type ReactNode, useContext, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { ApiFailure, Unreachable } from './api';
import { browserPorts } from './browserPorts';
import { isolatedNames } from './isolatedNames';
import { fetchRig, rigAhead } from './operationApi';
import { OperationQueue } from './operationQueue';
import type { Ports } from './ports';
import type { QueueState } from './queueState';
import { useFeed } from './useFeed';

export interface RigContextValue extends QueueState {
  queue: OperationQueue;
  /** Reads the server's state again. */
  refresh: () => void;
  /** Why the server's state could not be read, in a sentence; null while it can, or where a sign-in is all it needs. */
  unread: string | null;
  names: Names;
  kit: KitIndex;
}

const RigContext = createContext<RigContextValue | null>(null);
/** A server that has trouble is given time. */
const AGAIN_MS = 15_000;
const EMPTY_KIT = indexKit({ families: [], profiles: [], units: [] });

export function RigProvider({ children, ports }: { children: ReactNode; ports?: Ports }) {
  const query = useQuery({
    queryKey: ['rig'],
    queryFn: fetchRig,
    initialData: rigAhead,
    retry: (count, error) => !(error instanceof ApiFailure) && count < 2,
    // What was not read is asked for again, without anybody's doing.
    refetchInterval: ({ state: { error } }) => (error instanceof Unreachable ? AGAIN_MS : false),
  });
  const [queue] = useState(() => new OperationQueue(ports ?? browserPorts(), query.data ?? null));
  const state = useSyncExternalStore(queue.subscribe, queue.snapshot);
  useEffect(() => {
    queue.start();
    return () => queue.close();
  }, [queue]);
  useEffect(() => {
    if (query.data) queue.setBase(query.data);
  }, [query.data, queue]);
  useKeptBase(state.base);
  useFeed(queue, state);

  const { rig } = state;
  const kit = useMemo(() => (rig ? indexKit(rig) : EMPTY_KIT), [rig?.families, rig?.profiles, rig?.units]); // eslint-disable-line react-hooks/exhaustive-deps
  const { refetch, error } = query;
  const isOut = error instanceof ApiFailure && error.status === 401;
  const value = useMemo(
    () => ({
      ...state,
      queue,
      kit,
      names: isolatedNames(namesOf(kit, state.rig?.onAir)),
      refresh: () => void refetch(),
      signedOut: state.signedOut || isOut,
      serverAils: isOut ? error.code : state.serverAils,
      unread: error === null || isOut ? null : error.message,
    }),
    [state, queue, kit, refetch, isOut, error],
  );
  return <RigContext.Provider value={value}>{children}</RigContext.Provider>;
}

/** What the feed has told is kept with what was fetched, so that a start without a server begins where this ended. */
function useKeptBase(base: CrewRig | null): void {
  const client = useQueryClient();
  useEffect(() => {
    const known = client.getQueryData<CrewRig>(['rig']);
    if (base && known && known.crew.id === base.crew.id && known.number < base.number)
      client.setQueryData(['rig'], base);
  }, [base, client]);
}

export function useRig(): RigContextValue {
  const value = useContext(RigContext);
  if (!value) throw new Error('useRig outside RigProvider: wrap the screen in it');
  return value;
}
