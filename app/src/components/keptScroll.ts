/** Where a page was scrolled to: it is there again after going back, loading anew and signing in. */
import { useEffect } from 'react';
import { z } from 'zod';
import { PAGE_ID } from './landmarks';
import { keep, readKept } from './useKept';

/** One page as it was left. */
const leftSchema = z.object({ entry: z.string(), path: z.string(), top: z.number() });
const keptSchema = z.array(leftSchema);
type Left = z.infer<typeof leftSchema>;

const KEY = 'scroll';
/** Pages further back start at their top again. */
const MOST_KEPT = 40;
/** How long a page is waited for that grows until it is as long as it was, in ms, and how often it is looked at. */
const WAIT_MS = 4000;
const STEP_MS = 50;
/** After so long, in ms, the page that was left is gone, or the same one is shown again. */
const OLD_PAGE_MS = 250;
/** What somebody does themselves goes first. */
const TAKES_OVER = ['pointerdown', 'wheel', 'keydown', 'touchstart'] as const;

/** The router gives each entry of the history an id of its own, which outlives a reload. */
function here(): Pick<Left, 'entry' | 'path'> {
  const state = window.history.state as { id?: unknown } | null;
  return { entry: typeof state?.id === 'string' ? state.id : '', path: window.location.pathname };
}

const kept = (): Left[] => keptSchema.safeParse(readKept(KEY)).data ?? [];

const isAt = (at: Pick<Left, 'entry' | 'path'>) => (left: Left) => left.entry === at.entry && left.path === at.path;

function note(top: number): void {
  const at = here();
  const others = kept().filter((left) => !isAt(at)(left));
  keep(KEY, [{ ...at, top: Math.round(top) }, ...others].slice(0, MOST_KEPT));
}

/** The part of the page that is scrolled. */
const scroller = (): Element | null => document.getElementById(PAGE_ID)?.firstElementChild ?? null;

/** Notes where pages are scrolled to, and brings the one that is come back to there. */
export function useKeptScroll(): void {
  useEffect(() => {
    let waiting: ReturnType<typeof setInterval> | undefined;
    const stop = () => clearInterval(waiting);
    const onScroll = ({ target }: Event) => {
      if (waiting === undefined && target === scroller()) note((target as Element).scrollTop);
    };
    /** @param old the page that is on the screen while the next one is on its way. */
    const bringBack = (old: Element | null) => {
      stop();
      const since = Date.now();
      waiting = setInterval(() => {
        const page = scroller();
        const wanted = kept().find(isAt(here()))?.top ?? 0;
        const waited = Date.now() - since;
        const isMeant = page !== null && (page !== old || waited > OLD_PAGE_MS);
        if (isMeant && wanted > 0) page.scrollTop = wanted;
        if ((isMeant && Math.abs(page.scrollTop - wanted) <= 1) || waited > WAIT_MS) end();
      }, STEP_MS);
    };
    const end = () => {
      stop();
      waiting = undefined;
    };
    const onBack = () => bringBack(scroller());
    bringBack(null);
    document.addEventListener('scroll', onScroll, true);
    window.addEventListener('popstate', onBack);
    for (const doing of TAKES_OVER) window.addEventListener(doing, end, true);
    return () => {
      end();
      document.removeEventListener('scroll', onScroll, true);
      window.removeEventListener('popstate', onBack);
      for (const doing of TAKES_OVER) window.removeEventListener(doing, end, true);
    };
  }, []);
}
