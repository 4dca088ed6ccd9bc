/** A crew's archive, out of the database and into it, in pieces: whole crews never stand in memory with their history. */
import {
  type ArchivedRecord,
  ArchiveFault,
  type ArchiveHeader,
  ArchiveReader,
  writeHeader,
  writeOperation,
  writeRecord,
} from '@ergon/core/operation/crewArchive';
import { toDocument } from '@ergon/core/operation/crewDocument';
import { emptyState } from '@ergon/core/operation/crewState';
import { Draft } from '@ergon/core/operation/draft';
import { recordFaults } from '@ergon/core/operation/operationSchema';
import type { TakenOperation } from '@ergon/core/operation/takenOperation';
import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import { parseDocument } from '@ergon/core/record/kitDocument';
import type { DataSource, EntityManager } from 'typeorm';
import { Crew } from '../entities/Crew.ts';
import { OperationRow } from '../entities/OperationRow.ts';
import { RecordRow } from '../entities/RecordRow.ts';
import { ApiError } from '../errors.ts';
import { takenOf } from './operationRows.ts';
import { bytesOf, type Quotas, QUOTAS, tooManyRecords, tooMuchHistory } from './quotas.ts';

/** Rows read or written in one statement. */
const PAGE = 200;

/** The archive, line by line, of one moment. */
export async function* writeArchive(source: DataSource, crewId: string): AsyncGenerator<string> {
  const runner = source.createQueryRunner();
  await runner.startTransaction('REPEATABLE READ');
  try {
    const { manager } = runner;
    const crew = await manager.findOneBy(Crew, { id: crewId });
    if (!crew) throw new ApiError('sign-in.needed');
    const records = await manager.countBy(RecordRow, { crewId });
    yield writeHeader(crew.name, { records, operations: crew.lastOperation });
    for (let skip = 0; skip < records; skip += PAGE) {
      const order = { kind: 'ASC', lookId: 'ASC', id: 'ASC' } as const;
      for (const row of await manager.find(RecordRow, { where: { crewId }, order, skip, take: PAGE }))
        yield writeRecord(archived(row));
    }
    for (let after = 0; after < crew.lastOperation; after += PAGE) {
      const rows = await manager
        .createQueryBuilder(OperationRow, 'operation')
        .where('operation.crewId = :crewId AND operation.number > :after', { crewId, after })
        .orderBy('operation.number')
        .take(PAGE)
        .getMany();
      for (const row of rows) yield writeOperation(takenOf(row));
    }
  } finally {
    // Only read: there is nothing to keep. The reader may also have gone away in the middle.
    await runner.rollbackTransaction().catch(() => undefined);
    await runner.release();
  }
}

const archived = ({ kind, id, lookId, born, doc }: RecordRow): ArchivedRecord => ({
  on: lookId === '' ? { kind, id } : { kind, id, look: lookId },
  made: { born, doc },
});

/**
 * Puts an archive into a crew that has nothing yet: all of it or nothing.
 * @throws ApiError where the crew has something, or the archive is not sound.
 */
export async function readArchive(
  source: DataSource,
  crewId: string,
  lines: AsyncIterable<string>,
  quotas = QUOTAS,
): Promise<ArchiveHeader> {
  try {
    return await source.transaction(async (manager) => {
      const crew = await manager.findOne(Crew, { where: { id: crewId }, lock: { mode: 'pessimistic_write' } });
      if (!crew) throw new ApiError('sign-in.needed');
      if (crew.lastOperation > 0 || (await manager.existsBy(RecordRow, { crewId })))
        throw new ApiError('crew.not-empty');
      const filling = new Filling(manager, crewId, quotas);
      const header = await filling.fill(lines);
      const { crew: name, operations: lastOperation } = header;
      await manager.update(Crew, { id: crewId }, { name, lastOperation, storedBytes: String(filling.bytes) });
      return header;
    });
  } catch (error) {
    if (error instanceof ArchiveFault) throw new ApiError('input.invalid', [error.fault]);
    throw error;
  }
}

class Filling {
  private readonly reader = new ArchiveReader();
  private readonly draft = new Draft(emptyState());
  private readonly keys = new Set<string>();
  private records: ArchivedRecord[] = [];
  private operations: TakenOperation[] = [];
  bytes = 0;

  constructor(
    private readonly manager: EntityManager,
    private readonly crewId: string,
    private readonly quotas: Quotas,
  ) {}

  async fill(lines: AsyncIterable<string>): Promise<ArchiveHeader> {
    for await (const text of lines) {
      const line = this.reader.read(text);
      if ('record' in line) this.records.push(this.checked(line.record));
      if ('operation' in line) this.operations.push(this.counted(line.operation));
      if (this.records.length + this.operations.length >= PAGE) await this.write();
    }
    const header = this.reader.end();
    await this.write();
    this.expectWhole();
    return header;
  }

  private counted(operation: TakenOperation): TakenOperation {
    this.bytes += bytesOf(operation.edits);
    if (this.bytes > this.quotas.bytes) throw new ArchiveFault(tooMuchHistory(this.quotas));
    return operation;
  }

  private checked(record: ArchivedRecord): ArchivedRecord {
    if (this.keys.size >= this.quotas.records) throw new ArchiveFault(tooManyRecords(this.quotas));
    const [fault] = recordFaults([record]);
    if (fault) throw new ArchiveFault(fault);
    const key = JSON.stringify(record.on);
    if (this.keys.has(key))
      throw new ArchiveFault({ path: `${record.on.kind} ${record.on.id}`, message: 'is there twice' });
    this.keys.add(key);
    this.draft.write(record.on, record.made);
    return record;
  }

  /** What the records say of each other. */
  private expectWhole(): void {
    const parsed = parseDocument(toDocument(this.draft.state()));
    if (!parsed.ok) throw new ArchiveFault(parsed.faults[0]!);
  }

  private async write(): Promise<void> {
    const { crewId } = this;
    const records = this.records.map(({ on: { kind, id, look = '' }, made }) => ({
      ...{ crewId, kind, lookId: look, id },
      ...{ doc: made.doc, born: made.born, docVersion: DOCUMENT_VERSION },
    }));
    const operations = this.operations.map(({ member, at, takenAt, ...rest }) => ({
      ...rest,
      crewId,
      memberId: member || null,
      at: new Date(at),
      takenAt: new Date(takenAt),
      docVersion: DOCUMENT_VERSION,
    }));
    if (records.length > 0) await this.insert(RecordRow, records);
    if (operations.length > 0) await this.insert(OperationRow, operations);
    this.records = [];
    this.operations = [];
  }

  private insert(entity: typeof RecordRow | typeof OperationRow, rows: object[]): Promise<unknown> {
    return this.manager
      .createQueryBuilder()
      .insert()
      .into(entity)
      .values(rows as never)
      .updateEntity(false)
      .execute();
  }
}
