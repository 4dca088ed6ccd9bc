import type { CrewRig } from '@ergon/core/record/crewRig';
import { indexKit, type KitIndex } from '@ergon/core/rig/rig';
import type { Names } from '@ergon/core/words/settingWords';
import { namesOf } from '@ergon/core/words/wording';
import { useQuery } from '@tanstack/react-query';
import { createContext, type ReactNode, useContext, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { ApiFailure, call } from './api';
import { browserPorts } from './browserPorts';
import { EditQueue, type EditState, type Ports } from './editQueue';

export interface RigContextValue extends EditState {
  queue: EditQueue;
  /** Reads the server's state again. */
  refresh: () => void;
  signedOut: boolean;
  failed: boolean;
  names: Names;
  kit: KitIndex;
}

const RigContext = createContext<RigContextValue | null>(null);
const EMPTY_KIT = indexKit({ families: [], profiles: [], units: [] });

export function RigProvider({ children, ports = browserPorts }: { children: ReactNode; ports?: Ports }) {
  const [queue] = useState(() => new EditQueue(ports));
  const state = useSyncExternalStore(queue.subscribe, queue.snapshot);
  const query = useQuery({
    queryKey: ['rig'],
    queryFn: () => call<CrewRig>('GET', '/rig'),
    refetchInterval: 15_000,
    retry: (count, error) => !(error instanceof ApiFailure) && count < 2,
  });
  useEffect(() => {
    if (query.data) queue.setBase(query.data);
  }, [query.data, queue]);
  useEffect(() => {
    const online = () => void queue.flush();
    window.addEventListener('online', online);
    return () => window.removeEventListener('online', online);
  }, [queue]);

  const { rig } = state;
  const kit = useMemo(() => (rig ? indexKit(rig) : EMPTY_KIT), [rig?.families, rig?.profiles, rig?.units]); // eslint-disable-line react-hooks/exhaustive-deps
  const { refetch, error } = query;
  const value = useMemo(
    () => ({
      ...state,
      queue,
      kit,
      names: namesOf(kit),
      refresh: () => void refetch(),
      signedOut: error instanceof ApiFailure && error.status === 401,
      failed: error !== null && !state.rig,
    }),
    [state, queue, kit, refetch, error],
  );
  return <RigContext.Provider value={value}>{children}</RigContext.Provider>;
}

export function useRig(): RigContextValue {
  const value = useContext(RigContext);
  if (!value) throw new Error('useRig outside RigProvider: wrap the screen in it');
  return value;
}
