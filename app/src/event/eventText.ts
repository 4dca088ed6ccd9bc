import type { EventHead } from '@ergon/core/record/event';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';

/** "Saturday 12 June 2027", or what is said where nobody has named a day. */
const dateText = (date: string | null | undefined): string =>
  date ? format(parseISO(date), 'EEEE d MMMM yyyy') : 'no date yet';

/** "Saturday 12 June 2027 · The ropewalk"; of a day close by, how far it is. */
export const whenAndWhere = ({ date, venue }: EventHead, day: string): string =>
  [date && nearText(differenceInCalendarDays(parseISO(date), parseISO(day))), dateText(date), venue]
    .filter(Boolean)
    .join(' · ');

function nearText(days: number): string | false {
  if (days === 0) return 'Today';
  if (days === 1) return 'Tomorrow';
  return days > 1 && days < 14 && `In ${days} days`;
}
