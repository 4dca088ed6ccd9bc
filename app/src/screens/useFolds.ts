import { useState } from 'react';

/** Which of the lights that are told together are open. */
export interface Folds {
  isOpen: (lights: readonly string[]) => boolean;
  toggle: (lights: readonly string[]) => void;
}

/**
 * @param selected a light that is looked at: it is never hidden.
 * @param onClose is called when that light is hidden after all.
 */
export function useFolds(selected: string | null = null, onClose: () => void = () => undefined): Folds {
  // By who is in it: a light that is mended leaves its fold, and what is open stays open.
  const [opened, setOpened] = useState<readonly string[]>([]);
  const isOpen = (lights: readonly string[]) => lights.some((id) => id === selected || opened.includes(id));
  const toggle = (lights: readonly string[]) => {
    const others = opened.filter((id) => !lights.includes(id));
    setOpened(isOpen(lights) ? others : [...others, ...lights]);
    if (selected !== null && lights.includes(selected)) onClose();
  };
  return { isOpen, toggle };
}
