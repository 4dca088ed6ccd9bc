/** The record of what was done about a crew's members. */
import type { MemberDeed } from '@ergon/core/record/memberExchange';
import { randomUUID } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import { MemberDeedRow } from '../entities/MemberDeedRow.ts';

/** Deeds told at once; the older ones stay stored. */
const MOST_TOLD = 100;

export type NewDeed = Pick<MemberDeed, 'what' | 'by'> & Partial<Pick<MemberDeed, 'whom' | 'to'>>;

/** Written in the transaction of the deed itself: one is never there without the other. */
export async function noteDeed(manager: EntityManager, crewId: string, deed: NewDeed): Promise<void> {
  await manager.insert(MemberDeedRow, { id: randomUUID(), crewId, at: new Date(), whom: null, to: null, ...deed });
}

/** The newest first. */
export async function deedsOf(manager: EntityManager, crewId: string): Promise<MemberDeed[]> {
  const rows = await manager.find(MemberDeedRow, { where: { crewId }, order: { at: 'DESC' }, take: MOST_TOLD });
  return rows.map(({ at, what, by, whom, to }) => ({ at: at.toISOString(), what, by, whom, to }));
}
