/** The app's own files, kept by a service worker; a newer version waits until it is asked for or the app starts anew. */
import { useSyncExternalStore } from 'react';

let waiting: ServiceWorker | null = null;
const listeners = new Set<() => void>();

function found(worker: ServiceWorker | null): void {
  waiting = worker;
  for (const listener of listeners) listener();
}

/** Takes the newer version now; everything a member did is kept apart from it. */
export function takeNewVersion(): void {
  navigator.serviceWorker.addEventListener('controllerchange', () => window.location.reload(), { once: true });
  waiting?.postMessage({ type: 'SKIP_WAITING' });
}

function watch(registration: ServiceWorkerRegistration): void {
  const fresh = registration.installing;
  fresh?.addEventListener('statechange', () => {
    // Without a controller it is the first version, and nothing to tell of.
    if (fresh.state === 'installed' && navigator.serviceWorker.controller) found(registration.waiting);
  });
}

/** How often is asked whether there is a newer version. */
const ASK_MS = 30 * 60_000;

export async function startServiceWorker(): Promise<void> {
  if (!('serviceWorker' in navigator) || process.env.NODE_ENV !== 'production') return;
  try {
    const registration = await navigator.serviceWorker.register('/sw.js');
    // What waited since the last use is taken before this one begins.
    if (registration.waiting && navigator.serviceWorker.controller) {
      waiting = registration.waiting;
      return takeNewVersion();
    }
    registration.addEventListener('updatefound', () => watch(registration));
    watch(registration);
    setInterval(() => void registration.update().catch(() => undefined), ASK_MS);
  } catch {
    // Without it everything works but a start without a server.
  }
}

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const useNewVersion = (): boolean => useSyncExternalStore(subscribe, () => waiting !== null);
