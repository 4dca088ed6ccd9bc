import { tidied, type AnyDoc, type RecordRef } from '@ergon/core/operation/crewState';
import { createHash } from 'node:crypto';
import type { MigrationInterface, QueryRunner } from 'typeorm';

type Fields = { [key: string]: unknown };
type Row = { crewId: string; id: string; lookId: string; doc: Fields };

/** One table for each kind of record, with how its rows become records. */
const SOURCES = [
  { kind: 'event', select: "SELECT `id` AS crewId, '' AS lookId, 'event' AS id, `event` AS doc FROM `crews`" },
  { kind: 'family', select: "SELECT crewId, '' AS lookId, id, doc FROM `families`" },
  { kind: 'profile', select: "SELECT crewId, '' AS lookId, id, doc FROM `profiles`" },
  { kind: 'look', select: "SELECT crewId, '' AS lookId, id, doc FROM `looks`" },
] as const;

const TABLES = `
  CREATE TABLE IF NOT EXISTS \`records\` (
    \`crewId\` varchar(64) NOT NULL,
    \`kind\` varchar(8) NOT NULL,
    \`lookId\` varchar(64) NOT NULL,
    \`id\` varchar(64) NOT NULL,
    \`doc\` json NOT NULL,
    \`docVersion\` int unsigned NOT NULL,
    \`born\` varchar(32) NULL,
    PRIMARY KEY (\`crewId\`, \`kind\`, \`lookId\`, \`id\`),
    CONSTRAINT \`records_crew_fk\` FOREIGN KEY (\`crewId\`) REFERENCES \`crews\`(\`id\`) ON DELETE CASCADE
  ) ENGINE=InnoDB;
  CREATE TABLE IF NOT EXISTS \`operations\` (
    \`crewId\` varchar(64) NOT NULL,
    \`number\` int unsigned NOT NULL,
    \`id\` char(32) NOT NULL,
    \`memberId\` varchar(64) NULL,
    \`memberName\` varchar(80) NULL,
    \`label\` varchar(200) NOT NULL,
    \`at\` datetime(6) NOT NULL,
    \`takenAt\` datetime(6) NOT NULL,
    \`clockAheadS\` int NULL,
    \`docVersion\` int unsigned NOT NULL,
    \`edits\` json NOT NULL,
    \`conflicts\` json NOT NULL,
    PRIMARY KEY (\`crewId\`, \`number\`),
    UNIQUE INDEX \`operations_id\` (\`crewId\`, \`id\`),
    CONSTRAINT \`operations_crew_fk\` FOREIGN KEY (\`crewId\`) REFERENCES \`crews\`(\`id\`) ON DELETE CASCADE
  ) ENGINE=InnoDB;
  CREATE TABLE IF NOT EXISTS \`rate_limits\` (
    \`name\` varchar(128) NOT NULL,
    \`hits\` int unsigned NOT NULL,
    \`endsAt\` datetime(3) NOT NULL,
    PRIMARY KEY (\`name\`)
  ) ENGINE=InnoDB;
  CREATE TABLE IF NOT EXISTS \`shared_secrets\` (
    \`name\` varchar(40) NOT NULL,
    \`value\` varchar(128) NOT NULL,
    PRIMARY KEY (\`name\`)
  ) ENGINE=InnoDB;
  CREATE TABLE IF NOT EXISTS \`presence\` (
    \`crewId\` varchar(64) NOT NULL,
    \`memberId\` varchar(64) NOT NULL,
    \`memberName\` varchar(80) NOT NULL,
    \`seenAt\` datetime(3) NOT NULL,
    PRIMARY KEY (\`crewId\`, \`memberId\`)
  ) ENGINE=InnoDB;
  ALTER TABLE \`crews\` ADD COLUMN IF NOT EXISTS \`lastOperation\` int unsigned NOT NULL DEFAULT 0 AFTER \`isDemo\``;

/**
 * One table of records, written by operations alone. The history starts here: what is there has no operation that
 * made it, and units that were removed before become the first operation of their crew, so that they can come back.
 */
