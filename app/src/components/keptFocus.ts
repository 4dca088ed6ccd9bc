/** Where the focus goes when what had it is gone: after a fix, a search, a removal, a way into another place. */
import { useEffect } from 'react';
import { TITLE_ID } from './landmarks';

/** Parts of a page that say something to a reader when the focus lands on them. */
const LANDS =
  '[role="listitem"], [role="list"], [role="group"][aria-label], [role="region"], [role="table"], section, li, ul, main';

/** Puts the focus on something that is not a control, and so must be made to take it, without scrolling to its start. */
export function focusOn(element: HTMLElement): void {
  if (element.tabIndex < 0) element.tabIndex = -1;
  element.focus({ preventScroll: true });
}

/** The parts of the page an element stands in, the nearest first. */
function partsAround(element: Element): HTMLElement[] {
  const parts: HTMLElement[] = [];
  for (let part = element.parentElement; part !== null; part = part.parentElement)
    if (part.matches(LANDS)) parts.push(part);
  return parts;
}

/** The nearest part that is still there; of a whole page, and where the page is another one, its heading. */
function landing(parts: readonly HTMLElement[]): HTMLElement | null {
  const part = parts.find(({ isConnected }) => isConnected);
  return part && part.tagName !== 'MAIN' ? part : document.getElementById(TITLE_ID);
}

/** Follows the focus; should the element that has it be taken out of the page, the focus goes to where that stood. */
export function useKeptFocus(): void {
  useEffect(() => {
    let focused: Element | null = null;
    let parts: readonly HTMLElement[] = [];
    const note = ({ target }: FocusEvent) => {
      focused = target as Element;
      parts = partsAround(focused);
    };
    const land = () => {
      if (focused === null || focused.isConnected || document.activeElement !== document.body) return;
      const to = landing(parts);
      // The next page may still be on its way: it is waited for.
      if (to === null) return;
      focused = null;
      focusOn(to);
    };
    const watch = new MutationObserver(land);
    document.addEventListener('focusin', note);
    watch.observe(document.body, { childList: true, subtree: true });
    return () => {
      document.removeEventListener('focusin', note);
      watch.disconnect();
    };
  }, []);
}
