/** Searches by test frames, kept on the device until they are done: nobody takes a frame twice because a page was left. */
import { FINDER_KINDS, finderState, type FrameSeen } from '@ergon/core/prove/frameFinder';
import type { FinderOf } from '@ergon/core/words/proveWording';
import { useState } from 'react';
import { z } from 'zod';
import { keepDraft, readDraft } from '../offline/deviceDraft';

const seenSchema = z.array(z.strictObject({ tried: z.int().min(0), bar: z.boolean() }));

/** Which is looked at, and what each of them was answered so far. */
const draftSchema = z.strictObject({
  kind: z.enum(FINDER_KINDS),
  light: z.string(),
  body: z.string(),
  seen: z.record(z.string(), seenSchema),
});
type Draft = z.infer<typeof draftSchema>;

const storedAs = (crew: string, look: string): string => `ergon.finder.${crew}.${look}`;
const searchKey = ({ kind, light, body }: FinderOf): string => `${kind} ${light} ${body}`;

interface FinderIn {
  crew: string;
  look: string;
  lights: readonly string[];
  bodies: readonly string[];
}

/** What was begun here; the light or the body may have left the look meanwhile. */
function begun({ crew, look, lights, bodies }: FinderIn): Draft {
  const stored = draftSchema.safeParse(readDraft(storedAs(crew, look))).data;
  const start: Draft = { kind: 'sync', light: lights[0]!, body: bodies[0]!, seen: stored?.seen ?? {} };
  return stored && lights.includes(stored.light) && bodies.includes(stored.body) ? stored : start;
}

export function useFinder(place: FinderIn) {
  const [draft, setDraft] = useState(() => begun(place));
  const put = (next: Draft) => {
    setDraft(next);
    keepDraft(storedAs(place.crew, place.look), next);
  };
  const { seen: all, ...search } = draft;
  const key = searchKey(search);
  const seen: readonly FrameSeen[] = all[key] ?? [];
  const state = finderState(search.kind, seen);
  const answer = (next: readonly FrameSeen[]) => put({ ...draft, seen: { ...all, [key]: [...next] } });
  return {
    search,
    state,
    hasAnswers: seen.length > 0,
    /** What was answered of the others stays. */
    choose: (of: Partial<FinderOf>) => put({ ...draft, ...of }),
    see: (bar: boolean) => {
      if (state.tried !== null) answer([...seen, { tried: state.tried, bar }]);
    },
    back: () => answer(seen.slice(0, -1)),
    again: () => answer([]),
  };
}
