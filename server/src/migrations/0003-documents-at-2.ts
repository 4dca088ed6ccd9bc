import { profileTo2, familyTo2 } from '@ergon/core/record/documentMigrations';
import type { Json } from '@ergon/core/record/migrate';
import type { MigrationInterface, QueryRunner } from 'typeorm';

type Fields = { [key: string]: Json };

/** Stored records of document version 1 become what version 2 says of the same things. */
export class DocumentsAt21700000000003 implements MigrationInterface {
  name = 'DocumentsAt21700000000003';

  async up(runner: QueryRunner): Promise<void> {
    await rewrite(runner, 'profiles', profileTo2);
    await rewrite(runner, 'families', familyTo2);
    for (const table of ['units', 'looks', 'look_units'])
      await runner.query(`UPDATE \`${table}\` SET \`docVersion\` = 2 WHERE \`docVersion\` = 1`);
  }

  /** Nothing is put back: version 1 has no place for what was added, and going up again skips what is at 2. */
  async down(): Promise<void> {}
}

async function rewrite(runner: QueryRunner, table: string, step: (doc: Fields) => Fields): Promise<void> {
  const rows = (await runner.query(
    `SELECT \`crewId\`, \`id\`, \`doc\` FROM \`${table}\` WHERE \`docVersion\` = 1`,
  )) as {
    crewId: string;
    id: string;
    doc: string | Fields;
  }[];
  for (const { crewId, id, doc } of rows) {
    const stepped = step(typeof doc === 'string' ? (JSON.parse(doc) as Fields) : doc);
    await runner.query(`UPDATE \`${table}\` SET \`doc\` = ?, \`docVersion\` = 2 WHERE \`crewId\` = ? AND \`id\` = ?`, [
      JSON.stringify(stepped),
      crewId,
      id,
    ]);
  }
}