export class Operations1700000000005 implements MigrationInterface {
  name = 'Operations1700000000005';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of TABLES.split(';')) await runner.query(statement);
    // Tables are made and dropped at once, transaction or not: a start that was killed half way goes on from there.
    if (await runner.hasTable('test_fires')) {
      for (const table of ['records', 'operations']) await runner.query(`DELETE FROM \`${table}\``);
      for (const { kind, select } of SOURCES) await copy(runner, kind, (await runner.query(select)) as Row[]);
      await copyUnits(runner);
      await copyTests(runner);
    }
    for (const table of ['test_fires', 'look_units', 'looks', 'units', 'profiles', 'families'])
      await runner.query(`DROP TABLE IF EXISTS \`${table}\``);
    await runner.query('ALTER TABLE `crews` DROP COLUMN IF EXISTS `event`');
  }

  /** The tables as they were, with every record that has a place in them; the history itself has none. */
  async down(runner: QueryRunner): Promise<void> {
    const { CrewsAndKit1700000000001 } = await import('./0001-crews-and-kit.ts');
    const { LooksAndTests1700000000002 } = await import('./0002-looks-and-tests.ts');
    const { AttitudeOfTests1700000000004 } = await import('./0004-attitude-of-tests.ts');
    await runner.query("ALTER TABLE `crews` ADD COLUMN `event` json NOT NULL DEFAULT '{}' AFTER `isDemo`");
    await runner.query(
      "UPDATE `crews` SET `event` = COALESCE((SELECT `doc` FROM `records` WHERE `crewId` = `crews`.`id` AND `kind` = 'event'), JSON_OBJECT('name', `name`))",
    );
    await runner.query('ALTER TABLE `crews` ALTER COLUMN `event` DROP DEFAULT');
    await new CrewsAndKit1700000000001().kit(runner);
    await new LooksAndTests1700000000002().up(runner);
    await new AttitudeOfTests1700000000004().up(runner);
    for (const [kind, table] of [
      ['family', 'families'],
      ['profile', 'profiles'],
      ['unit', 'units'],
      ['look', 'looks'],
    ] as const)
      await runner.query(
        `INSERT INTO \`${table}\` (crewId, id, doc, docVersion) SELECT crewId, id, doc, docVersion FROM \`records\` WHERE kind = ?`,
        [kind],
      );
    await runner.query(
      "INSERT INTO `look_units` (crewId, lookId, unitId, settings, docVersion) SELECT crewId, lookId, id, doc, docVersion FROM `records` WHERE kind = 'placing'",
    );
    await runner.query(TESTS_BACK);
    await runner.query('ALTER TABLE `crews` DROP COLUMN `lastOperation`');
    for (const table of ['presence', 'shared_secrets', 'rate_limits', 'operations', 'records'])
      await runner.query(`DROP TABLE \`${table}\``);
  }
}

const TESTS_BACK = `
  INSERT INTO \`test_fires\` (crewId, lookId, lightId, bodyId, attitude, result, fingerprint, memberId, at)
  SELECT crewId, JSON_VALUE(doc, '$.look'), JSON_VALUE(doc, '$.light'), JSON_VALUE(doc, '$.body'),
    JSON_VALUE(doc, '$.attitude'), JSON_VALUE(doc, '$.result'), JSON_VALUE(doc, '$.fingerprint'), 'unknown',
    REPLACE(REPLACE(JSON_VALUE(doc, '$.at'), 'T', ' '), 'Z', '')
  FROM \`records\` WHERE kind = 'test' ORDER BY JSON_VALUE(doc, '$.at')`;

const fieldsOf = (doc: unknown): Fields => (typeof doc === 'string' ? JSON.parse(doc) : doc) as Fields;

const plain = (kind: RecordRef['kind'], doc: unknown): AnyDoc =>
  tidied({ kind, id: '' }, fieldsOf(doc) as unknown as AnyDoc);

/** Where there is a record, in as many statements as it takes to stay within what one may hold. */
async function copy(runner: QueryRunner, kind: RecordRef['kind'], rows: readonly Row[]): Promise<void> {
  for (let from = 0; from < rows.length; from += 200) {
    const values = rows
      .slice(from, from + 200)
      .flatMap(({ crewId, lookId, id, doc }) => [crewId, kind, lookId, id, JSON.stringify(plain(kind, doc)), 2]);
    const marks = Array.from({ length: values.length / 6 }, () => '(?, ?, ?, ?, ?, ?)').join(', ');
    await runner.query(
      `INSERT INTO \`records\` (crewId, kind, lookId, id, doc, docVersion) VALUES ${marks}`,
      values as unknown[],
    );
  }
}

