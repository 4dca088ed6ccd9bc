import { DAY_ENDS_H } from '@ergon/core/record/eventDay';
import { format } from 'date-fns/format';
import { subHours } from 'date-fns/subHours';

/** The day an event of this moment is on, by the device's own clock, as YYYY-MM-DD. */
export const dayOf = (now: Date): string => format(subHours(now, DAY_ENDS_H), 'yyyy-MM-dd');
