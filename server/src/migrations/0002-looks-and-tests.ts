import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Looks, the units in them with a version each, and the log of test fires. */
export class LooksAndTests1700000000002 implements MigrationInterface {
  name = 'LooksAndTests1700000000002';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      CREATE TABLE IF NOT EXISTS \`looks\` (
        \`crewId\` varchar(64) NOT NULL,
        \`id\` varchar(64) NOT NULL,
        \`doc\` json NOT NULL,
        \`docVersion\` int unsigned NOT NULL,
        \`version\` int unsigned NOT NULL DEFAULT 1,
        PRIMARY KEY (\`crewId\`, \`id\`),
        CONSTRAINT \`looks_crew_fk\` FOREIGN KEY (\`crewId\`) REFERENCES \`crews\`(\`id\`) ON DELETE CASCADE
      ) ENGINE=InnoDB`);
    await runner.query(`
      CREATE TABLE IF NOT EXISTS \`look_units\` (
        \`crewId\` varchar(64) NOT NULL,
        \`lookId\` varchar(64) NOT NULL,
        \`unitId\` varchar(64) NOT NULL,
        \`settings\` json NOT NULL,
        \`docVersion\` int unsigned NOT NULL,
        \`version\` int unsigned NOT NULL DEFAULT 1,
        PRIMARY KEY (\`crewId\`, \`lookId\`, \`unitId\`),
        CONSTRAINT \`look_units_look_fk\` FOREIGN KEY (\`crewId\`, \`lookId\`) REFERENCES \`looks\`(\`crewId\`, \`id\`) ON DELETE CASCADE,
        CONSTRAINT \`look_units_unit_fk\` FOREIGN KEY (\`crewId\`, \`unitId\`) REFERENCES \`units\`(\`crewId\`, \`id\`) ON DELETE CASCADE
      ) ENGINE=InnoDB`);
    await runner.query(`
      CREATE TABLE IF NOT EXISTS \`test_fires\` (
        \`id\` bigint unsigned NOT NULL AUTO_INCREMENT,
        \`crewId\` varchar(64) NOT NULL,
        \`lookId\` varchar(64) NOT NULL,
        \`lightId\` varchar(64) NOT NULL,
        \`bodyId\` varchar(64) NOT NULL,
        \`result\` varchar(16) NOT NULL,
        \`fingerprint\` char(16) NOT NULL,
        \`memberId\` varchar(64) NOT NULL,
        \`at\` datetime(6) NOT NULL DEFAULT CURRENT_TIMESTAMP(6),
        PRIMARY KEY (\`id\`),
        INDEX \`test_fires_look\` (\`crewId\`, \`lookId\`),
        CONSTRAINT \`test_fires_look_fk\` FOREIGN KEY (\`crewId\`, \`lookId\`) REFERENCES \`looks\`(\`crewId\`, \`id\`) ON DELETE CASCADE
      ) ENGINE=InnoDB`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['test_fires', 'look_units', 'looks']) await runner.query(`DROP TABLE IF EXISTS \`${table}\``);
  }
}
