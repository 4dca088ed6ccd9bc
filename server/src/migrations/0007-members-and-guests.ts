import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * A crew has owners and members, links that let somebody in, and a record of what was done about either; names are
 * unique within a crew. Whoever was a member could add others so far, and is an owner from now on.
 */
export class MembersAndGuests1700000000007 implements MigrationInterface {
  name = 'MembersAndGuests1700000000007';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query("ALTER TABLE `members` ADD COLUMN IF NOT EXISTS `role` varchar(16) NOT NULL DEFAULT 'owner'");
    await runner.query("ALTER TABLE `members` ALTER COLUMN `role` SET DEFAULT 'member'");
    await runner.query(`
      ALTER TABLE \`members\`
        ADD COLUMN IF NOT EXISTS \`sessionEpoch\` int unsigned NOT NULL DEFAULT 0,
        ADD COLUMN IF NOT EXISTS \`removedAt\` datetime(6) NULL,
        ADD COLUMN IF NOT EXISTS \`removedBy\` varchar(80) COLLATE utf8mb4_unicode_ci NULL`);
    await runner.query('CREATE UNIQUE INDEX IF NOT EXISTS `members_crew_name` ON `members` (`crewId`, `name`)');
    await runner.query('CREATE INDEX IF NOT EXISTS `members_by_name` ON `members` (`name`)');
    await runner.query('DROP INDEX IF EXISTS `members_name` ON `members`');
    await runner.query('ALTER TABLE `crews` ADD COLUMN IF NOT EXISTS `usedAt` datetime(6) NULL');
    // The one demo everybody was in becomes a sandbox like those to come, and goes once nobody uses it.
    await runner.query(
      'UPDATE `crews` SET `usedAt` = NOW(6), `createdAt` = NOW(6) WHERE `isDemo` = 1 AND `usedAt` IS NULL',
    );
    await runner.query(`
      CREATE TABLE IF NOT EXISTS \`links\` (
        \`id\` varchar(64) NOT NULL,
        \`crewId\` varchar(64) NOT NULL,
        \`tokenHash\` char(64) COLLATE utf8mb4_bin NOT NULL,
        \`role\` varchar(16) NOT NULL,
        \`memberId\` varchar(64) NULL,
        \`madeBy\` varchar(80) NULL,
        \`makerId\` varchar(64) NULL,
        \`endsAt\` datetime(6) NOT NULL,
        PRIMARY KEY (\`id\`),
        UNIQUE INDEX \`links_token\` (\`tokenHash\`),
        INDEX \`links_crew\` (\`crewId\`),
        CONSTRAINT \`links_crew_fk\` FOREIGN KEY (\`crewId\`) REFERENCES \`crews\`(\`id\`) ON DELETE CASCADE
      ) ENGINE=InnoDB`);
    await runner.query(`
      CREATE TABLE IF NOT EXISTS \`member_deeds\` (
        \`id\` varchar(64) NOT NULL,
        \`crewId\` varchar(64) NOT NULL,
        \`at\` datetime(6) NOT NULL,
        \`what\` varchar(24) NOT NULL,
        \`by\` varchar(80) NULL,
        \`whom\` varchar(80) NULL,
        \`to\` varchar(80) NULL,
        PRIMARY KEY (\`id\`),
        INDEX \`member_deeds_crew\` (\`crewId\`, \`at\`),
        CONSTRAINT \`member_deeds_crew_fk\` FOREIGN KEY (\`crewId\`) REFERENCES \`crews\`(\`id\`) ON DELETE CASCADE
      ) ENGINE=InnoDB`);
  }

  /** A name two crews have becomes two names, since only one of them could sign in. */
  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE IF EXISTS `member_deeds`');
    await runner.query('DROP TABLE IF EXISTS `links`');
    await runner.query('ALTER TABLE `crews` DROP COLUMN IF EXISTS `usedAt`');
    await runner.query(`
      UPDATE \`members\` JOIN \`members\` AS other ON other.name = \`members\`.name
        AND (other.createdAt, other.id) < (\`members\`.createdAt, \`members\`.id)
      SET \`members\`.name = CONCAT(LEFT(\`members\`.name, 70), ' ', LEFT(\`members\`.id, 8))`);
    await runner.query('CREATE UNIQUE INDEX IF NOT EXISTS `members_name` ON `members` (`name`)');
    await runner.query('DROP INDEX IF EXISTS `members_by_name` ON `members`');
    await runner.query('DROP INDEX IF EXISTS `members_crew_name` ON `members`');
    await runner.query(`
      ALTER TABLE \`members\`
        DROP COLUMN IF EXISTS \`role\`, DROP COLUMN IF EXISTS \`sessionEpoch\`,
        DROP COLUMN IF EXISTS \`removedAt\`, DROP COLUMN IF EXISTS \`removedBy\``);
  }
}
