import { format } from 'date-fns/format';
import { isToday } from 'date-fns/isToday';
import { parseISO } from 'date-fns/parseISO';

/** "18:40" today, "27 May 2027, 18:40" on another day, by the device's own clock. @param at UTC, ISO 8601. */
export function whenText(at: string): string {
  const moment = parseISO(at);
  return format(moment, isToday(moment) ? 'HH:mm' : 'd MMM yyyy, HH:mm');
}
