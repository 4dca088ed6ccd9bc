import { startTransition, useEffect, useState } from 'react';

/** A page nobody sees has no pictures to wait for: after this long the wait is over anyhow, in milliseconds. */
const AT_MOST_MS = 200;

/** False until what is drawn now stands on the screen; true from the start where there is nothing to wait for. */
export function useAfterPicture(isReady: boolean): boolean {
  const [isTime, setIsTime] = useState(isReady);
  useEffect(() => {
    if (isTime) return;
    const end = () => startTransition(() => setIsTime(true));
    let afterIt: ReturnType<typeof setTimeout> | undefined;
    const picture = requestAnimationFrame(() => (afterIt = setTimeout(end)));
    const atMost = setTimeout(end, AT_MOST_MS);
    return () => {
      cancelAnimationFrame(picture);
      clearTimeout(afterIt);
      clearTimeout(atMost);
    };
  }, [isTime]);
  return isTime;
}
