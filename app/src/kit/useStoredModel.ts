import type { AnyDoc, RecordKind, RecordRef } from '@ergon/core/operation/crewState';
import { putting, removing } from '@ergon/core/operation/editsOf';
import { checked, type FieldFault } from '@ergon/core/record/fieldFault';
import { type Href, useRouter } from 'expo-router';
import { type Resolver, useController, useForm } from 'react-hook-form';
import type { z } from 'zod';
import { useRig } from '../rig/Rig';

interface StoredModel<T> {
  kind: Extract<RecordKind, 'family' | 'profile' | 'look'>;
  stored: T;
  schema: z.ZodType<T>;
  /** What people call it. */
  name: string;
  /** Where to go once it is removed; left out for what stays. */
  list?: Href;
}

interface Draft<T> {
  /** Null while nothing is changed. */
  draft: T | null;
}

/** A draft may be kept once its schema has nothing against it. */
const resolverFor =
  <T>(schema: z.ZodType<T>): Resolver<Draft<T>> =>
  (values) =>
    schema.safeParse(values.draft).success
      ? { values, errors: {} }
      : ({ values: {}, errors: { draft: { type: 'schema' } } } as never);

const faultsIn = <T>(schema: z.ZodType<T>, doc: T): readonly FieldFault[] => checked(schema, doc).faults ?? [];

/**
 * A family, a profile or a look being edited: a draft beside what is stored. Saved, only the fields that differ change,
 * so that what somebody else changed of it stays.
 */
export function useStoredModel<T extends AnyDoc & { id: string }>({
  kind,
  stored,
  schema,
  name,
  list,
}: StoredModel<T>) {
  const { queue } = useRig();
  const router = useRouter();
  const form = useForm<Draft<T>>({ resolver: resolverFor(schema), defaultValues: { draft: null } as never });
  const { field } = useController<Draft<T>>({ control: form.control, name: 'draft' as never });
  const draft = field.value as T | null;
  const current = draft ?? stored;
  const on: RecordRef = { kind, id: stored.id };
  const save = (doc: T) => {
    queue.submit(`edit of ${name}`, (rig, born) => putting(rig, { on, doc, born }));
    form.reset();
  };
  const remove = () => {
    queue.submit(`removal of ${name}`, (rig) => removing(rig, on));
    if (list) router.replace(list);
  };
  const faults = draft && form.formState.isSubmitted ? faultsIn(schema, draft) : [];
  return {
    current,
    setDraft: (next: T) => field.onChange(next),
    drop: () => form.reset(),
    saveNow: () => void form.handleSubmit((values) => save(values.draft as T))(),
    changed: draft !== null && JSON.stringify(draft) !== JSON.stringify(stored),
    remove,
    faults,
    problem: faults[0] ? `${faults[0].path} ${faults[0].message}` : null,
  };
}
