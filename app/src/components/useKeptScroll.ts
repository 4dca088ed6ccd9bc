import { useLayoutEffect, useRef } from 'react';
import type { ScrollView } from 'react-native';
import { keep, readKept } from './useKept';

/** How long the page may take to be as long as it was, in ms. */
const PATIENCE_MS = 4000;

/** For how many pictures it has to stand there. */
const HELD_FRAMES = 30;

/** When one came back to a place, or loaded it; going on to a place is no coming back. */
let cameBackAt = 0;
if (typeof window !== 'undefined') {
  // Before anybody else hears of it.
  window.addEventListener('popstate', () => (cameBackAt = performance.now()), { capture: true });
  for (const touch of ['pointerdown', 'keydown', 'wheel'])
    window.addEventListener(touch, () => (cameBackAt = -PATIENCE_MS), { capture: true, passive: true });
}

const here = (): string => `scroll.${window.location.pathname}`;

/**
 * A page that one comes back to stands where it was left.
 * @param isKept false for a page that is only passed through.
 */
export function useKeptScroll(isKept: boolean) {
  const scroller = useRef<ScrollView>(null);
  /** While the page is not yet as long as it was. */
  const isReturning = useRef(false);
  useLayoutEffect(() => {
    if (!isKept || performance.now() - cameBackAt > PATIENCE_MS) return;
    const until = performance.now() + PATIENCE_MS;
    isReturning.current = true;
    let frame = 0;
    let held = 0;
    const goOn = () => {
      // The address of a page one came back to is there a moment after the page.
      const kept = readKept(here());
      // On the web what scrolls is an element.
      const element = scroller.current?.getScrollableNode() as HTMLElement | undefined;
      if (element && typeof kept === 'number') element.scrollTop = kept;
      const isThere = typeof kept === 'number' && Math.abs((element?.scrollTop ?? 0) - kept) <= 1;
      // What is drawn a moment later may still move it.
      held = isThere ? held + 1 : 0;
      // A hand that has touched anything meanwhile is not dragged back.
      isReturning.current = held < HELD_FRAMES && cameBackAt >= 0 && performance.now() < until;
      if (isReturning.current) frame = requestAnimationFrame(goOn);
    };
    goOn();
    return () => cancelAnimationFrame(frame);
  }, [isKept]);
  return {
    ref: scroller,
    onScroll: ({ nativeEvent }: { nativeEvent: { contentOffset: { y: number } } }) => {
      const { y } = nativeEvent.contentOffset;
      if (isKept && !isReturning.current) keep(here(), y > 0 ? Math.round(y) : null);
    },
    scrollEventThrottle: 100,
  };
}
