import type { MigrationInterface, QueryRunner } from 'typeorm';

/** A test fire proves the camera as it was held. Of earlier tests nobody recorded that, and null says so. */
export class AttitudeOfTests1700000000004 implements MigrationInterface {
  name = 'AttitudeOfTests1700000000004';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `test_fires` ADD COLUMN IF NOT EXISTS `attitude` varchar(16) NULL AFTER `bodyId`');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE `test_fires` DROP COLUMN IF EXISTS `attitude`');
  }
}
