import type { Change } from '@ergon/core/record/change';
import type { CrewRig } from '@ergon/core/record/crewRig';
import type { Look } from '@ergon/core/record/look';
import { withSetting } from '@ergon/core/record/settings';
import { buildRig, indexKit, type KitIndex } from '@ergon/core/rig/rig';
import { judge, type Judgement } from '@ergon/core/verdict/judge';
import { type LightReadiness, readinessOf } from '@ergon/core/verdict/readiness';
import type { Names } from '@ergon/core/words/settingWords';
import { namesOf } from '@ergon/core/words/wording';
import { useQuery } from '@tanstack/react-query';
import { createContext, type ReactNode, useContext, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { ApiFailure, call } from './api';
import { EditQueue, type EditState, type Pending, type Ports } from './editQueue';

const STORED_AS = 'ergon.pending';
const RETRY_MS = [1000, 2000, 5000, 10_000];

function send(pending: Pending, versions: Readonly<Record<string, number>>) {
  const at = `/looks/${encodeURIComponent(pending.look)}`;
  if (pending.kind === 'tests')
    return call<{ saved?: never }>('POST', `${at}/tests`, { tests: pending.tests }).then(() => ({}));
  const sets = new Map<string, Record<string, unknown>>();
  for (const { unit, setting, to } of pending.changes) sets.set(unit, { ...sets.get(unit), [setting]: to ?? null });
  const changes = [...sets].map(([unit, set]) => ({ unit, version: versions[unit] ?? 1, set }));
  return call<Awaited<ReturnType<Ports['send']>>>('POST', `${at}/changes`, { changes });
}

const browserPorts: Ports = {
  send,
  load: () => {
    try {
      return JSON.parse(window.localStorage.getItem(STORED_AS) ?? '[]') as Pending[];
    } catch {
      return [];
    }
  },
  store: (pending) => window.localStorage.setItem(STORED_AS, JSON.stringify(pending)),
  later: (retry, attempt) => setTimeout(retry, RETRY_MS[Math.min(attempt, RETRY_MS.length) - 1]),
};

/** A look joined with the kit and judged; made once per change of the rig. */
export interface JudgedLook {
  look: RigLook;
  judgement: Judgement;
  readiness: readonly LightReadiness[];
}

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

type RigLook = CrewRig['looks'][number];

/** The last judgement of each look as it is: an edit makes a new look and leaves the others theirs. */
const judgedLooks = new WeakMap<RigLook, { kit: KitIndex; tests: CrewRig['tests']; judged: JudgedLook }>();

export function judgeLook(kit: KitIndex, look: RigLook, tests: CrewRig['tests']): JudgedLook {
  const known = judgedLooks.get(look);
  if (known && known.kit === kit && known.tests === tests) return known.judged;
  const judgement = judge(buildRig(kit, plainLook(look)));
  const own = tests.filter((test) => test.look === look.id);
  const judged = { look, judgement, readiness: readinessOf(judgement, own) };
  judgedLooks.set(look, { kit, tests, judged });
  return judged;
}

/** A look without the versions of its settings. */
export const plainLook = (look: RigLook): Look => ({
  ...look,
  units: Object.fromEntries(Object.entries(look.units).map(([id, placed]) => [id, placed.settings])),
});

/** The same look after changes that are only tried: nothing of it is kept or sent. */
export function tryOnPaper(
  kit: KitIndex,
  judged: JudgedLook,
  changes: readonly Change[],
  tests: CrewRig['tests'],
): JudgedLook {
  if (changes.length === 0) return judged;
  const units = { ...judged.look.units };
  for (const { unit, setting, to } of changes) {
    const placed = units[unit];
    if (placed) units[unit] = { ...placed, settings: withSetting(placed.settings, setting, to) };
  }
  return judgeLook(kit, { ...judged.look, units }, tests);
}

/** One look, judged; null while loading or when there is no such look. */
export function useJudgedLook(id: string | undefined): JudgedLook | null {
  const { rig, kit } = useRig();
  const look = rig?.looks.find((one) => one.id === id);
  const tests = rig?.tests;
  return useMemo(() => (look && tests ? judgeLook(kit, look, tests) : null), [kit, look, tests]);
}

/** All looks in the order of the evening. */
export function useJudgedLooks(): JudgedLook[] {
  const { rig, kit } = useRig();
  const looks = rig?.looks;
  const tests = rig?.tests;
  return useMemo(() => {
    if (!looks || !tests) return [];
    return inOrder(looks).map((look) => judgeLook(kit, look, tests));
  }, [kit, looks, tests]);
}

export const inOrder = (looks: CrewRig['looks']): CrewRig['looks'] =>
  [...looks].sort((a, b) => ((a.time ?? '99') < (b.time ?? '99') ? -1 : 1));
