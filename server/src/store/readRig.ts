import type { CrewRig } from '@ergon/core/record/crewRig';
import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { radiosOf } from '@ergon/core/record/profile';
import { type DataSource, IsNull } from 'typeorm';
import { Crew } from '../entities/Crew.ts';
import { FamilyRow, LookRow, ProfileRow, UnitRow } from '../entities/CrewRecord.ts';
import { LookUnit } from '../entities/LookUnit.ts';
import { Member } from '../entities/Member.ts';
import { TestFireRow } from '../entities/TestFireRow.ts';
import { ApiError } from '../errors.ts';
import type { SignedIn } from '../http/session.ts';

export async function readRig(source: DataSource, who: SignedIn): Promise<CrewRig> {
  const { crewId } = who;
  const manager = source.manager;
  const [crew, member, families, profiles, units, looks, lookUnits, tests] = await Promise.all([
    manager.findOneBy(Crew, { id: crewId }),
    manager.findOneBy(Member, { id: who.memberId, crewId }),
    manager.find(FamilyRow, { where: { crewId }, order: { id: 'ASC' } }),
    manager.find(ProfileRow, { where: { crewId }, order: { id: 'ASC' } }),
    manager.find(UnitRow, { where: { crewId, removedAt: IsNull() }, order: { id: 'ASC' } }),
    manager.find(LookRow, { where: { crewId }, order: { id: 'ASC' } }),
    manager.find(LookUnit, { where: { crewId }, order: { unitId: 'ASC' } }),
    manager.find(TestFireRow, { where: { crewId }, order: { id: 'ASC' } }),
  ]);
  // A session may outlive its crew.
  if (!crew || !member) throw new ApiError('sign-in.needed');
  const present = new Set(units.map((unit) => unit.id));
  return {
    crew: { id: crew.id, name: crew.name, isDemo: crew.isDemo },
    member: { name: member.name },
    event: crew.event,
    families: families.map((row) => row.doc),
    profiles: profiles.map((row) => row.doc),
    units: units.map((row) => ({ ...row.doc, version: row.version })),
    looks: looks.map((row) => ({
      ...row.doc,
      units: Object.fromEntries(
        lookUnits
          .filter((placed) => placed.lookId === row.id && present.has(placed.unitId))
          .map((placed) => [placed.unitId, { settings: placed.settings, version: placed.version }]),
      ),
    })),
    tests: tests.map((row) => ({
      look: row.lookId,
      light: row.lightId,
      body: row.bodyId,
      attitude: row.attitude,
      result: row.result,
      fingerprint: row.fingerprint,
      at: row.at.toISOString(),
    })),
    versions: { families: versionsOf(families), profiles: versionsOf(profiles), looks: versionsOf(looks) },
  };
}

const versionsOf = (rows: readonly { id: string; version: number }[]): Record<string, number> =>
  Object.fromEntries(rows.map((row) => [row.id, row.version]));

/** The same as an open document: without versions, sessions and tests. */
export function toDocument(rig: CrewRig): KitDocument {
  return {
    format: 'ergon-kit',
    version: DOCUMENT_VERSION,
    event: rig.event,
    families: rig.families,
    profiles: rig.profiles,
    units: rig.units.map(({ version: _version, ...unit }) => unit),
    looks: rig.looks.map((look) => ({
      ...look,
      units: Object.fromEntries(Object.entries(look.units).map(([id, placed]) => [id, placed.settings])),
    })),
  };
}

/** One model with the families it speaks, to hand to another crew; null when there is no such model. */
export function profileDocument(rig: CrewRig, id: string): KitDocument | null {
  const profile = rig.profiles.find((one) => one.id === id);
  if (!profile) return null;
  const spoken = new Set(radiosOf(profile).map((radio) => radio.family));
  const families = rig.families.filter((family) => spoken.has(family.id));
  return { ...toDocument(rig), families, profiles: [profile], units: [], looks: [] };
}
