/** Which event is tonight's, which are to come, and which are over. docs/model.md, Timetable. */
import type { EventHead } from './event.ts';

/** The hour at which the day of an event ends, on the next morning. */
export const DAY_ENDS_H = 6;

/** An event without a date is never over: nobody said when it is. */
export const isOver = ({ date }: Pick<EventHead, 'date'>, day: string): boolean => date != null && date < day;

/** Whether nothing of it should be changed by a slip of the finger. */
export const isReadOnly = (event: Pick<EventHead, 'date' | 'reopened'>, day: string): boolean =>
  isOver(event, day) && event.reopened !== true;

export interface EventsByDay {
  /** Tonight's, or else the next one. */
  next: readonly EventHead[];
  /** After that, soonest first, then those without a date. */
  later: readonly EventHead[];
  /** Over, the latest first. */
  past: readonly EventHead[];
  archived: readonly EventHead[];
}

export function eventsByDay(events: readonly EventHead[], day: string): EventsByDay {
  const shown = events.filter(({ archived }) => archived !== true);
  const soonest = (a: EventHead, b: EventHead) =>
    compare(a.date ?? '9999', b.date ?? '9999') || compare(a.name, b.name);
  const coming = shown.filter((event) => !isOver(event, day)).sort(soonest);
  const [first] = coming;
  // Two on one day are both next: nobody can say which comes first.
  const next = coming.filter((event) => event === first || (event.date != null && event.date === first?.date));
  return {
    next,
    later: coming.filter((event) => !next.includes(event)),
    past: shown.filter((event) => isOver(event, day)).sort((a, b) => -soonest(a, b)),
    archived: events.filter(({ archived }) => archived === true).sort((a, b) => -soonest(a, b)),
  };
}

/** The event whose day it is, else the next one, else the last that is over; null where there is none to show. */
export function tonightOf(events: readonly EventHead[], day: string): EventHead | null {
  const { next, past } = eventsByDay(events, day);
  return next[0] ?? past[0] ?? null;
}

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