async function copyUnits(runner: QueryRunner): Promise<void> {
  const units = (removed: string) =>
    runner.query(`SELECT crewId, '' AS lookId, id, doc FROM \`units\` WHERE removedAt IS ${removed}`) as Promise<Row[]>;
  const placings = (removed: string) =>
    runner.query(
      `SELECT p.crewId, p.lookId, p.unitId AS id, p.settings AS doc FROM \`look_units\` p
       JOIN \`units\` u ON u.crewId = p.crewId AND u.id = p.unitId WHERE u.removedAt IS ${removed}`,
    ) as Promise<Row[]>;
  const [gone, gonePlacings] = [await units('NOT NULL'), await placings('NOT NULL')];
  const kept = (await placings('NULL')).map((row) => ({ ...row, doc: fieldsOf(row.doc) }));
  const letGo = kept.flatMap((row) => letGoOf(row, gone));
  await copy(runner, 'unit', await units('NULL'));
  await copy(runner, 'placing', kept);
  await removedBefore(runner, { gone, gonePlacings, letGo });
}

interface LetGo {
  crewId: string;
  edit: object;
}

/** A unit that was removed is named by nothing any more: the edits that made it so, and the settings after them. */
function letGoOf(row: Row, gone: readonly Row[]): LetGo[] {
  const ids = new Set(gone.filter(({ crewId }) => crewId === row.crewId).map(({ id }) => id));
  return ['mount', 'receiver', 'sees', 'firesFor'].flatMap((field) => {
    const from = row.doc[field];
    const names = (Array.isArray(from) ? from : [from]).some((id) => ids.has(id as string));
    if (!names) return [];
    const to = Array.isArray(from) ? from.filter((id) => !ids.has(id as string)) : null;
    row.doc = { ...row.doc, [field]: to };
    const on = { kind: 'placing', id: row.id, look: row.lookId };
    return [{ crewId: row.crewId, edit: { edit: 'field', on, born: null, field, from, to } }];
  });
}

interface Removed {
  gone: readonly Row[];
  gonePlacings: readonly Row[];
  letGo: readonly LetGo[];
}

/** What was removed earlier, as an operation that anybody of the crew may take back. */
async function removedBefore(runner: QueryRunner, { gone, gonePlacings, letGo }: Removed): Promise<void> {
  for (const crewId of new Set(gone.map((unit) => unit.crewId))) {
    const of = (kind: 'unit' | 'placing', rows: readonly Row[]) =>
      rows
        .filter((row) => row.crewId === crewId)
        .map(({ id, lookId, doc }) => ({
          edit: 'record',
          on: kind === 'unit' ? { kind, id } : { kind, id, look: lookId },
          from: { born: null, doc: plain(kind, doc) },
          to: null,
        }));
    const own = letGo.filter((one) => one.crewId === crewId).map(({ edit }) => edit);
    const edits = [...own, ...of('placing', gonePlacings), ...of('unit', gone)];
    const id = createHash('sha256').update(`removed before ${crewId}`).digest('hex').slice(0, 32);
    await runner.query(
      `INSERT INTO \`operations\` (crewId, number, id, label, at, takenAt, docVersion, edits, conflicts)
       VALUES (?, 1, ?, 'removal of units, before this history', UTC_TIMESTAMP(6), UTC_TIMESTAMP(6), 2, ?, '[]')`,
      [crewId, id, JSON.stringify(edits)],
    );
    await runner.query('UPDATE `crews` SET `lastOperation` = 1 WHERE `id` = ?', [crewId]);
  }
}

async function copyTests(runner: QueryRunner): Promise<void> {
  const rows = (await runner.query(
    `SELECT id, crewId, lookId, lightId, bodyId, attitude, result, fingerprint,
       CONCAT(LEFT(DATE_FORMAT(at, '%Y-%m-%dT%H:%i:%s.%f'), 23), 'Z') AS at FROM \`test_fires\``,
  )) as Record<string, string>[];
  await copy(
    runner,
    'test',
    rows.map(({ id, crewId, lookId: look, lightId: light, bodyId: body, ...rest }) => {
      const own = `test-${id}`;
      return { crewId: crewId!, lookId: '', id: own, doc: { id: own, look, light, body, ...rest } };
    }),
  );
}
