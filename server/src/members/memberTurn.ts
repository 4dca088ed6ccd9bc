import type { EntityManager } from 'typeorm';
import { Crew } from '../entities/Crew.ts';

/**
 * Changes of who is in a crew, or may come in, come one after the other: each sees what those before it did. Held by a
 * change of the crew's own row, since a lock would be one node's alone where the database has several.
 */
export async function takeMemberTurn(manager: EntityManager, crewId: string): Promise<void> {
  await manager.increment(Crew, { id: crewId }, 'memberChanges', 1);
}
