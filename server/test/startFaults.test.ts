/** What keeps a start from going well: each has a sentence and a way out, and leaves the data as it was. */
import {
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import { BackupFault } from '../src/backup/checkBackup';
import { makeDataFolder, noteVersion, proposedSecret, refuseNewerFolder } from '../src/dataFolder';
import { checkTables, DamagedTable } from '../src/database/checkTables';
import { createDataSource } from '../src/database/dataSource';
import { migrateDatabase, NewerData, NEWEST_MIGRATION } from '../src/database/migrate';
import { DatabaseDown, startPrivateMariadb } from '../src/database/privateMariadb';
import { sharedSecret } from '../src/database/sharedSecret';
import { createLog } from '../src/log';
import { serve } from '../src/serve';
import { startFaultText } from '../src/startFault';
import { DEMO_FILE, FONTS, freshLogins } from './testServer';

let folder: string;
beforeEach(() => {
  folder = mkdtempSync('/dev/shm/ergon start-');
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const start = () =>
  serve({
    dataFolder: folder,
    appFolder: join(folder, 'none'),
    demoFile: DEMO_FILE,
    fonts: FONTS,
    port: 0,
    triesPerMinute: 10,
    say: () => undefined,
    log: createLog({ write: () => undefined }),
  });

const failure = (work: Promise<unknown>): Promise<unknown> =>
  work.then(
    () => null,
    (error: unknown) => error,
  );

test('a folder of a newer Ergon is refused before its database is touched', async () => {
  mkdirSync(join(folder, 'db'));
  writeFileSync(join(folder, 'db', 'theirs'), 'x');
  writeFileSync(join(folder, 'data-version'), 'Later1800000000000\n');
  const error = await failure(start());
  expect(error).toBeInstanceOf(NewerData);
  expect(readdirSync(folder).sort()).toEqual(['data-version', 'db']);
  expect(readdirSync(join(folder, 'db'))).toEqual(['theirs']);
  expect(readFileSync(join(folder, 'data-version'), 'utf8')).toBe('Later1800000000000\n');
  // What this Ergon itself wrote it reads again, and an empty note says nothing.
  for (const text of ['', `${NEWEST_MIGRATION}\n`]) {
    writeFileSync(join(folder, 'data-version'), text);
    noteVersion(folder);
    expect(() => refuseNewerFolder(folder)).not.toThrow();
    expect(readFileSync(join(folder, 'data-version'), 'utf8').trim()).toBe(NEWEST_MIGRATION);
  }
});

test.each([
  ['is empty', ''],
  ['was cut off', 'abc'],
])('a file of the secret that %s is made anew', (_, text) => {
  writeFileSync(join(folder, 'session-secret'), text);
  expect(proposedSecret(folder)).toMatch(/^[0-9a-f]{64}$/);
});

test('a whole secret of before is kept, and an empty one in the database is made anew', async () => {
  const whole = 'k'.repeat(40);
  writeFileSync(join(folder, 'session-secret'), `${whole}\n`);
  expect(proposedSecret(folder)).toBe(whole);
  const { app, migrator } = await freshLogins('secret');
  await migrateDatabase(migrator);
  const source = await createDataSource(app).initialize();
  await source.query("INSERT INTO shared_secrets (name, value) VALUES ('session', '')");
  expect(await sharedSecret(source, 'session', whole)).toBe(whole);
  expect(await sharedSecret(source, 'session', 'another'.repeat(8))).toBe(whole);
  await source.destroy();
});

test('a damaged table is named, with the way to a backup; a space in the path is no matter', async () => {
  const running = await start();
  await running.close();
  const file = openSync(join(folder, 'db/ergon/operations.ibd'), 'r+');
  writeSync(file, Buffer.alloc(8192, 7), 0, 8192, 3 * 16_384 + 100);
  const error = await failure(start());
  expect(error).toBeInstanceOf(DamagedTable);
  expect(startFaultText(error, folder)).toMatch(
    /^the table operations is damaged .* Nothing was changed.*\.\/bin\/restore/,
  );
  // It was let go of: the next start meets the same, not a folder in use.
  expect(await failure(start())).toBeInstanceOf(DamagedTable);
}, 60_000);

test('a database whose files are no database says so in its own words', async () => {
  mkdirSync(join(folder, 'db'));
  writeFileSync(join(folder, 'db', 'ibdata1'), 'no database');
  const error = await failure(startPrivateMariadb({ folder, database: 'ergon', throwaway: true }));
  expect(error).toBeInstanceOf(DatabaseDown);
  expect((error as DatabaseDown).said.length).toBeGreaterThan(0);
  expect(startFaultText(error, folder)).toMatch(
    /the database did not start\. .*mariadb\.log says more.*\.\/bin\/restore/s,
  );
  expect(readFileSync(join(folder, 'db', 'ibdata1'), 'utf8')).toBe('no database');
}, 60_000);

test('tables that are whole are passed', async () => {
  const { app, migrator } = await freshLogins('intact');
  await migrateDatabase(migrator);
  const source = await createDataSource(app).initialize();
  await expect(checkTables(source)).resolves.toBeUndefined();
  await source.destroy();
});

test.each<[string, object, RegExp]>([
  ['a full disk', { code: 'ENOSPC' }, /the disk of \/data is full\. Make room/],
  [
    'a folder that cannot be written',
    { code: 'EACCES', message: 'permission denied' },
    /\/data cannot be written.*ERGON_DATA/,
  ],
  ['a database that is not there', { code: 'ECONNREFUSED' }, /does not answer.*ERGON_DATABASE_URL/],
  ['a damaged system table', { errno: 1877, message: 'corrupt' }, /is damaged.*\.\/bin\/restore/],
])('%s is told in words', (_, error, words) => {
  expect(startFaultText(Object.assign(new Error('x'), error), '/data')).toMatch(words);
});

test('a fault that has words of its own keeps them', () => {
  expect(startFaultText(new BackupFault('it ends in the middle'), '/data')).toBe('it ends in the middle');
});

test('a data folder is its owner’s alone', () => {
  const inner = join(folder, 'data');
  makeDataFolder(inner);
  expect(existsSync(inner)).toBe(true);
});
