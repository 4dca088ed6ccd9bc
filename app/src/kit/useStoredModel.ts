import { useMutation } from '@tanstack/react-query';
import { type Href, useRouter } from 'expo-router';
import { useState } from 'react';
import { ApiFailure, call, failureText } from '../rig/api';
import { useRig } from '../rig/Rig';

interface StoredModel<T> {
  stored: T;
  version: number;
  /** What people call it. */
  name: string;
  /** Where the server keeps its kind. */
  at: '/profiles' | '/families' | '/looks';
  /** Where to go once it is removed; left out for what stays. */
  list?: Href;
}

/** A family, a profile or a look being edited: a draft beside what is stored, saved on its version, and undone as a whole. */
export function useStoredModel<T extends { id: string }>({ stored, version, name, at, list }: StoredModel<T>) {
  const { queue, refresh } = useRig();
  const router = useRouter();
  const [draft, setDraft] = useState<T | null>(null);
  const current = draft ?? stored;
  const path = `${at}/${stored.id}`;
  const put = (doc: T, on: number) => call<{ version: number }>('PUT', path, { version: on, doc });
  const save = useMutation({
    mutationFn: () => put(current, version),
    onSuccess: ({ version: now }) => {
      queue.pushUndo(`edit of ${name}`, () => void put(stored, now).then(refresh, refresh));
      setDraft(null);
      refresh();
    },
    // What somebody else stored is fetched, so that saving again is on their version.
    onError: refresh,
  });
  const remove = useMutation({
    mutationFn: () => call('DELETE', path),
    onSuccess: () => {
      queue.pushUndo(`removal of ${name}`, () => void call('POST', at, stored).then(refresh, refresh));
      refresh();
      if (list) router.replace(list);
    },
  });
  const failure = save.error ?? remove.error;
  const stale = failure instanceof ApiFailure && failure.code === 'record.stale';
  return {
    current,
    setDraft,
    drop: () => setDraft(null),
    savePending: save.isPending,
    saveNow: () => save.mutate(),
    changed: draft !== null && JSON.stringify(draft) !== JSON.stringify(stored),
    remove,
    faults: failure instanceof ApiFailure ? failure.faults : [],
    problem: stale
      ? 'Somebody else changed this meanwhile. Saving again puts yours in its place.'
      : failure
        ? failureText(failure)
        : null,
  };
}
