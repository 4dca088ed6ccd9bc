import { useSyncExternalStore } from 'react';

let printing = false;

function subscribe(changed: () => void): () => void {
  const told = (now: boolean) => () => {
    printing = now;
    changed();
  };
  const [begins, ends] = [told(true), told(false)];
  window.addEventListener('beforeprint', begins);
  window.addEventListener('afterprint', ends);
  return () => {
    window.removeEventListener('beforeprint', begins);
    window.removeEventListener('afterprint', ends);
  };
}

/**
 * Whether the page is being printed just now. What is read from such a store is drawn before the browser takes the page, so
 * that drawings are made anew in black on white.
 */
export const usePrinting = (): boolean => useSyncExternalStore(subscribe, () => printing);
