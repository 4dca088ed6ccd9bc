import type { MigrationInterface, QueryRunner } from 'typeorm';

/** How much each crew's history holds, so that one crew cannot fill the disk of all. */
export class WhatACrewStores1700000000008 implements MigrationInterface {
  name = 'WhatACrewStores1700000000008';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `crews` ADD COLUMN IF NOT EXISTS `storedBytes` bigint unsigned NOT NULL DEFAULT 0');
    await runner.query(`
      UPDATE \`crews\` SET \`storedBytes\` =
        (SELECT COALESCE(SUM(OCTET_LENGTH(\`edits\`)), 0) FROM \`operations\` WHERE \`crewId\` = \`crews\`.\`id\`)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `crews` DROP COLUMN IF EXISTS `storedBytes`');
  }
}
