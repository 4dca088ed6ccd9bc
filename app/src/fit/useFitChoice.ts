import type { FitChoice } from '@ergon/core/fit/fit';
import type { KitItem } from '@ergon/core/rig/rig';
import { useMemo, useState } from 'react';
import { byLabel } from '../rig/byLabel';
import { useRig } from '../rig/Rig';

/** At most this many of a kind: more would be no table to read. */
export const MOST_OF_KIND = 30;

export const FIT_KINDS = [
  { kind: 'body', title: 'Bodies' },
  { kind: 'flash', title: 'Flashes' },
  { kind: 'trigger', title: 'Triggers' },
] as const;

export interface FitGear {
  /** Units in service, by id, in the order people look for them. */
  items: ReadonlyMap<string, KitItem>;
  /** Ids of those left out. */
  left: ReadonlySet<string>;
  /** Takes just these of some units into the choice. */
  take: (of: readonly string[], taken: readonly string[]) => void;
  choice: FitChoice;
  /** How many chosen units did not fit. */
  unseen: number;
}

/** The gear Fit is asked about: every unit in service, save those left out. */
export function useFitChoice(offCamera: boolean): FitGear {
  const { rig, kit, names } = useRig();
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const items = useMemo(() => {
    const order = byLabel(names);
    const here = (rig?.units ?? []).filter((unit) => unit.inService !== false).sort((a, b) => order(a.id, b.id));
    return new Map(
      here.flatMap((unit) => {
        const profile = kit.profiles.get(unit.profile);
        return profile ? [[unit.id, { unit, profile } satisfies KitItem] as const] : [];
      }),
    );
  }, [rig?.units, kit, names]);
  const chosen = useMemo(() => [...items.values()].filter((item) => !left.has(item.unit.id)), [items, left]);
  const choice = useMemo((): FitChoice => {
    const of = (kind: KitItem['profile']['kind']) =>
      chosen.filter((item) => item.profile.kind === kind).slice(0, MOST_OF_KIND);
    return { bodies: of('body'), flashes: of('flash'), triggers: of('trigger'), families: kit.families, offCamera };
  }, [chosen, kit, offCamera]);
  const take = (of: readonly string[], taken: readonly string[]) =>
    setLeft(
      (old) => new Set([...[...old].filter((id) => !of.includes(id)), ...of.filter((id) => !taken.includes(id))]),
    );
  const unseen = chosen.length - choice.bodies.length - choice.flashes.length - choice.triggers.length;
  return { items, left, take, choice, unseen };
}
