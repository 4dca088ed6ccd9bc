/** A crew's state as an open document. */
import { DOCUMENT_VERSION } from '../record/documentMigrations.ts';
import type { KitDocument } from '../record/kitDocument.ts';
import { radiosOf } from '../record/profile.ts';
import type { CrewState } from './crewState.ts';

export const toDocument = ({ event, families, profiles, units, looks }: CrewState): KitDocument => ({
  format: 'ergon-kit',
  version: DOCUMENT_VERSION,
  event,
  families: [...families],
  profiles: [...profiles],
  units: [...units],
  looks: [...looks],
});

/** One model with the families it speaks, to hand to another crew; null when there is no such model. */
export function profileDocument(state: CrewState, id: string): KitDocument | null {
  const profile = state.profiles.find((one) => one.id === id);
  if (!profile) return null;
  const spoken = new Set(radiosOf(profile).map((radio) => radio.family));
  const families = state.families.filter((family) => spoken.has(family.id));
  return { ...toDocument(state), families, profiles: [profile], units: [], looks: [] };
}
