import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import type { UnitPatch } from '@ergon/core/record/exchange';
import type { Unit } from '@ergon/core/record/unit';
import { IsNull, Not } from 'typeorm';
import { DUPLICATE, isErrno } from '../database/mariadbErrors.ts';
import { ProfileRow, UnitRow } from '../entities/CrewRecord.ts';
import { ApiError } from '../errors.ts';
import type { InCrew } from './inCrew.ts';

export async function addUnit({ source, crewId }: InCrew, unit: Unit): Promise<void> {
  if (!(await source.manager.existsBy(ProfileRow, { crewId, id: unit.profile }))) {
    throw new ApiError('input.invalid', [{ path: 'profile', message: 'names a profile your crew does not have' }]);
  }
  try {
    await source.manager.insert(UnitRow, {
      crewId,
      id: unit.id,
      doc: unit,
      docVersion: DOCUMENT_VERSION,
      removedAt: null,
    } as never);
  } catch (error) {
    if (!isErrno(error, DUPLICATE)) throw error;
    throw new ApiError('record.exists', [{ path: 'id', message: 'is in use: choose another' }]);
  }
}

export async function editUnit(
  { source, crewId }: InCrew,
  id: string,
  version: number,
  set: UnitPatch,
): Promise<number> {
  const row = await source.manager.findOneBy(UnitRow, { crewId, id, removedAt: IsNull() });
  if (!row) throw new ApiError('record.missing');
  const doc = { ...row.doc, ...set };
  const result = await source.manager.update(UnitRow, { crewId, id, version, removedAt: IsNull() }, {
    doc,
    version: version + 1,
  } as never);
  if (result.affected === 1) return version + 1;
  const now = await source.manager.findOneByOrFail(UnitRow, { crewId, id });
  const faults = Object.keys(set).map((path) => ({ path, message: 'was changed by somebody else' }));
  throw new ApiError('record.stale', faults, { theirs: now.doc, version: now.version, yours: set });
}

/** Takes a unit out of the kit and out of every look; its row stays, so that it can come back. */
export async function removeUnit({ source, crewId }: InCrew, id: string): Promise<void> {
  const result = await source.manager.update(UnitRow, { crewId, id, removedAt: IsNull() }, { removedAt: new Date() });
  if (result.affected !== 1) throw new ApiError('record.missing');
}

export async function restoreUnit({ source, crewId }: InCrew, id: string): Promise<void> {
  const row = await source.manager.findOneBy(UnitRow, { crewId, id, removedAt: Not(IsNull()) });
  if (!row) throw new ApiError('record.missing');
  if (!(await source.manager.existsBy(ProfileRow, { crewId, id: row.doc.profile })))
    throw new ApiError('input.invalid', [
      { path: 'profile', message: 'was removed from your kit: bring it back first' },
    ]);
  const result = await source.manager.update(UnitRow, { crewId, id, removedAt: Not(IsNull()) }, { removedAt: null });
  if (result.affected !== 1) throw new ApiError('record.missing');
}
