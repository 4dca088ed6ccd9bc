/** How the queue reaches the server, the device and the browser's other tabs. */
import { browserTabs } from './browserTabs';
import { browserStore } from './keptStore';
import { askOperations, sendOperations } from './operationApi';
import { randomHex } from './operationIds';
import type { Ports } from './ports';

const RETRY_MS = [1000, 2000, 5000, 10_000];

export const browserPorts = (): Ports => ({
  store: browserStore,
  tabs: browserTabs(),
  send: sendOperations,
  ask: askOperations,
  later: (retry, attempt) => setTimeout(retry, RETRY_MS[Math.min(attempt, RETRY_MS.length) - 1]),
  now: () => Date.now(),
  chance: randomHex,
});
