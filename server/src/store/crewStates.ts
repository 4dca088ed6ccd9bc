/** Each crew's state as its last operation left it, held in memory and brought up to date by what came since. */
import { type CrewState, emptyState, type RecordRef } from '@ergon/core/operation/crewState';
import { Draft } from '@ergon/core/operation/draft';
import { replay } from '@ergon/core/operation/applyOperation';
import type { Edit } from '@ergon/core/operation/edit';
import type { DataSource, EntityManager } from 'typeorm';
import { Crew } from '../entities/Crew.ts';
import { RecordRow } from '../entities/RecordRow.ts';
import { ApiError } from '../errors.ts';

export interface Numbered {
  number: number;
  state: CrewState;
}

/** Crews held at once; the one not used longest goes first. */
const MOST_HELD = 200;
/** Further behind than this, reading the records is quicker than replaying. */
const MOST_REPLAYED = 500;

export class CrewStates {
  private readonly held = new Map<string, Numbered>();

  constructor(private readonly source: DataSource) {}

  /** The state now, for reading. */
  async latest(crewId: string): Promise<Numbered> {
    const crew = await this.source.manager.findOneBy(Crew, { id: crewId });
    // A session may outlive its crew.
    if (!crew) throw new ApiError('sign-in.needed');
    const known = this.held.get(crewId);
    if (known && known.number >= crew.lastOperation) return this.hold(crewId, known);
    return this.hold(crewId, await this.at(this.source.manager, crewId, crew.lastOperation));
  }

  /**
   * The state after operation `number`, which must have been committed.
   * @param manager of the transaction that holds the crew, where one does.
   */
  async at(manager: EntityManager, crewId: string, number: number): Promise<Numbered> {
    const known = this.held.get(crewId);
    if (known?.number === number) return known;
    if (known && known.number < number && number - known.number <= MOST_REPLAYED) {
      const since = await editsBetween(manager, crewId, known.number, number);
      if (since.length === number - known.number) return { number, state: since.reduce(replay, known.state) };
    }
    return manager === this.source.manager
      ? this.source.transaction('REPEATABLE READ', (reading) => load(reading, crewId))
      : { ...(await load(manager, crewId)), number };
  }

  hold(crewId: string, numbered: Numbered): Numbered {
    const known = this.held.get(crewId);
    this.held.delete(crewId);
    this.held.set(crewId, known && known.number > numbered.number ? known : numbered);
    if (this.held.size > MOST_HELD) this.held.delete(this.held.keys().next().value!);
    return numbered;
  }

  /** Forgets a crew where what was committed is not known. */
  forget(crewId: string): void {
    this.held.delete(crewId);
  }
}

async function editsBetween(manager: EntityManager, crewId: string, after: number, to: number): Promise<Edit[][]> {
  const rows = (await manager.query(
    'SELECT edits FROM `operations` WHERE crewId = ? AND number > ? AND number <= ? ORDER BY number',
    [crewId, after, to],
  )) as { edits: string | Edit[] }[];
  return rows.map(({ edits }) => (typeof edits === 'string' ? (JSON.parse(edits) as Edit[]) : edits));
}

/** Reads all records of a crew; crew and records are one moment's, since one transaction reads both. */
async function load(manager: EntityManager, crewId: string): Promise<Numbered> {
  const crew = await manager.findOneByOrFail(Crew, { id: crewId });
  const rows = await manager.findBy(RecordRow, { crewId });
  const draft = new Draft(emptyState());
  for (const { kind, id, lookId, doc, born } of rows) {
    const on: RecordRef = lookId === '' ? { kind, id } : { kind, id, look: lookId };
    draft.write(on, { born, doc });
  }
  return { number: crew.lastOperation, state: draft.state() };
}
