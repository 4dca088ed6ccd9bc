/** What one crew may take up of a machine that others use too: far more than any crew has, and less than the disk. */
import type { Edit } from '@ergon/core/operation/edit';
import type { FieldFault } from '@ergon/core/record/fieldFault';
import type { EntityManager } from 'typeorm';
import { Crew } from '../entities/Crew.ts';
import { RecordRow } from '../entities/RecordRow.ts';

export interface Quotas {
  /** Units, looks, a unit in a look, tests: each is one. */
  records: number;
  /** Of its history, in bytes. */
  bytes: number;
  /** With those who were removed. */
  members: number;
}

/** A crew of ten thousand units in a dozen looks has 130,000 records; an evening's history is some hundred kB. */
export const QUOTAS: Quotas = { records: 200_000, bytes: 2_000_000_000, members: 500 };

export const bytesOf = (edits: readonly Edit[]): number => Buffer.byteLength(JSON.stringify(edits));

/** What is too much of a crew as it would be now; null where nothing is. Counts its records only where some are made. */
export async function overQuota(
  manager: EntityManager,
  crewId: string,
  { quotas, edits }: { quotas: Quotas; edits: readonly Edit[] },
): Promise<FieldFault | null> {
  const { storedBytes } = await manager.findOneOrFail(Crew, { where: { id: crewId }, select: { storedBytes: true } });
  if (Number(storedBytes) > quotas.bytes) return tooMuchHistory(quotas);
  if (!edits.some((edit) => edit.edit === 'record' && edit.to !== null)) return null;
  const records = await manager.countBy(RecordRow, { crewId });
  return records > quotas.records ? tooManyRecords(quotas) : null;
}

export const tooMuchHistory = ({ bytes }: Quotas): FieldFault => ({
  path: 'crew',
  message: `has a history of ${bytes} bytes, the most there can be: export the document, and import it into a new crew`,
});

export const tooManyRecords = ({ records }: Quotas): FieldFault => ({
  path: 'crew',
  message: `would have more than ${records} records: remove some that are not used any more`,
});
