/**
 * All a crew has, its history and the names in it too, as an open archive: one line of JSON each, so that it is written
 * and read piece by piece whatever its size. The first line says how many of each follow. See docs/format.
 */
import { z } from 'zod';
import { DOCUMENT_VERSION } from '../record/documentMigrations.ts';
import { checked, type FieldFault } from '../record/fieldFault.ts';
import { labelSchema } from '../record/fieldShapes.ts';
import type { Made, RecordRef } from './crewState.ts';
import { madeRecordSchema, takenSchema } from './operationSchema.ts';
import type { TakenOperation } from './takenOperation.ts';

const countSchema = z.int().min(0);

const headerSchema = z.strictObject({
  format: z.literal('ergon-archive'),
  version: z.literal(DOCUMENT_VERSION, { error: `is of another version than this Ergon reads (${DOCUMENT_VERSION})` }),
  crew: labelSchema,
  records: countSchema,
  operations: countSchema,
});
export type ArchiveHeader = z.infer<typeof headerSchema>;

/** A record as it is at the end of the history. */
export interface ArchivedRecord {
  on: RecordRef;
  made: Made;
}

export type ArchiveLine = { header: ArchiveHeader } | { record: ArchivedRecord } | { operation: TakenOperation };

/** A line that is not as it should be, or not in its place. */
export class ArchiveFault extends Error {
  constructor(readonly fault: FieldFault) {
    super(`${fault.path} ${fault.message}`);
  }
}

export const writeHeader = (crew: string, counts: { records: number; operations: number }): string =>
  line({ format: 'ergon-archive', version: DOCUMENT_VERSION, crew, ...counts });
export const writeRecord = ({ on, made }: ArchivedRecord): string => line({ record: { on, ...made } });
export const writeOperation = (operation: TakenOperation): string => line({ operation });

const line = (value: object): string => `${JSON.stringify(value)}\n`;

/** Reads an archive line by line, in order: what comes where, and that nothing is missing, is checked as it goes. */
export class ArchiveReader {
  private header: ArchiveHeader | null = null;
  private at = 0;
  private records = 0;
  private operations = 0;

  /** @throws ArchiveFault. */
  read(text: string): ArchiveLine {
    this.at++;
    const input = this.parsed(text);
    if (!this.header) {
      this.header = this.valid(headerSchema, input);
      return { header: this.header };
    }
    if (this.records < this.header.records) {
      const { record } = this.valid(recordLineSchema, input);
      this.records++;
      const { on, ...made } = record;
      return { record: { on, made: made as Made } };
    }
    if (this.operations === this.header.operations) throw this.fault('', 'is more than the first line says');
    const { operation } = this.valid(operationLineSchema, input);
    if (operation.number !== ++this.operations)
      throw this.fault('operation.number', `is ${operation.number}, where ${this.operations} follows`);
    return { operation: operation as unknown as TakenOperation };
  }

  /** @throws ArchiveFault where something is missing. */
  end(): ArchiveHeader {
    const { header } = this;
    if (!header) throw new ArchiveFault({ path: 'archive', message: 'is empty: take one out of a crew first' });
    const missing = header.records - this.records + header.operations - this.operations;
    if (missing > 0)
      throw new ArchiveFault({
        path: 'archive',
        message: `ends early: ${missing} lines are missing. Take it out again`,
      });
    return header;
  }

  private parsed(text: string): unknown {
    try {
      return JSON.parse(text) as unknown;
    } catch {
      throw this.fault('', 'is not valid JSON');
    }
  }

  private valid<T>(schema: z.ZodType<T>, input: unknown): T {
    const read = checked(schema, input);
    if (!read.faults) return read.data;
    throw this.fault(read.faults[0]!.path, read.faults[0]!.message);
  }

  private fault(path: string, message: string): ArchiveFault {
    return new ArchiveFault({ path: [`line ${this.at}`, path].filter(Boolean).join(': '), message });
  }
}

const recordLineSchema = z.strictObject({ record: madeRecordSchema });
const operationLineSchema = z.strictObject({ operation: takenSchema });
