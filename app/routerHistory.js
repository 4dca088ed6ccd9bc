// In place of the router's own, which does not notice that the browser itself went back: it then notes that page where the next
// one was, and going forward starts the whole app anew, without what could be undone. Here the browser's entry says where one is.
const { randomHex } = require('./src/rig/operationIds');

const ID_DIGITS = 20;

/** A way the browser was sent is given up after so long, in ms: it tells nobody that there is none. */
const LONGEST_MS = 100;

function createMemoryHistory() {
  let items = [];
  /** Ways the browser was sent and did not come to the end of yet. */
  const pending = new Set();
  const idHere = () => window.history.state?.id;
  const found = () => items.findIndex(({ id }) => id === idHere());
  const at = () => Math.max(0, found());
  /** What was to be done on arrival must not be done after all: another page was asked for meanwhile. */
  const interrupt = () => pending.forEach((way) => (way.isInterrupted = true));

  const send = (steps) =>
    new Promise((resolve, reject) => {
      const way = { isInterrupted: false };
      const end = () => {
        clearTimeout(timer);
        window.removeEventListener('popstate', end);
        pending.delete(way);
        if (way.isInterrupted) reject(new Error('History was changed during navigation.'));
        else resolve();
      };
      const timer = setTimeout(end, LONGEST_MS);
      pending.add(way);
      window.addEventListener('popstate', end);
      window.history.go(steps);
    });

  return {
    get index() {
      return at();
    },
    get: (index) => items[index],
    backIndex: ({ path }) => items.slice(0, at()).findLastIndex((item) => item.path === path),
    push({ path, state }) {
      interrupt();
      const id = randomHex(ID_DIGITS);
      items = [...items.slice(0, at() + 1), { path, state, id }];
      window.history.pushState({ id }, '', path);
    },
    replace({ path, state }) {
      interrupt();
      const id = idHere() ?? randomHex(ID_DIGITS);
      const index = found();
      const isSame = index < 0 || items[index].path === path;
      const item = { path: isSame && !path.includes('#') ? path + window.location.hash : path, state, id };
      items = index < 0 ? [item] : items.map((other) => (other.id === id ? item : other));
      window.history.replaceState({ id }, '', item.path);
    },
    /** As many steps as there are, so that nobody is led out of the app. */
    go(steps) {
      interrupt();
      const within = Math.min(Math.max(steps, -at()), items.length - 1 - at());
      return within === 0 ? undefined : send(within);
    },
    listen(listener) {
      const moved = () => pending.size === 0 && listener();
      window.addEventListener('popstate', moved);
      return () => window.removeEventListener('popstate', moved);
    },
  };
}

module.exports = { createMemoryHistory };
