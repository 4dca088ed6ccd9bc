/** Transactions, and what the database gives up for another's sake: nothing of it was stored, so it is begun again. */
import { setTimeout as sleep } from 'node:timers/promises';
import type { DataSource, EntityManager } from 'typeorm';
import { databaseFault } from './databaseFaults.ts';

/** For how long, in ms: whoever asked is told before they give up waiting. */
const PATIENCE_MS = 3000;
/** A pause of chance before each further try, in ms, so that two do not get into each other's way for ever. */
const MOST_PAUSE_MS = 100;
const PAUSE_MS = 10;

/** @param work does nothing but ask the database, in one statement or one transaction. */
export async function againWhileBusy<T>(work: () => Promise<T>): Promise<T> {
  const until = Date.now() + PATIENCE_MS;
  for (let attempt = 1; ; attempt++) {
    try {
      return await work();
    } catch (error) {
      if (Date.now() >= until || databaseFault(error) !== 'busy') throw error;
      await sleep(Math.random() * Math.min(PAUSE_MS * attempt, MOST_PAUSE_MS));
    }
  }
}

export const inTransaction = <T>(source: DataSource, work: (manager: EntityManager) => Promise<T>): Promise<T> =>
  againWhileBusy(() => source.transaction(work));
