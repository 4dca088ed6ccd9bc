/** The form of a unit: what can be changed of it, and what was begun and not saved yet. */
import { zodResolver } from '@hookform/resolvers/zod';
import type { Unit } from '@ergon/core/record/unit';
import { unitSchema } from '@ergon/core/record/unitSchema';
import { useEffect, useState } from 'react';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { keep, readKept } from '../components/useKept';
import { useRig } from '../rig/Rig';

/** The fields of a unit that are words, with what they are called. */
export const TEXTS = [
  ['firmware', 'Firmware'],
  ['cells', 'Cells in it'],
  ['owner', 'Owner'],
  ['lentTo', 'Lent to'],
  ['borrowedFrom', 'Borrowed from'],
  ['notes', 'Notes'],
] as const;

const entrySchema = unitSchema.omit({ id: true, profile: true, dialled: true });
export type Entry = z.infer<typeof entrySchema>;

const entryOf = (unit: Unit): Entry => ({
  label: unit.label,
  inService: unit.inService !== false,
  resetFirst: unit.resetFirst === true,
  ...Object.fromEntries(TEXTS.map(([name]) => [name, unit[name] ?? ''])),
});

/** A text left empty is not recorded, and in service is what a unit is when nothing is said. */
export const patchOf = (entry: Entry): Omit<Unit, 'id' | 'profile' | 'dialled'> => ({
  label: entry.label,
  inService: entry.inService ? null : false,
  resetFirst: entry.resetFirst ? true : null,
  ...Object.fromEntries(TEXTS.map(([name]) => [name, entry[name] || null])),
});

/** What was begun on a unit and not saved: what it was then, and what was entered, also where that cannot be saved yet. */
const begunSchema = z.object({ seen: unitSchema, entry: z.record(z.string(), z.union([z.string(), z.boolean()])) });

/** The form of a unit; what is typed there is kept until it is saved or dropped. */
export function useUnitForm(unit: Unit) {
  const { rig } = useRig();
  // Another who signs in on this device begins with what is recorded.
  const key = `unit.${rig?.member.id}.${unit.id}`;
  const [begun] = useState(() => begunSchema.safeParse(readKept(key)).data);
  // Others may change it while the form is open: what it was then is what this member changes.
  const [seen, setSeen] = useState(begun?.seen ?? unit);
  const form = useForm<Entry>({
    resolver: zodResolver(entrySchema),
    defaultValues: entryOf(seen),
    mode: 'onChange',
  });
  const { reset, subscribe, trigger } = form;
  useEffect(() => {
    if (!begun) return;
    reset({ ...entryOf(begun.seen), ...(begun.entry as Partial<Entry>) }, { keepDefaultValues: true });
    void trigger();
  }, [begun, reset, trigger]);
  useEffect(
    () =>
      subscribe({
        formState: { values: true, isDirty: true },
        callback: ({ values, isDirty }) => keep(key, isDirty ? { seen, entry: values } : null),
      }),
    [subscribe, key, seen],
  );
  const drop = () => {
    setSeen(unit);
    reset(entryOf(unit));
    keep(key, null);
  };
  /** What was begun is saved. */
  const forget = () => keep(key, null);
  return { seen, form, drop, forget };
}
