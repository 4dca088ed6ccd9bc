/** Backups as they lie in their folder: what was dumped, and beside it what is known of it. */
import { createHash } from 'node:crypto';
import { createReadStream, existsSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { z } from 'zod';

const WHY = ['daily', 'before-migration', 'by-hand'] as const;
export type Why = (typeof WHY)[number];

/** What is known of a backup; version 1. */
const noteSchema = z.strictObject({
  version: z.literal(1),
  made: z.iso.datetime(),
  why: z.enum(WHY),
  bytes: z.number().int(),
  sha256: z.string(),
  /** When it was restored into a scratch database and found whole; null where that was not done or failed. */
  checked: z.iso.datetime().nullable(),
  /** What went wrong with the check, in words. */
  fault: z.string().nullable(),
  /** What the check found in it. */
  holds: z.strictObject({ migration: z.string(), crews: z.number(), operations: z.number() }).nullable(),
});
export type BackupNote = z.infer<typeof noteSchema>;

export interface BackupFile {
  file: string;
  /** Null where nothing readable lies beside it: it may be whole, nobody knows. */
  note: BackupNote | null;
}

const ENDING = '.sql.gz';
const NAME = /^ergon-\d{8}T\d{6}Z(-\d+)?\.sql\.gz$/;
const noteOf = (file: string): string => `${file.slice(0, -ENDING.length)}.json`;

/** The newest first, as their names say. */
export function listBackups(folder: string): BackupFile[] {
  if (!existsSync(folder)) return [];
  const names = readdirSync(folder).filter((name) => NAME.test(name));
  return names
    .sort()
    .reverse()
    .map((name) => {
      const file = join(folder, name);
      return { file, note: readNote(file) };
    });
}

export function readNote(file: string): BackupNote | null {
  try {
    return noteSchema.parse(JSON.parse(readFileSync(noteOf(file), 'utf8')));
  } catch {
    return null;
  }
}

/** A name nothing has yet. */
export function newBackupFile(folder: string, at: Date): string {
  const stamp = at.toISOString().replace(/[-:]|\.\d+/g, '');
  for (let again = 0; ; again++) {
    const file = join(folder, `ergon-${stamp}${again === 0 ? '' : `-${again}`}${ENDING}`);
    if (!existsSync(file)) return file;
  }
}

export function writeNote(file: string, note: BackupNote): void {
  const at = noteOf(file);
  writeFileSync(`${at}.part`, `${JSON.stringify(note, null, 2)}\n`, { mode: 0o600 });
  renameSync(`${at}.part`, at);
}

export function removeBackup(file: string): void {
  rmSync(file, { force: true });
  rmSync(noteOf(file), { force: true });
}

export async function sha256Of(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}

/** Those beyond the newest `most`, but never the newest that was found whole. */
export function outlived(backups: readonly BackupFile[], most: number): BackupFile[] {
  const newestWhole = backups.find(({ note }) => note?.checked != null);
  return backups.slice(most).filter((one) => one !== newestWhole);
}
