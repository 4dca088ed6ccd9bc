import type { MigrationInterface, QueryRunner } from 'typeorm';

const recordTable = (name: string, extra = ''): string => `
  CREATE TABLE IF NOT EXISTS \`${name}\` (
    \`crewId\` varchar(64) NOT NULL,
    \`id\` varchar(64) NOT NULL,
    \`doc\` json NOT NULL,
    \`docVersion\` int unsigned NOT NULL,
    \`version\` int unsigned NOT NULL DEFAULT 1,
    ${extra}
    PRIMARY KEY (\`crewId\`, \`id\`),
    CONSTRAINT \`${name}_crew_fk\` FOREIGN KEY (\`crewId\`) REFERENCES \`crews\`(\`id\`) ON DELETE CASCADE
  ) ENGINE=InnoDB`;

/** Crews and their members, sessions, and the kit: families, profiles, units. */
export class CrewsAndKit1700000000001 implements MigrationInterface {
  name = 'CrewsAndKit1700000000001';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE IF NOT EXISTS \`crews\` (
        \`id\` varchar(64) NOT NULL,
        \`name\` varchar(80) NOT NULL,
        \`isDemo\` tinyint NOT NULL DEFAULT 0,
        \`event\` json NOT NULL,
        \`createdAt\` datetime(6) NOT NULL DEFAULT CURRENT_TIMESTAMP(6),
        PRIMARY KEY (\`id\`)
      ) ENGINE=InnoDB`);
    await runner.query(`
      CREATE TABLE IF NOT EXISTS \`members\` (
        \`id\` varchar(64) NOT NULL,
        \`crewId\` varchar(64) NOT NULL,
        \`name\` varchar(80) COLLATE utf8mb4_uca1400_as_ci NOT NULL,
        \`passphraseHash\` varchar(255) NULL,
        \`createdAt\` datetime(6) NOT NULL DEFAULT CURRENT_TIMESTAMP(6),
        PRIMARY KEY (\`id\`),
        INDEX \`members_crew\` (\`crewId\`),
        UNIQUE INDEX \`members_name\` (\`name\`),
        CONSTRAINT \`members_crew_fk\` FOREIGN KEY (\`crewId\`) REFERENCES \`crews\`(\`id\`) ON DELETE CASCADE
      ) ENGINE=InnoDB`);
    await runner.query(`
      CREATE TABLE IF NOT EXISTS \`sessions\` (
        \`session_id\` varchar(128) COLLATE utf8mb4_bin NOT NULL,
        \`expires\` int unsigned NOT NULL,
        \`data\` mediumtext NULL,
        PRIMARY KEY (\`session_id\`)
      ) ENGINE=InnoDB`);
    await this.kit(runner);
  }

  /** The tables of the kit, which a later migration's way back makes again. */
  async kit(runner: QueryRunner): Promise<void> {
    await runner.query(recordTable('families'));
    await runner.query(recordTable('profiles'));
    await runner.query(recordTable('units', '`removedAt` datetime(6) NULL,'));
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['units', 'profiles', 'families', 'sessions', 'members', 'crews']) {
      await runner.query(`DROP TABLE IF EXISTS \`${table}\``);
    }
  }
}
