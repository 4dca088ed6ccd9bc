/** What the database holds of a crew, read without the server's own code. */
import type { AnyDoc, CrewState, RecordKind } from '@ergon/core/operation/crewState';
import { emptyState } from '@ergon/core/operation/crewState';
import { Draft } from '@ergon/core/operation/draft';
import type { Edit } from '@ergon/core/operation/edit';
import { createConnection, type RowDataPacket } from 'mysql2/promise';

export interface Stored {
  state: CrewState;
  last: number;
  operations: { id: string; number: number; edits: Edit[] }[];
}

const parsed = <T>(value: T | string): T => (typeof value === 'string' ? (JSON.parse(value) as T) : value);

export async function readStored(databaseUrl: string, crewName: string): Promise<Stored> {
  const connection = await createConnection(databaseUrl);
  const rows = async (query: string, ...values: string[]) =>
    (await connection.query<RowDataPacket[]>(query, values))[0] as RowDataPacket[];
  try {
    // All that was confirmed on any node; a single database takes no notice.
    await connection.query('SET SESSION wsrep_sync_wait = 7');
    const [crew] = await rows('SELECT id, name, lastOperation FROM crews WHERE name = ?', crewName);
    const records = await rows('SELECT * FROM records WHERE crewId = ?', crew!.id as string);
    const operations = await rows(
      'SELECT id, number, edits FROM operations WHERE crewId = ? ORDER BY number',
      crew!.id as string,
    );
    const draft = new Draft(emptyState());
    for (const { kind, id, lookId, doc, born } of records) {
      const on = { kind: kind as RecordKind, id: id as string, ...(lookId !== '' && { look: lookId as string }) };
      draft.write(on, { born: born as string | null, doc: parsed(doc as AnyDoc) });
    }
    return {
      state: draft.state(),
      last: crew!.lastOperation as number,
      operations: operations.map(({ id, number, edits }) => ({
        id: id as string,
        number: number as number,
        edits: parsed(edits as Edit[]),
      })),
    };
  } finally {
    await connection.end();
  }
}
