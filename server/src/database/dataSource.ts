import 'reflect-metadata';
import { DataSource } from 'typeorm';
import { Crew } from '../entities/Crew.ts';
import { Member } from '../entities/Member.ts';
import { OperationRow } from '../entities/OperationRow.ts';
import { PresenceRow } from '../entities/PresenceRow.ts';
import { RateLimitRow } from '../entities/RateLimitRow.ts';
import { RecordRow } from '../entities/RecordRow.ts';
import { SessionRow } from '../entities/SessionRow.ts';
import { SharedSecret } from '../entities/SharedSecret.ts';
import { MIGRATIONS } from '../migrations/index.ts';

export interface DatabaseLogin {
  host: string;
  port: number;
  user: string;
  password: string;
  database: string;
}

/** @param poolSize connections held open at most. */
export function createDataSource(login: DatabaseLogin, poolSize = 8): DataSource {
  const { user: username, ...rest } = login;
  return new DataSource({
    type: 'mariadb',
    ...rest,
    username,
    timezone: 'Z',
    charset: 'utf8mb4_unicode_ci',
    dateStrings: ['DATE'],
    supportBigNumbers: true,
    bigNumberStrings: true,
    synchronize: false,
    // A failing statement's parameters may hold what a person typed; they must not reach a log.
    logging: false,
    poolSize,
    entities: [Crew, Member, RecordRow, OperationRow, SessionRow, PresenceRow, RateLimitRow, SharedSecret],
    migrations: [...MIGRATIONS],
    migrationsTableName: 'schema_migrations',
  });
}

/** Runs what is missing, one server at a time. */
export async function migrateDatabase(login: DatabaseLogin): Promise<string[]> {
  const source = await createDataSource(login, 2).initialize();
  const lock = `migrate:${login.database}`;
  const runner = source.createQueryRunner();
  try {
    await runner.query('SELECT GET_LOCK(?, 60)', [lock]);
    const ran = await source.runMigrations({ transaction: 'each' });
    await runner.query('SELECT RELEASE_LOCK(?)', [lock]);
    return ran.map((migration) => migration.name);
  } finally {
    await runner.release();
    await source.destroy();
  }
}
