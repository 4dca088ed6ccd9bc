/** The demo crew: the ropewalk wedding, moved to a day that is still to come. */
import { emptyState } from '@ergon/core/operation/crewState';
import type { Operation } from '@ergon/core/operation/edit';
import { startingAgain } from '@ergon/core/operation/editsOf';
import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { createHash } from 'node:crypto';
import { type DataSource, IsNull, Not } from 'typeorm';
import { DUPLICATE, isErrno } from '../database/databaseFaults.ts';
import { Crew } from '../entities/Crew.ts';
import { Member } from '../entities/Member.ts';
import { OperationRow } from '../entities/OperationRow.ts';
import { RecordRow } from '../entities/RecordRow.ts';
import { ApiError } from '../errors.ts';
import type { CrewServices } from './crewServices.ts';
import { daysBetween, moveDates } from './moveDates.ts';

export const DEMO_CREW_ID = 'demo';
const DEMO_MEMBER_ID = 'demo-guest';
/** The event of the document that is to come next. */
const NEXT_EVENT = 'ropewalk';
/** Days from loading to that event, at least: enough to look around before it is over. */
const DAYS_AHEAD = 2;

const dayOf = (now: Date): string => now.toISOString().slice(0, 10);
const nextDate = ({ events }: { events: readonly { id: string; date?: string | null | undefined }[] }): string | null =>
  events.find(({ id }) => id === NEXT_EVENT)?.date ?? null;

/** The demo with its wedding on the next day of the week it is on, and the other events as far from it as they were. */
export function demoFor(document: KitDocument, now: Date): KitDocument {
  const date = nextDate(document);
  if (date === null) return document;
  const weeks = Math.ceil((daysBetween(date, dayOf(now)) + DAYS_AHEAD) / 7);
  return moveDates(document, weeks * 7);
}

/**
 * Makes the demo crew with its document if it is not there yet, and once more where nobody has changed anything and
 * its wedding is over or an earlier Ergon made it; answers whether it did.
 */
export async function ensureDemo(
  source: DataSource,
  { taker, states }: Pick<CrewServices, 'taker' | 'states'>,
  { document, now }: { document: KitDocument; now: Date },
): Promise<boolean> {
  const crew = await source.manager.findOneBy(Crew, { id: DEMO_CREW_ID });
  if (!crew) await insertDemo(source);
  const operations = crew?.lastOperation ?? 0;
  const { state } = crew ? await states.latest(DEMO_CREW_ID) : { state: emptyState() };
  const isThere = operations > 0 || (await source.manager.existsBy(RecordRow, { crewId: DEMO_CREW_ID }));
  const date = nextDate(state);
  const touched = await source.manager.existsBy(OperationRow, { crewId: DEMO_CREW_ID, memberId: Not(IsNull()) });
  const isOver = operations > 0 && !touched && (date === null || date < dayOf(now));
  if (isThere && !isOver) return false;
  const demo = demoFor(document, now);
  // Two servers that start at once on one database make the same operation, which is taken once.
  const seed = isOver ? `the demo of ${nextDate(demo)}` : 'the demo as it came';
  const id = createHash('sha256').update(seed).digest('hex').slice(0, 32);
  const operation: Operation = {
    id,
    version: DOCUMENT_VERSION,
    crew: DEMO_CREW_ID,
    member: 'nobody',
    at: now.toISOString(),
    label: 'the demo as it came',
    edits: startingAgain(state, demo, id),
  };
  const answer = await taker.take({ crewId: DEMO_CREW_ID, member: null }, operation);
  if (answer.result === 'refused') throw new Error(`the demo is refused: ${JSON.stringify(answer.faults)}`);
  return true;
}

async function insertDemo(source: DataSource): Promise<void> {
  try {
    await source.transaction(async (manager) => {
      await manager.insert(Crew, { id: DEMO_CREW_ID, name: 'Demo crew', isDemo: true });
      await manager.insert(Member, {
        id: DEMO_MEMBER_ID,
        crewId: DEMO_CREW_ID,
        name: 'Demo guest',
        passphraseHash: null,
      });
    });
  } catch (error) {
    // Another server on the same database was quicker.
    if (!isErrno(error, DUPLICATE)) throw error;
  }
}

export async function demoMember(source: DataSource): Promise<Member> {
  const member = await source.manager.findOneBy(Member, { id: DEMO_MEMBER_ID });
  if (!member) throw new ApiError('record.missing', [{ path: 'demo', message: 'is not loaded on this server' }]);
  return member;
}
