import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { DataSource } from 'typeorm';
import { createDataSource, migrateDatabase } from '../src/database/dataSource';
import { FolderInUse, lockFolder } from '../src/database/folderLock';
import { FamilyRow, ProfileRow } from '../src/entities/CrewRecord';
import { TestFireRow } from '../src/entities/TestFireRow';
import { MIGRATIONS } from '../src/migrations/index.ts';
import { ensureDemo } from '../src/store/crews';
import { freshLogins, readDemo } from './testServer';

const NAMES = MIGRATIONS.map((migration) => migration.name);

test('every migration goes up, down and up again, and leaves the schema the entities describe', async () => {
  const { migrator } = await freshLogins('migrations');
  expect(await migrateDatabase(migrator)).toEqual(NAMES);
  expect(await migrateDatabase(migrator)).toEqual([]);
  const source = await createDataSource(migrator).initialize();
  try {
    for (const _ of NAMES) await source.undoLastMigration();
    expect((await source.query('SHOW TABLES')).map(Object.values).flat()).toEqual(['schema_migrations']);
  } finally {
    await source.destroy();
  }
  expect(await migrateDatabase(migrator)).toEqual(NAMES);
});

test.each(NAMES.map((name, index) => [name, index] as const))(
  '%s keeps the rows that were there before it',
  async (_, index) => {
    const { migrator } = await freshLogins(`rows${index}`);
    await migrateDatabase(migrator);
    const source = await createDataSource(migrator).initialize();
    try {
      for (let undo = NAMES.length; undo > index + 1; undo--) await source.undoLastMigration();
      await source.query(`INSERT INTO crews (id, name, event) VALUES ('c', 'Crew', '{"name":"E"}')`);
      await source.query(`INSERT INTO units (crewId, id, doc, docVersion) VALUES ('c', 'u', '{"id":"u"}', 1)`);
      await source.runMigrations({ transaction: 'each' });
      const [row] = await source.query('SELECT u.id, u.version, c.name FROM units u JOIN crews c ON c.id = u.crewId');
      expect(row).toEqual({ id: 'u', version: 1, name: 'Crew' });
    } finally {
      await source.destroy();
    }
  },
);

/** Back to before the named migration ran. */
async function undoTo(source: DataSource, name: string): Promise<void> {
  const from = NAMES.findIndex((one) => one.startsWith(name));
  for (let undo = NAMES.length; undo > from; undo--) await source.undoLastMigration();
}

test('stored records of document version 1 become version 2, and those at 2 stay', async () => {
  const { migrator } = await freshLogins('documents2');
  await migrateDatabase(migrator);
  const source = await createDataSource(migrator).initialize();
  try {
    await undoTo(source, 'DocumentsAt2');
    await source.query(`INSERT INTO crews (id, name, event) VALUES ('c', 'Crew', '{"name":"E"}')`);
    const old = { id: 'p', kind: 'flash', foot: 'k', radios: [{ family: 'f' }], ttl: { onBody: true, remote: false } };
    const family = { id: 'f', carries: { power: true } };
    await source.query('INSERT INTO profiles (crewId, id, doc, docVersion) VALUES (?, ?, ?, 1)', [
      'c',
      'p',
      JSON.stringify(old),
    ]);
    await source.query('INSERT INTO profiles (crewId, id, doc, docVersion) VALUES (?, ?, ?, 2)', [
      'c',
      'q',
      '{"id":"q"}',
    ]);
    await source.query('INSERT INTO families (crewId, id, doc, docVersion) VALUES (?, ?, ?, 1)', [
      'c',
      'f',
      JSON.stringify(family),
    ]);
    await source.runMigrations({ transaction: 'each' });
    const stored = await source.getRepository(ProfileRow).find({ order: { id: 'ASC' } });
    expect(stored.map((row) => [row.id, row.docVersion])).toEqual([
      ['p', 2],
      ['q', 2],
    ]);
    expect(stored[0]!.doc).toMatchObject({ can: { radio: { fire: true, ttl: false }, 'on-body': { ttl: true } } });
    expect(stored[0]!.doc).not.toHaveProperty('ttl');
    expect(stored[1]!.doc).toEqual({ id: 'q' });
    const [row] = await source.getRepository(FamilyRow).find();
    expect(row!.doc).toMatchObject({ pairing: 'none', carries: { power: true, mode: true } });
  } finally {
    await source.destroy();
  }
});

