/** A migration that is interrupted after any of its statements goes on with the next start; one too new is not touched. */
import type { DataSource } from 'typeorm';
import { createDataSource, type DatabaseLogin } from '../src/database/dataSource';
import { migrateDatabase, NewerData } from '../src/database/migrate';
import { MIGRATIONS } from '../src/migrations/index.ts';
import { freshLogins } from './testServer';

const NAMES = MIGRATIONS.map((one) => new one().name);

// TypeORM tells of each.
beforeAll(() => void jest.spyOn(console, 'log').mockReturnValue());
afterAll(() => jest.restoreAllMocks());

/** Ends the connection after so many statements, as a kill would: what was not committed is gone. */
function interrupted(source: DataSource, after: number): { done: () => number } {
  let count = 0;
  const create = source.createQueryRunner.bind(source);
  source.createQueryRunner = (...args) => {
    const runner = create(...args);
    const query = runner.query.bind(runner) as (...all: unknown[]) => Promise<unknown>;
    runner.query = (async (...all: unknown[]) => {
      if (count++ === after) throw new Error('interrupted');
      return query(...all);
    }) as typeof runner.query;
    return runner;
  };
  return { done: () => count };
}

/** A crew as it was before there were operations, with one of everything, and one unit that was removed. */
async function putFirst(source: DataSource): Promise<void> {
  await source.query(`INSERT INTO crews (id, name, event) VALUES ('c', 'Crew', '{"name":"E"}')`);
  await source.query(`INSERT INTO looks (crewId, id, doc, docVersion) VALUES ('c', 'l', '{"id":"l","name":"L"}', 2)`);
  await source.query(`INSERT INTO units (crewId, id, doc, docVersion, removedAt) VALUES
    ('c', 'u', '{"id":"u"}', 2, NULL), ('c', 'gone', '{"id":"gone"}', 2, NOW())`);
  await source.query(`INSERT INTO look_units (crewId, lookId, unitId, settings, docVersion) VALUES
    ('c', 'l', 'u', '{"mount":"gone"}', 2), ('c', 'l', 'gone', '{"channel":3}', 2)`);
  await source.query(`INSERT INTO test_fires (crewId, lookId, lightId, bodyId, result, fingerprint, memberId)
    VALUES ('c', 'l', 'u', 'b', 'fired', '0123456789abcdef', 'm')`);
}

/** Everything there is, and the shape it has. */
async function stateOf(source: DataSource): Promise<object> {
  const tables = (await source.query('SHOW TABLES')).map((row: object) => Object.values(row)[0]) as string[];
  const made = await Promise.all(
    tables.map(async (table) =>
      (await source.query(`SHOW CREATE TABLE \`${table}\``))[0]['Create Table'].replace(/ AUTO_INCREMENT=\d+/, ''),
    ),
  );
  const records = await source.query(
    'SELECT crewId, kind, lookId, id, doc, docVersion FROM records ORDER BY kind, lookId, id',
  );
  const operations = await source.query('SELECT crewId, number, id, label, edits, docVersion FROM operations');
  const bare = records.map(({ doc, ...rest }: { doc: Record<string, unknown> }) => ({
    ...rest,
    doc: { ...doc, at: null },
  }));
  return { made, records: bare, operations };
}

interface Outcome {
  state: object;
  statements: number;
  fell: boolean;
}

/** Runs the migrations, interrupted once, then to the end. @param prepare what is there before. */
async function run(name: string, after: number, prepare?: (login: DatabaseLogin) => Promise<void>): Promise<Outcome> {
  const { migrator } = await freshLogins(name);
  await prepare?.(migrator);
  const killed = await createDataSource(migrator).initialize();
  const { done } = interrupted(killed, after);
  const fell = await killed.runMigrations({ transaction: 'each' }).then(
    () => false,
    () => true,
  );
  await killed.destroy();
  await migrateDatabase(migrator);
  const source = await createDataSource(migrator).initialize();
  const state = await stateOf(source);
  await source.query(`DROP DATABASE \`${migrator.database}\``);
  await source.destroy();
  return { state, statements: done(), fell };
}

/** As an Ergon of before the fourth migration left it, with rows. */
async function ofBefore(login: DatabaseLogin): Promise<void> {
  const first = await createDataSource(login).initialize();
  (first as { migrations: unknown }).migrations = first.migrations.slice(0, 3);
  await first.runMigrations({ transaction: 'each' });
  await putFirst(first);
  await first.destroy();
}

test.each([
  ['with rows in place', 'cut', ofBefore],
  ['of the first start', 'first', undefined],
])(
  'interrupted at any statement %s, the next start ends with the same tables and rows',
  async (_, name, prepare) => {
    const whole = await run(`${name}-not`, Infinity, prepare);
    expect(whole.fell).toBe(false);
    expect(whole.statements).toBeGreaterThan(30);
    for (let after = 0; after < whole.statements; after++) {
      const { state, fell } = await run(`${name}${after}`, after, prepare);
      expect({ after, fell, state }).toEqual({ after, fell: true, state: whole.state });
    }
  },
  240_000,
);

test('data of a newer Ergon is refused by name, and left as it was', async () => {
  const { migrator } = await freshLogins('newer');
  await migrateDatabase(migrator);
  const source = await createDataSource(migrator).initialize();
  await source.query("INSERT INTO schema_migrations (timestamp, name) VALUES (1800000000000, 'Later1800000000000')");
  const before = await stateOf(source);
  const refused = await migrateDatabase(migrator).catch((error: unknown) => error);
  expect(refused).toBeInstanceOf(NewerData);
  expect((refused as Error).message).toMatch(/newer Ergon \(Later1800000000000\).*left as it was.*ERGON_DATA/s);
  expect(await stateOf(source)).toEqual(before);
  await source.destroy();
});

test('a start that finds another one migrating for long says so instead of going ahead', async () => {
  const { migrator } = await freshLogins('turn');
  const other = await createDataSource(migrator).initialize();
  const runner = other.createQueryRunner();
  await runner.query('SELECT GET_LOCK(?, 0)', [`migrate:${migrator.database}`]);
  await expect(migrateDatabase(migrator, { waitS: 0.2 })).rejects.toThrow(/another Ergon is changing this database/);
  await runner.release();
  await other.destroy();
  expect(await migrateDatabase(migrator)).toEqual(NAMES);
});
