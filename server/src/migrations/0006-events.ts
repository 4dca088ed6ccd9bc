import { conflictsTo3, editsTo3, rankedMomentTo3 } from '@ergon/core/operation/operationMigrations';
import { eventTo3, lookTo3, ONLY_EVENT, type StoredFields } from '@ergon/core/record/documentMigrations';
import type { MigrationInterface, QueryRunner } from 'typeorm';

interface Row {
  crewId: string;
  id: string;
  doc: string | StoredFields;
  born: string | null;
}

/** Operations rewritten at once. */
const PAGE = 200;

/**
 * A crew has many events, and time and place are of their moments. The one event a crew had is there from now on
 * even where nobody had changed it, since what waits on phones may be of it.
 */
export class Events1700000000006 implements MigrationInterface {
  name = 'Events1700000000006';

  /** Each record goes by itself from version 2 to 3, so that a start that was killed half way goes on from there. */
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `INSERT INTO \`records\` (crewId, kind, lookId, id, doc, docVersion)
       SELECT id, 'event', '', ?, JSON_OBJECT('name', name), 2 FROM \`crews\` WHERE NOT EXISTS
         (SELECT 1 FROM \`records\` WHERE crewId = \`crews\`.id AND kind = 'event')`,
      [ONLY_EVENT],
    );
    for (const row of await rowsAt2(runner, 'event'))
      await put(runner, row, { kind: 'event', doc: eventTo3(fieldsOf(row.doc)) });
    for (const row of await rowsAt2(runner, 'look')) {
      const doc = fieldsOf(row.doc);
      await put(runner, row, { kind: 'moment', doc: rankedMomentTo3(doc) });
      await put(runner, row, { kind: 'look', doc: lookTo3(doc) });
    }
    await runner.query('UPDATE `records` SET docVersion = 3 WHERE docVersion = 2');
    while ((await rewriteOperations(runner)) === PAGE);
  }

  /** The looks as they were, with time and place of their first moment, and one event; the rest has no place there. */
  async down(runner: QueryRunner): Promise<void> {
    const looks = (await runner.query(`SELECT crewId, id, doc, born FROM \`records\` WHERE kind = 'look'`)) as Row[];
    for (const row of looks) {
      const { event: _event, ...doc } = fieldsOf(row.doc);
      const [moment] = (await runner.query(
        `SELECT doc FROM \`records\` WHERE crewId = ? AND kind = 'moment' AND JSON_VALUE(doc, '$.look') = ?
         ORDER BY CAST(JSON_VALUE(doc, '$.rank') AS DOUBLE) LIMIT 1`,
        [row.crewId, row.id],
      )) as Row[];
      const { time = null, place = null } = moment ? fieldsOf(moment.doc) : {};
      await put(runner, row, { kind: 'look', doc: { ...doc, time, place }, version: 2 });
    }
    await runner.query(`DELETE FROM \`records\` WHERE kind = 'moment' OR (kind = 'event' AND id <> ?)`, [ONLY_EVENT]);
    const events = (await runner.query(`SELECT crewId, id, doc, born FROM \`records\` WHERE kind = 'event'`)) as Row[];
    for (const row of events) {
      const { name = null, date = null, venue = null } = fieldsOf(row.doc);
      await put(runner, row, { kind: 'event', doc: { name, date, place: venue }, version: 2 });
    }
    await runner.query('UPDATE `records` SET docVersion = 2 WHERE docVersion = 3');
  }
}

const fieldsOf = (doc: unknown): StoredFields => (typeof doc === 'string' ? JSON.parse(doc) : doc) as StoredFields;

const rowsAt2 = (runner: QueryRunner, kind: string): Promise<Row[]> =>
  runner.query('SELECT crewId, id, doc, born FROM `records` WHERE kind = ? AND docVersion = 2', [kind]);

async function put(
  runner: QueryRunner,
  { crewId, id, born }: Row,
  { kind, doc, version = 3 }: { kind: string; doc: StoredFields; version?: number },
): Promise<void> {
  const bare = Object.fromEntries(Object.entries(doc).filter(([, value]) => value !== null));
  await runner.query(
    `INSERT INTO \`records\` (crewId, kind, lookId, id, doc, docVersion, born) VALUES (?, ?, '', ?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE doc = VALUES(doc), docVersion = VALUES(docVersion)`,
    [crewId, kind, id, JSON.stringify(bare), version, born],
  );
}

async function rewriteOperations(runner: QueryRunner): Promise<number> {
  const rows = (await runner.query(
    `SELECT crewId, number, edits, conflicts FROM \`operations\` WHERE docVersion = 2 LIMIT ${PAGE}`,
  )) as { crewId: string; number: number; edits: unknown; conflicts: unknown }[];
  for (const { crewId, number, edits, conflicts } of rows)
    await runner.query(
      'UPDATE `operations` SET edits = ?, conflicts = ?, docVersion = 3 WHERE crewId = ? AND number = ?',
      [JSON.stringify(editsTo3(listOf(edits))), JSON.stringify(conflictsTo3(listOf(conflicts))), crewId, number],
    );
  return rows.length;
}

const listOf = (json: unknown): unknown[] => (typeof json === 'string' ? JSON.parse(json) : json) as unknown[];
