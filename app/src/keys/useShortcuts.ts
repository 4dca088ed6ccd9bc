import { useEffect, useRef } from 'react';
import { type Deed, deedOf } from './shortcuts';

type Deeds = { [D in Deed]?: (event: KeyboardEvent) => void };

/** Whoever came last is asked first: what lies on top of a screen has its keys. */
const askers: { current: Deeds }[] = [];

function onKey(event: KeyboardEvent): void {
  const does = deedOf(event);
  if (does === null) return;
  const asked = askers.findLast(({ current }) => current[does] !== undefined);
  if (!asked) return;
  event.preventDefault();
  asked.current[does]!(event);
}

/**
 * Does these deeds while the screen is shown; keys nobody on screen has a deed for keep their own meaning.
 * @param under what a screen does of its own goes before these, whichever of them came last.
 */
export function useShortcuts(deeds: Deeds, under = false): void {
  const latest = useRef(deeds);
  useEffect(() => {
    latest.current = deeds;
  });
  useEffect(() => {
    if (askers.length === 0) window.addEventListener('keydown', onKey);
    if (under) askers.unshift(latest);
    else askers.push(latest);
    return () => {
      askers.splice(askers.indexOf(latest), 1);
      if (askers.length === 0) window.removeEventListener('keydown', onKey);
    };
  }, [under]);
}
