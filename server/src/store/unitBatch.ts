import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import type { UnitBatch } from '@ergon/core/record/exchange';
import type { Unit } from '@ergon/core/record/unit';
import { type EntityManager, In } from 'typeorm';
import { ProfileRow, UnitRow } from '../entities/CrewRecord.ts';
import type { FieldFault } from '@ergon/core/record/fieldFault';
import { ApiError } from '../errors.ts';
import type { InCrew } from './inCrew.ts';

/** All of it or none. An id that was removed before may come back as another unit. */
export async function applyUnitBatch({ source, crewId }: InCrew, batch: UnitBatch): Promise<void> {
  await source.transaction(async (manager) => {
    const faults = await faultsOf(manager, crewId, batch);
    if (faults.length > 0) throw new ApiError('input.invalid', faults);
    const rows = batch.add.map((doc) => ({
      crewId,
      id: doc.id,
      doc,
      docVersion: DOCUMENT_VERSION,
      version: 1,
      removedAt: null,
    }));
    if (rows.length > 0) await manager.upsert(UnitRow, rows as never, ['crewId', 'id']);
    const stale: FieldFault[] = [];
    for (const [index, { unit, version }] of batch.change.entries()) {
      const result = await manager.update(UnitRow, { crewId, id: unit.id, version }, {
        doc: unit,
        docVersion: DOCUMENT_VERSION,
        version: version + 1,
      } as never);
      if (result.affected !== 1)
        stale.push({ path: `change[${index}]`, message: `${unit.label} was changed by somebody else` });
    }
    if (stale.length > 0) throw new ApiError('record.stale', stale);
    if (batch.remove.length > 0)
      await manager.update(UnitRow, { crewId, id: In([...batch.remove]) }, { removedAt: new Date() });
  });
}

async function faultsOf(manager: EntityManager, crewId: string, batch: UnitBatch): Promise<FieldFault[]> {
  const profiles = await manager.find(ProfileRow, { where: { crewId }, select: { crewId: true, id: true } });
  const known = new Set(profiles.map((row) => row.id));
  const present = await manager.find(UnitRow, { where: { crewId }, lock: { mode: 'pessimistic_write' } });
  const taken = new Set(present.filter((row) => row.removedAt === null).map((row) => row.id));
  const faults: FieldFault[] = [];
  const seen = new Set<string>();
  const check = (unit: Unit, path: string) => {
    if (!known.has(unit.profile))
      faults.push({ path: `${path}.profile`, message: 'names a profile your crew does not have' });
    if (seen.has(unit.id)) faults.push({ path: `${path}.id`, message: `"${unit.id}" stands twice` });
    seen.add(unit.id);
  };
  batch.add.forEach((unit, index) => {
    check(unit, `add[${index}]`);
    if (taken.has(unit.id)) faults.push({ path: `add[${index}].id`, message: `"${unit.id}" is in use` });
  });
  batch.change.forEach(({ unit }, index) => {
    check(unit, `change[${index}].unit`);
    if (!taken.has(unit.id))
      faults.push({ path: `change[${index}].unit.id`, message: `"${unit.id}" is not in your kit` });
  });
  batch.remove.forEach((id, index) => {
    if (!taken.has(id)) faults.push({ path: `remove[${index}]`, message: `"${id}" is not in your kit` });
  });
  return faults;
}
