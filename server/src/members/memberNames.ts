/** Names of members: one person of a name in each crew, and few enough in crews of one name that each can sign in. */
import type { EntityManager } from 'typeorm';
import { DUPLICATE, isErrno } from '../database/databaseFaults.ts';
import { Member } from '../entities/Member.ts';
import { ApiError } from '../errors.ts';

/** People of one name whose passphrase is looked at, those who were there first before others. */
export const MOST_ALIKE = 8;

const taken = (message: string) => new ApiError('name.taken', [{ path: 'name', message }]);

/** @throws ApiError where so many of one name are in crews of one name that another could not sign in. */
export async function refuseManyAlike(manager: EntityManager, name: string, crew: string): Promise<void> {
  if ((await manager.countBy(Member, { name, crew: { name: crew, isDemo: false } })) >= MOST_ALIKE)
    throw taken('is taken: add a surname or a place');
}

/** What the work answers. @throws ApiError where the crew has, or had, somebody of the name it gives. */
export async function unlessTaken<T>(work: Promise<T>): Promise<T> {
  return work.catch((error: unknown) => {
    throw isErrno(error, DUPLICATE) ? taken('is of somebody in this crew, or who was: add a surname') : error;
  });
}
