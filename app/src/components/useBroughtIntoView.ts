import { type RefObject, useEffect, useRef } from 'react';
import type { View } from 'react-native';

/** For a part that opens where the page may be scrolled past it: once it is open, it is brought into view. */
export function useBroughtIntoView(isOpen: boolean): RefObject<View | null> {
  const part = useRef<View>(null);
  useEffect(() => {
    // On the web a view is an element; the browser of the tests does not scroll.
    if (isOpen) (part.current as unknown as Partial<HTMLElement> | null)?.scrollIntoView?.({ block: 'nearest' });
  }, [isOpen]);
  return part;
}
