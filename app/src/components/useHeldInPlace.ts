import { useCallback, useLayoutEffect, useRef } from 'react';

/** How much of what opens has to be seen at least, in px: its first line of touches. */
const SEEN_AT_LEAST = 150;

function scrollerOf(element: HTMLElement): HTMLElement | null {
  let at = element.parentElement;
  while (at && !/auto|scroll/.test(getComputedStyle(at).overflowY)) at = at.parentElement;
  return at;
}

/**
 * Holds what was touched where it is on the screen while the page around it opens and closes; only where what opens would
 * begin below the edge does it move up, and no further than needed.
 * @returns to be called with the element that was touched, before the page changes.
 */
export function useHeldInPlace(): (element: HTMLElement) => void {
  const held = useRef<{ element: HTMLElement; top: number } | null>(null);
  useLayoutEffect(() => {
    if (!held.current) return;
    const { element, top } = held.current;
    held.current = null;
    const scroller = scrollerOf(element);
    if (!scroller) return;
    const room = scroller.getBoundingClientRect().bottom - SEEN_AT_LEAST;
    const isOpen = element.getAttribute('aria-expanded') === 'true';
    const wanted = isOpen ? Math.min(top, room) : top;
    scroller.scrollTop += element.getBoundingClientRect().top - wanted;
  });
  return useCallback((element: HTMLElement) => {
    held.current = { element, top: element.getBoundingClientRect().top };
  }, []);
}
