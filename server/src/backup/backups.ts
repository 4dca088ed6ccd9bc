/** Backups of the whole database: made daily and before each migration, checked, and the newest kept. */
import { createWriteStream, mkdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { PassThrough, type Writable } from 'node:stream';
import { createGzip } from 'node:zlib';
import type { BackupHealth } from '@ergon/core/record/machineExchange';
import type { Logger } from 'pino';
import {
  type BackupFile,
  type BackupNote,
  listBackups,
  newBackupFile,
  outlived,
  removeBackup,
  sha256Of,
  type Why,
  writeNote,
} from './backupFile.ts';
import { BackupFault, checkBackup, type Holds } from './checkBackup.ts';
import { dump, type Reach } from './databaseTools.ts';

const MOST_KEPT = 14;
const DAY_MS = 86_400_000;
/** After the first start there is little to lose yet, and much else to do. */
const FIRST_AFTER_MS = 600_000;
/** Between two looks whether a backup is due. */
const LOOK_MS = 600_000;
/** A last backup older than this has missed a day. */
const OLD_MS = 2 * DAY_MS;

export interface BackupsOptions {
  /** Where they lie. */
  folder: string;
  reach: Reach;
  database: string;
  log?: Logger | undefined;
  now?: () => Date;
}

export class Backups {
  private readonly now: () => Date;
  private timer: NodeJS.Timeout | null = null;
  private readonly since: number;
  /** Why the last try failed, in words; null where it did not. */
  private trouble: string | null = null;
  private readonly stopping = new AbortController();
  /** One at a time. */
  private turn: Promise<unknown> = Promise.resolve();

  constructor(private readonly options: BackupsOptions) {
    this.now = options.now ?? (() => new Date());
    this.since = this.now().getTime();
  }

  list(): BackupFile[] {
    return listBackups(this.options.folder);
  }

  get lastTrouble(): string | null {
    return this.trouble;
  }

  health(): BackupHealth {
    if (this.trouble !== null) return 'failed';
    const [last] = this.list();
    if (!last) return 'none';
    if (!last.note?.checked) return 'unchecked';
    return Math.abs(this.now().getTime() - Date.parse(last.note.made)) > OLD_MS ? 'old' : 'ok';
  }

  /** Makes one and checks it. @throws ToolFailed or what the disk throws; nothing half-made is left. */
  make(why: Why): Promise<BackupFile> {
    const made = this.turn.then(() => this.makeNow(why));
    this.turn = made.catch(() => undefined);
    return made;
  }

  /** Begins to make them daily. What fails is noted and tried again at the next look. */
  schedule(): void {
    this.timer = setInterval(() => void this.look(), LOOK_MS).unref();
  }

  /** Makes one where it is due. */
  async look(): Promise<void> {
    if (!this.isDue()) return;
    await this.make('daily').catch((err: unknown) => this.options.log?.error({ err }, 'no backup'));
  }

  async close(): Promise<void> {
    if (this.timer) clearInterval(this.timer);
    this.stopping.abort();
    await this.turn;
  }

  private isDue(): boolean {
    const now = this.now().getTime();
    const [last] = this.list();
    if (!last) return now - this.since >= FIRST_AFTER_MS;
    const made = last.note ? Date.parse(last.note.made) : statSync(last.file).mtimeMs;
    // One from a day to come is of a clock that was wrong.
    return Math.abs(now - made) >= DAY_MS;
  }

  private async makeNow(why: Why): Promise<BackupFile> {
    const { folder, reach, database, log } = this.options;
    const at = this.now();
    try {
      mkdirSync(folder, { recursive: true, mode: 0o700 });
      const file = newBackupFile(folder, at);
      const { signal } = this.stopping;
      await dumpTo(file, (to) => dump(reach, database, to, signal));
      const check = await this.checked(file);
      const note = await noteFor(file, { why, made: at.toISOString(), ...check });
      writeNote(file, note);
      for (const old of outlived(this.list(), MOST_KEPT)) removeBackup(old.file);
      this.trouble = note.fault;
      log?.info({ file, why, checked: note.checked !== null, fault: note.fault }, 'backup made');
      return { file, note };
    } catch (error) {
      this.trouble = (error as Error).message;
      throw error;
    }
  }

  /** A backup that could not be checked is kept, and not called whole. */
  private async checked(file: string): Promise<Check> {
    try {
      const holds = await checkBackup(this.options.reach, file, this.stopping.signal);
      return { checked: this.now().toISOString(), fault: null, holds };
    } catch (error) {
      const { message } = error as Error;
      const fault = error instanceof BackupFault ? message : `it could not be checked: ${message}`;
      return { checked: null, fault, holds: null };
    }
  }
}

/** Under its name only once it is whole. */
async function dumpTo(file: string, dumped: (to: Writable) => Promise<void>): Promise<void> {
  const part = `${file}.part`;
  const text = new PassThrough();
  try {
    const written = pipeline(text, createGzip(), createWriteStream(part, { mode: 0o600, flush: true }));
    await Promise.all([dumped(text), written]);
    renameSync(part, file);
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  }
}

type Check = Pick<BackupNote, 'checked' | 'fault'> & { holds: Holds | null };

const noteFor = async (file: string, known: Check & Pick<BackupNote, 'why' | 'made'>): Promise<BackupNote> => ({
  version: 1,
  bytes: statSync(file).size,
  sha256: await sha256Of(file),
  ...known,
});
