/** What ails the database when a statement fails, as far as its error tells. */

/** Away or coming back; out of room; busy with others' locks; damaged on the disk. Each but the last is over by itself. */
export type DatabaseFault = 'away' | 'full' | 'busy' | 'damaged';

export const DUPLICATE = 1062;

interface DriverError {
  code?: string;
  errno?: number;
  message?: string;
}

const AWAY_CODES: ReadonlySet<string> = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ECONNABORTED',
  'EHOSTUNREACH',
  'ENETUNREACH',
  'ENOTFOUND',
  'EAI_AGAIN',
  'EPIPE',
  'ETIMEDOUT',
  'PROTOCOL_CONNECTION_LOST',
  'POOL_CLOSED',
]);

/** The driver gives these no code of their own. */
const AWAY_WORDS = /closed state|connection lost|Connection is not established|Pool is closed|Queue limit reached/i;

/**
 * By the database's own numbers: too many connections, access not set up yet, a node that is not ready (1047), shutting
 * down, read-only while it recovers (1290), a statement or connection ended from outside.
 */
const AWAY: ReadonlySet<number> = new Set([1040, 1045, 1047, 1053, 1203, 1290, 1317, 1927]);
/** InnoDB gives up one of two transactions that wait for each other; the one given up may simply start again. */
const DEADLOCK = 1213;
const LOCK_TIMEOUT = 1205;
const BUSY: ReadonlySet<number> = new Set([DEADLOCK, LOCK_TIMEOUT, 1969]);
const FULL: ReadonlySet<number> = new Set([1021, 1026, 1114, 1878]);
/** Index or table file crashed or corrupt, or gone from under the table's name. */
const DAMAGED: ReadonlySet<number> = new Set([1034, 1035, 1146, 1194, 1195, 1712, 1812, 1877, 1932]);
/** "Got error N from storage engine": which one stands in the words alone. */
const FROM_ENGINE = 1030;
/** Of a commit; of a node that lost the others, also with words of its own. */
const FROM_COMMIT = 1180;

export const isErrno = (error: unknown, errno: number): boolean => (error as DriverError).errno === errno;

/** Null where it is no fault of the database's. */
export function databaseFault(error: unknown): DatabaseFault | null {
  const { code = '', errno = 0, message = '' } = error as DriverError;
  if (code === 'ENOSPC' || FULL.has(errno)) return 'full';
  if (errno === FROM_ENGINE) return /\b28\b/.test(message) ? 'full' : 'damaged';
  if (errno === FROM_COMMIT) return /\b28\b/.test(message) ? 'full' : 'away';
  if (BUSY.has(errno)) return 'busy';
  if (DAMAGED.has(errno)) return 'damaged';
  return AWAY.has(errno) || AWAY_CODES.has(code) || AWAY_WORDS.test(message) ? 'away' : null;
}
