/** Operations as they are stored, and as they are told. */
import type { TakenOperation } from '@ergon/core/operation/takenOperation';
import { type DataSource, LessThan, MoreThan } from 'typeorm';
import { OperationRow } from '../entities/OperationRow.ts';

export function takenOf(row: Omit<OperationRow, 'crew'>): TakenOperation {
  const { number, id, memberId, memberName, label, edits, conflicts, clockAheadS } = row;
  const [at, takenAt] = [row.at.toISOString(), row.takenAt.toISOString()];
  return { number, id, member: memberId ?? '', memberName, at, takenAt, clockAheadS, label, edits, conflicts };
}

/** What came after an operation, in order, at most so many. */
export async function operationsAfter(
  source: DataSource,
  { crewId, after, most }: { crewId: string; after: number; most: number },
): Promise<TakenOperation[]> {
  const rows = await source.manager.find(OperationRow, {
    where: { crewId, number: MoreThan(after) },
    order: { number: 'ASC' },
    take: most,
  });
  return rows.map(takenOf);
}

/** What came before an operation, the newest first. */
export async function operationsBefore(
  source: DataSource,
  { crewId, before, most }: { crewId: string; before: number; most: number },
): Promise<TakenOperation[]> {
  const rows = await source.manager.find(OperationRow, {
    where: { crewId, number: LessThan(before) },
    order: { number: 'DESC' },
    take: most,
  });
  return rows.map(takenOf);
}
