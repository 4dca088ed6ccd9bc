/** The timetable of an event: its moments in their order, and the looks they use. docs/model.md, Timetable. */
import type { Look } from '../record/look.ts';
import { rankOf } from '../record/documentMigrations.ts';
import type { CrewState, RankedMoment } from './crewState.ts';

type Moments = Pick<CrewState, 'moments'>;

/** A crew's moments by event and in order; made once, since a list is never changed in place. */
const ordered = new WeakMap<readonly RankedMoment[], Map<string, RankedMoment[]>>();

/** The moments of an event in their order. */
export function momentsOf({ moments }: Moments, event: string): readonly RankedMoment[] {
  let byEvent = ordered.get(moments);
  if (!byEvent) ordered.set(moments, (byEvent = grouped(moments)));
  return byEvent.get(event) ?? [];
}

function grouped(moments: readonly RankedMoment[]): Map<string, RankedMoment[]> {
  const byEvent = new Map<string, RankedMoment[]>();
  for (const moment of [...moments].sort(inOrder)) {
    const list = byEvent.get(moment.event);
    if (list) list.push(moment);
    else byEvent.set(moment.event, [moment]);
  }
  return byEvent;
}

/** Two members who each put a moment in the same place are told apart by the clock. */
const inOrder = (a: RankedMoment, b: RankedMoment): number => a.rank - b.rank || rankOf(a.time) - rankOf(b.time);

/** The looks of an event: those its moments use in the order of their first use, then the others by name. */
export function looksOf(state: CrewState, event: string): Look[] {
  const own = new Map(state.looks.filter((look) => look.event === event).map((look) => [look.id, look]));
  const used = momentsOf(state, event).flatMap(({ look }) => {
    const one = look == null ? undefined : state.looks.find(({ id }) => id === look);
    return one ? [one] : [];
  });
  const unused = [...own.values()].filter((look) => !used.includes(look)).sort((a, b) => a.name.localeCompare(b.name));
  return [...new Set(used), ...unused];
}

/** The moments of its event that use a look, in their order. */
export const usesOf = (state: CrewState, look: Pick<Look, 'id' | 'event'>): readonly RankedMoment[] =>
  momentsOf(state, look.event).filter((moment) => moment.look === look.id);

/** The moment whose time does not come after the one before it; null where the clock and the order agree. */
export function outOfOrder(moments: readonly RankedMoment[]): RankedMoment | null {
  const timed = moments.filter(({ time }) => time != null);
  return timed.find((moment, index) => index > 0 && rankOf(moment.time) < rankOf(timed[index - 1]!.time)) ?? null;
}
