import { byFate } from '@ergon/core/verdict/fates';
import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { useMemo, useState } from 'react';
import type { Selected } from './selected';

/** The lines of a look by what happens to them, and which of those that are told together are open. */
export function useFolds(lines: readonly SignalLine[], selected: Selected | null, onClose: () => void) {
  const fates = useMemo(() => byFate(lines), [lines]);
  // By who is in it: a light that is mended leaves its fold, and what is open stays open.
  const [opened, setOpened] = useState<readonly string[]>([]);
  const isOpen = (fate: readonly SignalLine[]) =>
    fate.some(({ light }) => light.id === selected?.light || opened.includes(light.id));
  const toggle = (fate: readonly SignalLine[]) => {
    const ids = fate.map(({ light }) => light.id);
    const others = opened.filter((id) => !ids.includes(id));
    setOpened(isOpen(fate) ? others : [...others, ...ids]);
    if (selected && ids.includes(selected.light)) onClose();
  };
  return { fates, isOpen, toggle };
}
