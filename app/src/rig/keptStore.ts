/** What waits, in the browser's own database: one for all tabs, and there after anything but its removal by hand. */
import { createStore, delMany, entries, setMany, type UseStore } from 'idb-keyval';
import { readEarlier } from './earlier';
import { readKept } from './kept';
import type { KeptStore } from './ports';

const EARLIER = 'ergon.pending';
const ASIDE = 'ergon.pending.unreadable';

let operations: UseStore | undefined;
let aside: UseStore | undefined;
const operationStore = (): UseStore => (operations ??= createStore('ergon-operations', 'kept'));
const asideStore = (): UseStore => (aside ??= createStore('ergon-aside', 'unreadable'));

export const browserStore: KeptStore = {
  load: async () => {
    // Keys are ids, and ids are in the order they were made.
    const all = await entries<string, unknown>(operationStore());
    const read = readKept(all.map(([, value]) => value));
    const odd = all.filter(([, value]) => read.unreadable.includes(value));
    if (odd.length > 0) {
      await setMany(odd, asideStore());
      await delMany(
        odd.map(([key]) => key),
        operationStore(),
      );
    }
    return read;
  },
  put: (kept) =>
    setMany(
      kept.map((one) => [one.operation.id, one]),
      operationStore(),
    ),
  remove: (ids) => delMany([...ids], operationStore()),
  earlier: () => readEarlier(window.localStorage.getItem(EARLIER)),
  earlierTaken: (left) => {
    const { unreadable } = readEarlier(window.localStorage.getItem(EARLIER));
    const before = window.localStorage.getItem(ASIDE);
    const kept = before === null ? [] : [before];
    if (unreadable.length > 0) window.localStorage.setItem(ASIDE, JSON.stringify([...kept, ...unreadable]));
    if (left.length > 0) window.localStorage.setItem(EARLIER, JSON.stringify(left));
    else window.localStorage.removeItem(EARLIER);
  },
};
