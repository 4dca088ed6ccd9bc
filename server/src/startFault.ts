/** Why Ergon could not start, in words, and what to do about it. */
import { databaseFault } from './database/databaseFaults.ts';
import { DamagedTable } from './database/checkTables.ts';
import { DatabaseDown } from './database/privateMariadb.ts';

const RESTORE =
  './bin/restore lists the backups; with one of them named it puts that in the place of the data, which it keeps aside';

/** @param folder the data folder. */
export function startFaultText(error: unknown, folder: string): string {
  const { message, code } = error as NodeJS.ErrnoException;
  const fault = databaseFault(error);
  if (fault === 'full') return `the disk of ${folder} is full. Make room there, then start again: nothing was changed`;
  if (code === 'EACCES' || code === 'EPERM' || code === 'EROFS')
    return `${folder} cannot be written (${message}). Give it to whoever starts Ergon, or name another with ERGON_DATA`;
  if (error instanceof DatabaseDown)
    return `${message}. ${folder}/mariadb.log says more. If its files are damaged: ${RESTORE}`;
  if (error instanceof DamagedTable) return `${message}. Nothing was changed. ${RESTORE}`;
  if (fault === 'damaged') return `the database is damaged (${message}). ${RESTORE}`;
  if (fault === 'away')
    return `the database does not answer (${code ?? message}). Start it, or look at ERGON_DATABASE_URL, then start again`;
  return message;
}