test('a test fire of before keeps what it said, and how the camera was held stays unknown', async () => {
  const { migrator } = await freshLogins('attitudes');
  await migrateDatabase(migrator);
  const source = await createDataSource(migrator).initialize();
  try {
    await undoTo(source, 'AttitudeOfTests');
    await source.query(`INSERT INTO crews (id, name, event) VALUES ('c', 'Crew', '{"name":"E"}')`);
    await source.query(`INSERT INTO looks (crewId, id, doc, docVersion) VALUES ('c', 'l', '{"id":"l"}', 2)`);
    await source.query(
      `INSERT INTO test_fires (crewId, lookId, lightId, bodyId, result, fingerprint, memberId)
       VALUES ('c', 'l', 'light-1', 'body-1', 'fired', '0123456789abcdef', 'm')`,
    );
    await source.runMigrations({ transaction: 'each' });
    const [row] = await source.getRepository(TestFireRow).find();
    expect(row).toMatchObject({ lightId: 'light-1', bodyId: 'body-1', attitude: null, result: 'fired' });
  } finally {
    await source.destroy();
  }
});

test('no drift: TypeORM would change nothing but names of keys and collations of the tables', async () => {
  const { migrator } = await freshLogins('drift');
  await migrateDatabase(migrator);
  const source = await createDataSource(migrator).initialize();
  try {
    const { upQueries } = await source.driver.createSchemaBuilder().log();
    const real = upQueries.map(({ query }) => query).filter((query) => !/FOREIGN KEY/.test(query));
    expect(real).toEqual([]);
  } finally {
    await source.destroy();
  }
});

test('two servers that start at once migrate once', async () => {
  const { migrator } = await freshLogins('race');
  const ran = await Promise.all([migrateDatabase(migrator), migrateDatabase(migrator), migrateDatabase(migrator)]);
  expect(ran.flat().sort()).toEqual([...NAMES].sort());
});

test('the app’s own user can read and write rows of its database and nothing else', async () => {
  const { app, migrator } = await freshLogins('rights');
  await migrateDatabase(migrator);
  const source = await createDataSource(app).initialize();
  try {
    await expect(source.query('DROP TABLE units')).rejects.toThrow(/denied/);
    await expect(source.query('CREATE TABLE x (a int)')).rejects.toThrow(/denied/);
    await expect(source.query('SELECT * FROM mysql.user')).rejects.toThrow(/denied/);
    await expect(source.query('SELECT * FROM `t_migrations`.units')).rejects.toThrow(/denied/);
    expect(await source.query('SELECT * FROM units')).toEqual([]);
  } finally {
    await source.destroy();
  }
});

test('the demo is loaded once', async () => {
  const { app, migrator } = await freshLogins('demo');
  await migrateDatabase(migrator);
  const source = await createDataSource(app).initialize();
  try {
    expect(await ensureDemo(source, readDemo())).toBe(true);
    expect(await ensureDemo(source, readDemo())).toBe(false);
  } finally {
    await source.destroy();
  }
});

test('a data folder has one holder, who can say where it serves', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'ergon-lock-'));
  const lock = await lockFolder(folder);
  lock.announce('process 7 serves it at http://127.0.0.1:1');
  const second = await lockFolder(folder).catch((error: unknown) => error);
  expect(second).toBeInstanceOf(FolderInUse);
  expect((second as FolderInUse).holder).toBe('process 7 serves it at http://127.0.0.1:1');
  lock.release();
  await new Promise((resolve) => setTimeout(resolve, 50));
  (await lockFolder(folder)).release();
  rmSync(folder, { recursive: true });
});
