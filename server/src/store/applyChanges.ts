import { canonical } from '@ergon/core/measure/canonical';
import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import type { Conflict, SavedUnit, UnitEdit } from '@ergon/core/record/exchange';
import { faultsOf } from '@ergon/core/record/fieldFault';
import { unitReferences } from '@ergon/core/record/kitDocument';
import { settingsSchema } from '@ergon/core/record/lookSchema';
import {
  readSetting,
  type SettingPath,
  type Settings,
  type SettingValue,
  withSetting,
} from '@ergon/core/record/settings';
import { type EntityManager, In } from 'typeorm';
import { DEADLOCK, isErrno } from '../database/mariadbErrors.ts';
import { FamilyRow } from '../entities/CrewRecord.ts';
import { LookUnit } from '../entities/LookUnit.ts';
import type { FieldFault } from '@ergon/core/record/fieldFault';
import { ApiError } from '../errors.ts';
import type { InLook } from './inCrew.ts';

type LookKey = Omit<InLook, 'source'>;

/** How often a transaction that the database gave up is started again. */
const MOST_TRIES = 3;

/** All edits or none. Edits of different units never meet; a stale edit answers 409 with both values. */
export async function applyChanges({ source, ...at }: InLook, edits: readonly UnitEdit[]): Promise<SavedUnit[]> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await source.transaction((manager) => applyOnce(manager, at, edits));
    } catch (error) {
      if (!isErrno(error, DEADLOCK) || attempt === MOST_TRIES) throw error;
    }
  }
}

async function applyOnce(manager: EntityManager, at: LookKey, edits: readonly UnitEdit[]): Promise<SavedUnit[]> {
  // One order for all editors, so that two of them cannot wait for each other.
  const ordered = [...edits].sort((a, b) => (a.unit < b.unit ? -1 : 1));
  const rows = await manager.find(LookUnit, {
    where: { ...at, unitId: In(ordered.map((edit) => edit.unit)) },
  });
  const byUnit = new Map(rows.map((row) => [row.unitId, row]));
  const absent = ordered.find((edit) => !byUnit.has(edit.unit));
  if (absent)
    throw new ApiError('record.missing', [{ path: `changes.${absent.unit}`, message: 'is not in this look' }]);

  const saved: SavedUnit[] = [];
  const conflicts: Conflict[] = [];
  for (const edit of ordered) {
    const row = byUnit.get(edit.unit)!;
    const settings = checkedSettings(edit, row.settings);
    if (canonical(settings) === canonical(row.settings)) {
      // Already so: a retry whose answer got lost, or two people of one mind.
      saved.push({ unit: edit.unit, version: row.version, settings: row.settings });
      continue;
    }
    if (row.version !== edit.version || !(await store(manager, row, settings))) {
      conflicts.push(await conflictOf(manager, row, edit));
      continue;
    }
    saved.push({ unit: edit.unit, version: row.version + 1, settings });
  }
  if (conflicts.length > 0) {
    const faults = conflicts.flatMap((conflict) =>
      Object.keys(conflict.yours).map((path) => ({
        path: `${conflict.unit}.${path}`,
        message: 'was changed by somebody else',
      })),
    );
    throw new ApiError('record.stale', faults, { conflicts });
  }
  await checkReferences(manager, at, saved);
  return saved;
}

function checkedSettings(edit: UnitEdit, current: Settings): Settings {
  // What was sent as a value is whatever was sent: the schema below says whether it may be.
  const next = settingsIn(edit).reduce((settings, [path, value]) => withSetting(settings, path, value), current);
  const result = settingsSchema.safeParse(next);
  if (result.success) return result.data;
  throw new ApiError(
    'input.invalid',
    faultsOf(result.error).map((fault) => ({ ...fault, path: `changes.${edit.unit}.${fault.path}` })),
  );
}

const settingsIn = (edit: UnitEdit) => Object.entries(edit.set) as [SettingPath, SettingValue][];

/** Saving a stale entity would overwrite: the version stands in the condition, and one row must have changed. */
async function store(manager: EntityManager, row: LookUnit, settings: Settings): Promise<boolean> {
  const { crewId, lookId, unitId, version } = row;
  const result = await manager.update(LookUnit, { crewId, lookId, unitId, version }, {
    settings,
    version: version + 1,
    docVersion: DOCUMENT_VERSION,
  } as never);
  return result.affected === 1;
}

async function conflictOf(manager: EntityManager, row: LookUnit, edit: UnitEdit): Promise<Conflict> {
  const { crewId, lookId, unitId } = row;
  const now = await manager.findOne(LookUnit, {
    where: { crewId, lookId, unitId },
    lock: { mode: 'pessimistic_read' },
  });
  const theirs = now ?? row;
  const yours = Object.fromEntries(
    settingsIn(edit).filter(
      ([path, value]) => canonical(readSetting(theirs.settings, path)) !== canonical(value ?? null),
    ),
  );
  return { unit: unitId, theirs: theirs.settings, version: theirs.version, yours };
}

/** A setting must not name a unit or family that is not there: the line would have nowhere to go. */
async function checkReferences(manager: EntityManager, at: LookKey, saved: readonly SavedUnit[]): Promise<void> {
  const placed = await manager.find(LookUnit, {
    where: at,
    select: { crewId: true, lookId: true, unitId: true },
  });
  const inLook = new Set(placed.map((row) => row.unitId));
  const families = await manager.find(FamilyRow, { where: { crewId: at.crewId }, select: { crewId: true, id: true } });
  const known = new Set(families.map((row) => row.id));
  const faults: FieldFault[] = [];
  for (const { unit, settings } of saved) {
    if (settings.family != null && !known.has(settings.family))
      faults.push({ path: `changes.${unit}.family`, message: 'names a family your crew does not have' });
    for (const [field, ids] of unitReferences(settings)) {
      const missing = ids.find((id) => !inLook.has(id));
      if (missing !== undefined)
        faults.push({ path: `changes.${unit}.${field}`, message: `names "${missing}", which is not in this look` });
    }
  }
  if (faults.length > 0) throw new ApiError('input.invalid', faults);
}
