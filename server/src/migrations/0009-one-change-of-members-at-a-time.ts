import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A count that each change of a crew's members raises: two on different nodes of a database then cannot both be stored. */
export class OneChangeOfMembers1700000000009 implements MigrationInterface {
  name = 'OneChangeOfMembers1700000000009';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `crews` ADD COLUMN IF NOT EXISTS `memberChanges` int unsigned NOT NULL DEFAULT 0');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `crews` DROP COLUMN IF EXISTS `memberChanges`');
  }
}
