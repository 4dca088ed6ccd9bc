/** Operations as they are stored, and as they are told. */
import type { TakenOperation } from '@ergon/core/operation/takenOperation';
import { type DataSource, type FindOperator, LessThan, MoreThan } from 'typeorm';
import { OperationRow } from '../entities/OperationRow.ts';

export function takenOf(row: Omit<OperationRow, 'crew'>): TakenOperation {
  const { number, id, memberId, memberName, label, edits, conflicts, clockAheadS } = row;
  const [at, takenAt] = [row.at.toISOString(), row.takenAt.toISOString()];
  return { number, id, member: memberId ?? '', memberName, at, takenAt, clockAheadS, label, edits, conflicts };
}

interface Page {
  crewId: string;
  most: number;
}

/** What came after an operation, in order. */
export const operationsAfter = (source: DataSource, { after, ...page }: Page & { after: number }) =>
  told(source, page, { number: MoreThan(after), order: 'ASC' });

/** What came before an operation, the newest first. */
export const operationsBefore = (source: DataSource, { before, ...page }: Page & { before: number }) =>
  told(source, page, { number: LessThan(before), order: 'DESC' });

async function told(
  source: DataSource,
  { crewId, most }: Page,
  { number, order }: { number: FindOperator<number>; order: 'ASC' | 'DESC' },
): Promise<TakenOperation[]> {
  const rows = await source.manager.find(OperationRow, {
    where: { crewId, number },
    order: { number: order },
    take: most,
  });
  return rows.map(takenOf);
}
