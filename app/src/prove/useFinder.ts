/** A search by test frames, kept on the device until it is done: nobody takes a frame twice because a page was left. */
import { FINDER_KINDS, finderState, type FrameSeen } from '@ergon/core/prove/frameFinder';
import type { FinderOf } from '@ergon/core/words/proveWording';
import { useState } from 'react';

interface Search extends FinderOf {
  seen: readonly FrameSeen[];
}

const storedAs = (look: string): string => `ergon.finder.${look}`;

/** What was begun here, where it still makes sense; else a new search. */
function stored(look: string, start: FinderOf, lights: readonly string[], bodies: readonly string[]): Search {
  try {
    const search = JSON.parse(window.localStorage.getItem(storedAs(look)) ?? 'null') as Search | null;
    if (
      search &&
      FINDER_KINDS.includes(search.kind) &&
      lights.includes(search.light) &&
      bodies.includes(search.body) &&
      Array.isArray(search.seen)
    )
      return search;
  } catch {
    // Something else stands there: a search is begun anew.
  }
  return { ...start, seen: [] };
}

export function useFinder(look: string, start: FinderOf, lights: readonly string[], bodies: readonly string[]) {
  const [search, setSearch] = useState(() => stored(look, start, lights, bodies));
  const put = (next: Search) => {
    setSearch(next);
    window.localStorage.setItem(storedAs(look), JSON.stringify(next));
  };
  const state = finderState(search.kind, search.seen);
  return {
    search,
    state,
    /** Another light, body or kind is another search. */
    choose: (of: Partial<FinderOf>) => put({ ...search, ...of, seen: [] }),
    see: (bar: boolean) => {
      if (state.tried !== null) put({ ...search, seen: [...search.seen, { tried: state.tried, bar }] });
    },
    back: () => put({ ...search, seen: search.seen.slice(0, -1) }),
    again: () => put({ ...search, seen: [] }),
  };
}
