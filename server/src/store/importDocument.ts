import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { type EntityManager, In } from 'typeorm';
import { Crew } from '../entities/Crew.ts';
import { type CrewRecord, FamilyRow, LookRow, ProfileRow, UnitRow } from '../entities/CrewRecord.ts';
import { LookUnit } from '../entities/LookUnit.ts';

/**
 * Takes a sound document into a crew. Records with an id the crew knows are replaced, others added, nothing is
 * removed but the units a replaced look no longer holds. Run it in a transaction.
 */
export async function importDocument(manager: EntityManager, crewId: string, document: KitDocument): Promise<void> {
  // Without looks it is gear handed over by another crew, whose event is none of ours.
  if (document.looks.length > 0) await manager.update(Crew, { id: crewId }, { event: document.event });
  await putRecords(manager, FamilyRow, crewId, document.families);
  await putRecords(manager, ProfileRow, crewId, document.profiles);
  await putRecords(manager, UnitRow, crewId, document.units);
  if (document.units.length > 0) {
    await manager.update(UnitRow, { crewId, id: In(document.units.map((unit) => unit.id)) }, { removedAt: null });
  }
  await putRecords(
    manager,
    LookRow,
    crewId,
    document.looks.map(({ units: _units, ...look }) => look),
  );
  for (const look of document.looks) await putLookUnits(manager, crewId, look.id, look.units);
}

type RecordClass<T extends object> = new () => CrewRecord<T>;

async function putRecords<T extends { id: string }>(
  manager: EntityManager,
  Row: RecordClass<T>,
  crewId: string,
  records: readonly T[],
): Promise<void> {
  if (records.length === 0) return;
  const known = await manager.find(Row, { where: { crewId, id: In(records.map((record) => record.id)) } as never });
  const versions = new Map(known.map((row) => [row.id, row.version]));
  const rows = records.map((doc) => ({
    crewId,
    id: doc.id,
    doc,
    docVersion: DOCUMENT_VERSION,
    // An edit somebody has open on the replaced record must turn out stale.
    version: (versions.get(doc.id) ?? 0) + 1,
  }));
  await manager.upsert(Row, rows as never, ['crewId', 'id']);
}

async function putLookUnits(
  manager: EntityManager,
  crewId: string,
  lookId: string,
  units: KitDocument['looks'][number]['units'],
): Promise<void> {
  const known = await manager.findBy(LookUnit, { crewId, lookId });
  const versions = new Map(known.map((row) => [row.unitId, row.version]));
  const gone = known.filter((row) => !(row.unitId in units)).map((row) => row.unitId);
  if (gone.length > 0) await manager.delete(LookUnit, { crewId, lookId, unitId: In(gone) });
  const rows = Object.entries(units).map(([unitId, settings]) => ({
    crewId,
    lookId,
    unitId,
    settings,
    docVersion: DOCUMENT_VERSION,
    version: (versions.get(unitId) ?? 0) + 1,
  }));
  if (rows.length > 0) await manager.upsert(LookUnit, rows as never, ['crewId', 'lookId', 'unitId']);
}
