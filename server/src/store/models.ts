/** Records stored whole: families, profiles, and what a look says of itself. */
import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import type { Family } from '@ergon/core/record/family';
import type { Look } from '@ergon/core/record/look';
import { type Profile, radiosOf } from '@ergon/core/record/profile';
import { type EntityManager, In, IsNull } from 'typeorm';
import { DUPLICATE, isErrno } from '../database/mariadbErrors.ts';
import { type CrewRecord, FamilyRow, LookRow, ProfileRow, UnitRow } from '../entities/CrewRecord.ts';
import { ApiError } from '../errors.ts';
import type { InCrew } from './inCrew.ts';

/** A class of stored records, with what must hold of a document before it is stored. */
export interface ModelKind<T extends { id: string }> {
  Row: new () => CrewRecord<T>;
  check: (manager: EntityManager, crewId: string, doc: T, before: T | null) => Promise<void>;
  /** What still uses it, in words; null when it may go. */
  usedBy: (manager: EntityManager, crewId: string, id: string) => Promise<string | null>;
}

export const FAMILIES: ModelKind<Family> = {
  Row: FamilyRow,
  check: async () => {},
  usedBy: async (manager, crewId, id) => {
    const profiles = await manager.findBy(ProfileRow, { crewId });
    const user = profiles.find(({ doc }) => radiosOf(doc).some((radio) => radio.family === id));
    return user ? `${user.doc.maker} ${user.doc.model}` : null;
  },
};

export const PROFILES: ModelKind<Profile> = {
  Row: ProfileRow,
  check: async (manager, crewId, doc, before) => {
    if (before && before.kind !== doc.kind)
      throw new ApiError('input.invalid', [{ path: 'kind', message: 'cannot change: units of it are in use as such' }]);
    const wanted = [...new Set(radiosOf(doc).map((radio) => radio.family))];
    const known = wanted.length === 0 ? [] : await manager.findBy(FamilyRow, { crewId, id: In(wanted) });
    const missing = radiosOf(doc).findIndex((radio) => !known.some((row) => row.id === radio.family));
    if (missing >= 0)
      throw new ApiError('input.invalid', [
        { path: `radios[${missing}].family`, message: 'names a family your crew does not have' },
      ]);
  },
  usedBy: async (manager, crewId, id) => {
    const units = await manager.findBy(UnitRow, { crewId, removedAt: IsNull() });
    return units.find(({ doc }) => doc.profile === id)?.doc.label ?? null;
  },
};

/** What a look says of itself; its units have rows of their own. */
export const LOOKS: ModelKind<Omit<Look, 'units'>> = {
  Row: LookRow,
  check: async () => {},
  usedBy: async () => null,
};

export async function addModel<T extends { id: string }>(
  { source, crewId }: InCrew,
  kind: ModelKind<T>,
  doc: T,
): Promise<void> {
  await kind.check(source.manager, crewId, doc, null);
  try {
    await source.manager.insert(kind.Row, { crewId, id: doc.id, doc, docVersion: DOCUMENT_VERSION } as never);
  } catch (error) {
    if (!isErrno(error, DUPLICATE)) throw error;
    throw new ApiError('record.exists', [{ path: 'id', message: 'is in use: choose another' }]);
  }
}

/** Puts a new state in the place of the one its editor saw. */
export async function replaceModel<T extends { id: string }>(
  { source, crewId }: InCrew,
  kind: ModelKind<T>,
  version: number,
  doc: T,
): Promise<number> {
  const row = await source.manager.findOneBy(kind.Row, { crewId, id: doc.id } as never);
  if (!row) throw new ApiError('record.missing');
  await kind.check(source.manager, crewId, doc, row.doc);
  const result = await source.manager.update(
    kind.Row,
    { crewId, id: doc.id, version } as never,
    {
      doc,
      docVersion: DOCUMENT_VERSION,
      version: version + 1,
    } as never,
  );
  if (result.affected === 1) return version + 1;
  const now = await source.manager.findOneByOrFail(kind.Row, { crewId, id: doc.id } as never);
  throw new ApiError('record.stale', [{ path: 'version', message: 'was changed by somebody else' }], {
    theirs: now.doc,
    version: now.version,
  });
}

export async function removeModel<T extends { id: string }>(
  { source, crewId }: InCrew,
  kind: ModelKind<T>,
  id: string,
): Promise<void> {
  await source.transaction(async (manager) => {
    const user = await kind.usedBy(manager, crewId, id);
    if (user !== null) throw new ApiError('input.invalid', [{ path: 'id', message: `is in use by ${user}` }]);
    const result = await manager.delete(kind.Row, { crewId, id } as never);
    if (result.affected !== 1) throw new ApiError('record.missing');
  });
}
