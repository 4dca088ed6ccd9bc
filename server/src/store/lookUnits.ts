import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import type { TestReport } from '@ergon/core/record/exchange';
import { unitReferences } from '@ergon/core/record/kitDocument';
import type { Settings } from '@ergon/core/record/settings';
import { In, IsNull } from 'typeorm';
import { DUPLICATE, isErrno, NO_PARENT } from '../database/mariadbErrors.ts';
import { UnitRow } from '../entities/CrewRecord.ts';
import { LookUnit } from '../entities/LookUnit.ts';
import { TestFireRow } from '../entities/TestFireRow.ts';
import { ApiError } from '../errors.ts';
import type { InLook } from './inCrew.ts';

/** Puts a unit of the kit into a look. */
export async function placeUnit({ source, crewId, lookId }: InLook, unitId: string, settings: Settings): Promise<void> {
  const unit = await source.manager.existsBy(UnitRow, { crewId, id: unitId, removedAt: IsNull() });
  if (!unit) throw new ApiError('record.missing', [{ path: 'unit', message: 'is not in your kit' }]);
  try {
    await source.manager.insert(LookUnit, { crewId, lookId, unitId, settings, docVersion: DOCUMENT_VERSION } as never);
  } catch (error) {
    if (isErrno(error, DUPLICATE))
      throw new ApiError('record.exists', [{ path: 'unit', message: 'is in this look already' }]);
    // The look is not this crew's.
    if (isErrno(error, NO_PARENT))
      throw new ApiError('record.missing', [{ path: 'look', message: 'is not one of your looks' }]);
    throw error;
  }
}

/** Takes a unit out of a look, unless another one there names it: that one would be left pointing at nothing. */
export async function unplaceUnit({ source, crewId, lookId }: InLook, unitId: string): Promise<void> {
  await source.transaction(async (manager) => {
    const placed = await manager.findBy(LookUnit, { crewId, lookId });
    for (const { unitId: other, settings } of placed) {
      const named = unitReferences(settings).find(([, ids]) => ids.includes(unitId));
      if (named)
        throw new ApiError('input.invalid', [
          { path: `${other}.${named[0]}`, message: `names "${unitId}": change that first` },
        ]);
    }
    const result = await manager.delete(LookUnit, { crewId, lookId, unitId });
    if (result.affected !== 1) throw new ApiError('record.missing', [{ path: 'unit', message: 'is not in this look' }]);
  });
}

/** Logs test fires of lights and bodies that are in the look. */
export async function logTests(
  { source, crewId, lookId }: InLook,
  memberId: string,
  reports: readonly TestReport[],
): Promise<void> {
  const ids = [...new Set(reports.flatMap((report) => [report.light, report.body]))];
  const placed = await source.manager.findBy(LookUnit, { crewId, lookId, unitId: In(ids) });
  const known = new Set(placed.map((row) => row.unitId));
  reports.forEach((report, index) => {
    for (const field of ['light', 'body'] as const) {
      if (!known.has(report[field]))
        throw new ApiError('record.missing', [{ path: `tests[${index}].${field}`, message: 'is not in this look' }]);
    }
  });
  await source.manager.insert(
    TestFireRow,
    reports.map(({ light, body, attitude, result, fingerprint }) => ({
      crewId,
      lookId,
      lightId: light,
      bodyId: body,
      attitude: attitude ?? null,
      result,
      fingerprint,
      memberId,
    })),
  );
}
