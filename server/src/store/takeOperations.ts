/** Takes operations of members: each once, in one order for the whole crew, in one transaction of its own. */
import { applyOperation, touched } from '@ergon/core/operation/applyOperation';
import type { Made, RecordRef } from '@ergon/core/operation/crewState';
import type { Operation } from '@ergon/core/operation/edit';
import { CLOCK_OFF_S, type OperationAnswer } from '@ergon/core/operation/operationExchange';
import { parseOperation, recordFaults } from '@ergon/core/operation/operationSchema';
import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import type { FieldFault } from '@ergon/core/record/fieldFault';
import type { DataSource, EntityManager } from 'typeorm';
import { DUPLICATE, isErrno } from '../database/databaseFaults.ts';
import { againWhileBusy } from '../database/transaction.ts';
import { OperationRow } from '../entities/OperationRow.ts';
import { RecordRow } from '../entities/RecordRow.ts';
import { ApiError } from '../errors.ts';
import type { CrewStates } from './crewStates.ts';
import type { Feed } from './feed.ts';
import { takenOf } from './operationRows.ts';
import { bytesOf, overQuota, type Quotas, QUOTAS } from './quotas.ts';

/** Who did it; null where no member did. */
export interface Author {
  crewId: string;
  member: { id: string; name: string } | null;
}

/** What can never be taken, however often it is sent. */
class Refused extends Error {
  constructor(readonly faults: readonly FieldFault[]) {
    super('refused');
  }
}

export class OperationTaker {
  /** The last thing each crew waits for here: two requests of one crew must not hold two connections. */
  private readonly turns = new Map<string, Promise<unknown>>();

  constructor(
    private readonly source: DataSource,
    private readonly states: CrewStates,
    private readonly feed: Feed,
    private readonly quotas: Quotas = QUOTAS,
  ) {}

  /**
   * @param aheadS seconds the device's clock is ahead of ours.
   * @throws ApiError where somebody else made it: it waits on its device for its own member.
   */
  async take(author: Author, input: unknown, aheadS = 0): Promise<OperationAnswer> {
    const id = String((input as { id?: unknown } | null)?.id ?? '');
    const parsed = parseOperation(input);
    if ('faults' in parsed) return refusal(id, parsed.faults);
    const { operation } = parsed;
    if (operation.crew !== author.crewId || operation.member !== (author.member?.id ?? 'nobody'))
      throw new ApiError('sign-in.other');
    return this.inTurn(author.crewId, () => this.takeParsed(author, operation, aheadS));
  }

  private async takeParsed(author: Author, operation: Operation, aheadS: number): Promise<OperationAnswer> {
    try {
      return await againWhileBusy(() => this.takeOnce(author, operation, aheadS));
    } catch (error) {
      if (error instanceof Refused) return refusal(operation.id, error.faults);
      if (isErrno(error, DUPLICATE)) return this.takenBefore(author, operation);
      this.states.forget(author.crewId);
      throw error;
    }
  }

  private async takeOnce(author: Author, operation: Operation, aheadS: number): Promise<OperationAnswer> {
    const { crewId } = author;
    const done = await this.source.transaction(async (manager) => {
      const number = await nextNumber(manager, crewId, bytesOf(operation.edits));
      const before = await this.states.at(manager, crewId, number - 1);
      const { state, taken, conflicts } = applyOperation(before.state, operation.edits);
      const records = touched(state, taken);
      const faults = recordFaults(records);
      if (faults.length > 0) throw new Refused(faults);
      await writeRecords(manager, crewId, records);
      const over = await overQuota(manager, crewId, { quotas: this.quotas, edits: taken });
      if (over) throw new Refused([over]);
      const row = rowOf(author, operation, { number, edits: taken, conflicts, aheadS });
      await manager
        .createQueryBuilder()
        .insert()
        .into(OperationRow)
        .values(row as never)
        .updateEntity(false)
        .execute();
      return { state, row };
    });
    const operationTaken = takenOf(done.row);
    this.states.hold(crewId, { number: done.row.number, state: done.state });
    this.feed.tell(crewId, operationTaken);
    return { id: operation.id, result: 'taken', operation: operationTaken };
  }

  /** The answer to an operation whose first answer got lost. */
  private async takenBefore({ crewId, member }: Author, { id }: Operation): Promise<OperationAnswer> {
    const row = await this.source.manager.findOneByOrFail(OperationRow, { crewId, id });
    if (row.memberId !== (member?.id ?? null))
      return refusal(id, [{ path: 'id', message: 'is of an operation somebody else made' }]);
    return { id, result: 'taken', operation: takenOf(row) };
  }

  private inTurn<T>(crewId: string, work: () => Promise<T>): Promise<T> {
    const before = this.turns.get(crewId) ?? Promise.resolve();
    const mine = before.then(work, work);
    const settled = mine.catch(() => undefined);
    this.turns.set(crewId, settled);
    void settled.then(() => this.turns.get(crewId) === settled && this.turns.delete(crewId));
    return mine;
  }
}

const refusal = (id: string, faults: readonly FieldFault[]): OperationAnswer => ({
  id,
  result: 'refused',
  message: 'Something in it is not as it should be.',
  faults: [...faults],
});

/** Raises the crew's count, and holds the crew until the transaction ends: numbers come without a gap and in order. */
async function nextNumber(manager: EntityManager, crewId: string, bytes: number): Promise<number> {
  const result = (await manager.query(
    'UPDATE `crews` SET `lastOperation` = LAST_INSERT_ID(`lastOperation` + 1), `storedBytes` = `storedBytes` + ? WHERE `id` = ?',
    [bytes, crewId],
  )) as { affectedRows: number; insertId: number | string };
  if (result.affectedRows !== 1) throw new ApiError('sign-in.needed');
  return Number(result.insertId);
}

interface Outcome extends Pick<OperationRow, 'number' | 'edits' | 'conflicts'> {
  aheadS: number;
}

const rowOf = ({ crewId, member }: Author, operation: Operation, { aheadS, ...outcome }: Outcome) => ({
  ...outcome,
  crewId,
  id: operation.id,
  memberId: member?.id ?? null,
  memberName: member?.name ?? null,
  label: operation.label,
  at: new Date(operation.at),
  takenAt: new Date(),
  clockAheadS: Math.abs(aheadS) >= CLOCK_OFF_S ? Math.round(aheadS) : null,
  docVersion: DOCUMENT_VERSION,
});

async function writeRecords(
  manager: EntityManager,
  crewId: string,
  records: readonly { on: RecordRef; made: Made | null }[],
): Promise<void> {
  const rows = records.flatMap(({ on, made }) =>
    made === null ? [] : [{ ...keyOf(crewId, on), ...made, docVersion: DOCUMENT_VERSION }],
  );
  const gone = records.flatMap(({ on, made }) => (made === null ? [keyOf(crewId, on)] : []));
  for (let from = 0; from < rows.length; from += MOST_ROWS)
    await manager.upsert(RecordRow, rows.slice(from, from + MOST_ROWS) as never, ['crewId', 'kind', 'lookId', 'id']);
  for (let from = 0; from < gone.length; from += MOST_ROWS)
    await manager.delete(RecordRow, gone.slice(from, from + MOST_ROWS));
}

/** Rows in one statement, which must stay within what the database takes. */
const MOST_ROWS = 200;

const keyOf = (crewId: string, { kind, id, look }: RecordRef) => ({ crewId, kind, lookId: look ?? '', id });
