/** The database's own numbers for what a caller may have to deal with. */

export const DUPLICATE = 1062;
/** InnoDB gives up one of two transactions that wait for each other; the one given up may simply start again. */
export const DEADLOCK = 1213;
export const LOCK_TIMEOUT = 1205;

export const isErrno = (error: unknown, errno: number): boolean => (error as { errno?: number }).errno === errno;
