/** A crew's state as an open document. */
import { DOCUMENT_VERSION } from '../record/documentMigrations.ts';
import type { KitDocument } from '../record/kitDocument.ts';
import { radiosOf } from '../record/profile.ts';
import type { CrewState } from './crewState.ts';
import { momentsOf } from './timetable.ts';

export const toDocument = (state: CrewState): KitDocument => ({
  format: 'ergon-kit',
  version: DOCUMENT_VERSION,
  events: state.events.map((event) => ({
    ...event,
    moments: momentsOf(state, event.id).map(({ event: _event, rank: _rank, ...moment }) => moment),
  })),
  families: [...state.families],
  profiles: [...state.profiles],
  units: [...state.units],
  looks: [...state.looks],
  tests: [...state.tests],
  onAir: [...state.onAir],
  readings: [...state.readings],
  incidents: [...state.incidents],
  drills: [...state.drills],
});

/** One model with the families it speaks, to hand to another crew; null when there is no such model. */
export function profileDocument(state: CrewState, id: string): KitDocument | null {
  const profile = state.profiles.find((one) => one.id === id);
  if (!profile) return null;
  const spoken = new Set(radiosOf(profile).map((radio) => radio.family));
  const families = state.families.filter((family) => spoken.has(family.id));
  return {
    ...toDocument(state),
    events: [],
    families,
    profiles: [profile],
    units: [],
    looks: [],
    tests: [],
    onAir: [],
    readings: [],
    incidents: [],
    drills: [],
  };
}
