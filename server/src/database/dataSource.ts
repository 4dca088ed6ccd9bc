import 'reflect-metadata';
import { DataSource } from 'typeorm';
import { Crew } from '../entities/Crew.ts';
import { Link } from '../entities/Link.ts';
import { Member } from '../entities/Member.ts';
import { MemberDeedRow } from '../entities/MemberDeedRow.ts';
import { OperationRow } from '../entities/OperationRow.ts';
import { PresenceRow } from '../entities/PresenceRow.ts';
import { RateLimitRow } from '../entities/RateLimitRow.ts';
import { RecordRow } from '../entities/RecordRow.ts';
import { SessionRow } from '../entities/SessionRow.ts';
import { SharedSecret } from '../entities/SharedSecret.ts';
import { MIGRATIONS } from '../migrations/index.ts';

export const MIGRATIONS_TABLE = 'schema_migrations';

export interface DatabaseLogin {
  host: string;
  port: number;
  user: string;
  password: string;
  database: string;
}

/** A database that is away is given up on before whoever asked is; more that wait for one would only fill memory. */
export const POOL_LIMITS = { connectTimeout: 3000, queueLimit: 500 };

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
    extra: POOL_LIMITS,
    entities: [
      Crew,
      Member,
      Link,
      MemberDeedRow,
      RecordRow,
      OperationRow,
      SessionRow,
      PresenceRow,
      RateLimitRow,
      SharedSecret,
    ],
    migrations: [...MIGRATIONS],
    migrationsTableName: MIGRATIONS_TABLE,
  });
}
