import { faultsOf, type FieldFault } from '@ergon/core/record/fieldFault';
import type { VersionAnswer } from '@ergon/core/record/exchange';
import { type Href, useRouter } from 'expo-router';
import { type Resolver, useController, useForm } from 'react-hook-form';
import type { z } from 'zod';
import { ApiFailure, call, failureText } from '../rig/api';
import { useRig } from '../rig/Rig';
import { useKitChange } from '../rig/useKitChange';

interface StoredModel<T> {
  stored: T;
  version: number;
  schema: z.ZodType<T>;
  /** What people call it. */
  name: string;
  /** Where the server keeps its kind. */
  at: '/profiles' | '/families' | '/looks';
  /** Where to go once it is removed; left out for what stays. */
  list?: Href;
}

interface Draft<T> {
  /** Null while nothing is changed. */
  draft: T | null;
}

/** A draft may be sent once its schema has nothing against it. */
const resolverFor =
  <T>(schema: z.ZodType<T>): Resolver<Draft<T>> =>
  (values) =>
    schema.safeParse(values.draft).success
      ? { values, errors: {} }
      : ({ values: {}, errors: { draft: { type: 'schema' } } } as never);

const faultsIn = <T>(schema: z.ZodType<T>, doc: T): readonly FieldFault[] => {
  const checked = schema.safeParse(doc);
  return checked.success ? [] : faultsOf(checked.error);
};

/** A family, a profile or a look being edited: a draft beside what is stored, saved on its version, and undone as a whole. */
export function useStoredModel<T extends { id: string }>(model: StoredModel<T>) {
  const { stored, version, schema, name, at, list } = model;
  const { refresh } = useRig();
  const router = useRouter();
  const form = useForm<Draft<T>>({ resolver: resolverFor(schema), defaultValues: { draft: null } as never });
  const { field } = useController<Draft<T>>({ control: form.control, name: 'draft' as never });
  const draft = field.value as T | null;
  const current = draft ?? stored;
  const path = `${at}/${stored.id}`;
  const put = (doc: T, on: number) => call<VersionAnswer>('PUT', path, { version: on, doc });
  const save = useKitChange<T, VersionAnswer>({
    send: (doc) => put(doc, version),
    undo: (saved) => ({ label: `edit of ${name}`, run: () => put(stored, saved.version) }),
    onDone: () => form.reset(),
    // What somebody else stored is fetched, so that saving again is on their version.
    onFailed: refresh,
  });
  const remove = useKitChange({
    send: () => call('DELETE', path),
    undo: () => ({ label: `removal of ${name}`, run: () => call('POST', at, stored) }),
    onDone: () => list && router.replace(list),
  });
  const failure = save.error ?? remove.error;
  const isStale = failure instanceof ApiFailure && failure.code === 'record.stale';
  const own = draft && form.formState.isSubmitted ? faultsIn(schema, draft) : [];
  return {
    current,
    setDraft: (next: T) => field.onChange(next),
    drop: () => form.reset(),
    savePending: save.isPending,
    saveNow: () => void form.handleSubmit((values) => save.mutate(values.draft as T))(),
    changed: draft !== null && JSON.stringify(draft) !== JSON.stringify(stored),
    remove,
    faults: own.length > 0 ? own : failure instanceof ApiFailure ? failure.faults : [],
    problem: own[0]
      ? `${own[0].path} ${own[0].message}`
      : isStale
        ? 'Somebody else changed this meanwhile. Saving again puts yours in its place.'
        : failure && failureText(failure),
  };
}
