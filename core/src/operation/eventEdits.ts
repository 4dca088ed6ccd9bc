/** What a member does to events, their moments and their looks. Each copy is a new thing: proof stays where it was. */
import type { EventHead, Moment } from '../record/event.ts';
import { rankOf } from '../record/documentMigrations.ts';
import type { Look } from '../record/look.ts';
import type { CrewState, LookHead, RankedMoment, RecordRef } from './crewState.ts';
import type { Edit } from './edit.ts';
import { changing, making, placingRef, putting } from './editsOf.ts';
import { momentsOf } from './timetable.ts';

const momentRef = (id: string): RecordRef => ({ kind: 'moment', id });

/** Halves of a gap down to this still differ; below it all ranks are made anew. */
const LEAST_GAP = 1e-6;

/**
 * The rank of something put before the `at`th of others, with the edits that make room where there is none left.
 * @param others in their order.
 */
function roomAt(state: CrewState, others: readonly RankedMoment[], at: number): { rank: number; edits: Edit[] } {
  const [before, after] = [others[at - 1]?.rank, others[at]?.rank];
  if (before === undefined) return { rank: (after ?? 1) - 1, edits: [] };
  if (after === undefined) return { rank: before + 1, edits: [] };
  if (after - before > LEAST_GAP) return { rank: (before + after) / 2, edits: [] };
  const edits = others.flatMap((moment, index) => {
    const rank = index < at ? index : index + 1;
    return putting(state, { on: momentRef(moment.id), doc: { ...moment, rank }, born: '' });
  });
  return { rank: at, edits };
}

/** Where a moment of a time belongs among others: after the last that is not later; without a time at the end. */
function placeByTime(others: readonly RankedMoment[], time: string | null | undefined): number {
  if (time == null) return others.length;
  const rank = rankOf(time);
  const before = others.findLastIndex((one) => one.time != null && rankOf(one.time) <= rank);
  if (before !== -1) return before + 1;
  const after = others.findIndex((one) => one.time != null);
  return after === -1 ? others.length : after;
}

/** A new moment, where its time puts it. */
export function addingMoment(state: CrewState, event: string, moment: Moment, born: string): Edit[] {
  const others = momentsOf(state, event);
  const { rank, edits } = roomAt(state, others, placeByTime(others, moment.time));
  return [...edits, making(momentRef(moment.id), { ...moment, event, rank }, born)];
}

/**
 * A moment as somebody wants it who saw it otherwise; one that gets another time goes where that belongs.
 * @param seen as it was when they began.
 */
export function changingMoment(state: CrewState, seen: RankedMoment, wanted: Moment): Edit[] {
  const on = momentRef(seen.id);
  // Its place in the order is no field of a form: it may have been moved while one was open.
  const now = state.moments.find(({ id }) => id === seen.id) ?? seen;
  const isLater = (seen.time ?? null) !== (wanted.time ?? null) && wanted.time != null;
  const { rank, edits } = isLater ? placeFor(state, now, wanted.time!) : { rank: now.rank, edits: [] };
  return [...edits, ...changing(state, { on, seen: { ...seen, rank: now.rank }, doc: { ...seen, ...wanted, rank } })];
}

/** Where a moment goes that gets another time: where it is, if it belongs there. */
function placeFor(state: CrewState, { id, event, rank }: RankedMoment, time: string): { rank: number; edits: Edit[] } {
  const all = momentsOf(state, event);
  const others = all.filter((one) => one.id !== id);
  const at = placeByTime(others, time);
  return all.findIndex((one) => one.id === id) === at ? { rank, edits: [] } : roomAt(state, others, at);
}

/** A moment one place earlier or later in its event; nothing at either end. */
export function movingMoment(state: CrewState, id: string, by: 1 | -1): Edit[] {
  const now = state.moments.find((one) => one.id === id);
  if (!now) return [];
  const all = momentsOf(state, now.event);
  const at = all.findIndex((one) => one.id === id) + by;
  if (at < 0 || at >= all.length) return [];
  const others = all.filter((one) => one.id !== id);
  const { rank, edits } = roomAt(state, others, at);
  return [...edits, ...putting(state, { on: momentRef(id), doc: { ...now, rank }, born: '' })];
}

/** Another moment like one, right after it. */
export function copyingMoment(state: CrewState, id: string, { copy, born }: { copy: string; born: string }): Edit[] {
  const now = state.moments.find((one) => one.id === id);
  if (!now) return [];
  const others = momentsOf(state, now.event);
  const { rank, edits } = roomAt(state, others, others.findIndex((one) => one.id === id) + 1);
  return [...edits, making(momentRef(copy), { ...now, id: copy, rank }, born)];
}

/** A look with its units and settings, as a new one that nobody has tested. */
export function copyingLook(look: Look, copy: Pick<LookHead, 'id' | 'name' | 'event'>, born: string): Edit[] {
  const { units, ...head } = look;
  return [
    making({ kind: 'look', id: copy.id }, { ...head, ...copy }, born),
    ...Object.entries(units).map(([id, settings]) => making(placingRef(copy.id, id), settings, born)),
  ];
}

/**
 * An event like another, on another day: its moments, looks and settings, but not its proof and its notes.
 * @param newId answers an id that nothing has, each time another.
 */
export function copyingEvent(
  state: CrewState,
  from: string,
  { copy, newId, born }: { copy: EventHead; newId: () => string; born: string },
): Edit[] {
  // A crew's habit goes with it wherever it works.
  const firstLetter = state.events.find(({ id }) => id === from)?.firstLetter;
  const own = state.looks.filter((look) => look.event === from);
  const ids = new Map(own.map((look) => [look.id, newId()]));
  return [
    making({ kind: 'event', id: copy.id }, { firstLetter, ...copy }, born),
    ...own.flatMap((look) => copyingLook(look, { id: ids.get(look.id)!, name: look.name, event: copy.id }, born)),
    ...momentsOf(state, from).map(({ notes: _notes, ...moment }) => {
      const id = newId();
      // A look of another event stays that event's: the copy uses the same one.
      const look = moment.look == null ? moment.look : (ids.get(moment.look) ?? moment.look);
      return making(momentRef(id), { ...moment, id, look, event: copy.id }, born);
    }),
  ];
}
