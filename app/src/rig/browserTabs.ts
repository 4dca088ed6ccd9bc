/** Tabs of one browser: one of them sends and listens for all, and each tells the others what it hears. */
import type { TabMessage, Tabs } from './ports';

const nameOf = (member: string): string => `ergon ${member}`;

/**
 * Waits for its turn, then holds it while the tab is seen; a hidden tab lets a seen one have it.
 * @returns what ends it.
 */
function leadWhileSeen(name: string, changed: (leads: boolean) => void): () => void {
  const ended = new AbortController();
  const hold = (): Promise<void> =>
    new Promise((release) => {
      const letGo = () => {
        document.removeEventListener('visibilitychange', hidden);
        changed(false);
        release();
      };
      const hidden = () => document.visibilityState === 'hidden' && letGo();
      document.addEventListener('visibilitychange', hidden);
      ended.signal.addEventListener('abort', letGo);
      changed(true);
    });
  const again = (): void => {
    if (ended.signal.aborted) return;
    // What the end takes out of the queue is no failure.
    void navigator.locks.request(name, { signal: ended.signal }, hold).then(again, () => undefined);
  };
  again();
  return () => ended.abort();
}

export function browserTabs(): Tabs {
  let channel: BroadcastChannel | null = null;
  let stopLeading: (() => void) | null = null;
  return {
    post: (message) => channel?.postMessage(message),
    open: (member, { hear, leads }) => {
      channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(nameOf(member));
      channel?.addEventListener('message', ({ data }: MessageEvent<TabMessage>) => hear(data));
      // Where a browser has no locks, every tab sends: the server takes each operation once all the same.
      if ('locks' in navigator) stopLeading = leadWhileSeen(nameOf(member), leads);
      else leads(true);
    },
    close: () => {
      channel?.close();
      channel = null;
      stopLeading?.();
      stopLeading = null;
    },
  };
}
