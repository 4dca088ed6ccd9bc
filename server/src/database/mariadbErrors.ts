/** The database's own numbers for what a caller may have to deal with. */

export const DUPLICATE = 1062;
/** A foreign key that names a row which is not there. */
export const NO_PARENT = 1452;
/** InnoDB gives up one of two transactions that wait for each other; the one given up may simply start again. */
export const DEADLOCK = 1213;

export const isErrno = (error: unknown, errno: number): boolean => (error as { errno?: number }).errno === errno;
