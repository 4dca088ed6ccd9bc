/** What the data folder holds beside the database. */
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { NEWEST_MIGRATION, refuseNewerName } from './database/migrate.ts';
import { LEAST_SECRET } from './database/sharedSecret.ts';

const VERSION_FILE = 'data-version';
const SECRET_FILE = 'session-secret';
const STANDIN_FILE = 'standin-address';

/** The folder that is asked for, or that beside the program. */
export const dataFolder = resolve(process.env.ERGON_ROOT ?? process.cwd(), process.env.ERGON_DATA ?? '.data');

export const makeDataFolder = (folder: string): void => void mkdirSync(folder, { recursive: true, mode: 0o700 });

/** Asked before the database starts, so that a newer one's files are not touched. @throws NewerData. */
export function refuseNewerFolder(folder: string): void {
  const name = readIfThere(join(folder, VERSION_FILE))?.trim() ?? '';
  if (name !== '') refuseNewerName(name);
}

export function noteVersion(folder: string): void {
  const file = join(folder, VERSION_FILE);
  if (readIfThere(file)?.trim() === NEWEST_MIGRATION) return;
  writeFileSync(`${file}.new`, `${NEWEST_MIGRATION}\n`);
  renameSync(`${file}.new`, file);
}

/** What an Ergon that kept it beside the database left, so that nobody is signed out by an update. */
export function proposedSecret(folder: string): string {
  const kept = readIfThere(join(folder, SECRET_FILE))?.trim() ?? '';
  return kept.length >= LEAST_SECRET ? kept : randomBytes(32).toString('hex');
}

/** A stand-in kit that was started beside this server leaves its address here. */
export const standinAddress = (folder: string): string | null => readIfThere(join(folder, STANDIN_FILE)) ?? null;

const readIfThere = (file: string): string | undefined => (existsSync(file) ? readFileSync(file, 'utf8') : undefined);
