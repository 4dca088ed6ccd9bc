import { useEffect, useRef } from 'react';

/** Longer than this nobody thinks: somebody was called away. */
const MOST_SECONDS = 600;

/** Seconds since the last step, counted while the page is in sight. @param step another one begins anew. */
export function useThought(step: number): () => number {
  const counted = useRef({ ms: 0, since: 0 });
  useEffect(() => {
    counted.current = { ms: 0, since: isInSight() ? performance.now() : 0 };
    const onTurn = () => {
      const { ms, since } = counted.current;
      const now = performance.now();
      counted.current = isInSight() ? { ms, since: now } : { ms: ms + (since > 0 ? now - since : 0), since: 0 };
    };
    document.addEventListener('visibilitychange', onTurn);
    return () => document.removeEventListener('visibilitychange', onTurn);
  }, [step]);
  return () => {
    const { ms, since } = counted.current;
    const seconds = (ms + (since > 0 ? performance.now() - since : 0)) / 1000;
    return Math.min(MOST_SECONDS, Math.round(seconds * 10) / 10);
  };
}

const isInSight = (): boolean => document.visibilityState === 'visible';
