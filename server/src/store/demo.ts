/**
 * The demo: the ropewalk wedding, moved to a day that is still to come. Each visitor has a copy of their own, so that
 * nobody finds what somebody else did to it.
 */
import type { Operation } from '@ergon/core/operation/edit';
import { startingAgain } from '@ergon/core/operation/editsOf';
import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { createHash, randomUUID } from 'node:crypto';
import { type DataSource, type EntityManager, LessThan, Not } from 'typeorm';
import { againWhileBusy, inTransaction } from '../database/transaction.ts';
import { Crew } from '../entities/Crew.ts';
import { Member } from '../entities/Member.ts';
import { ApiError } from '../errors.ts';
import type { Mark } from '../http/knownDevice.ts';
import type { CrewServices } from './crewServices.ts';
import { daysBetween, moveDates } from './moveDates.ts';

/** What every sandbox begins as. Nobody is in it, so nobody can change it. */
const TEMPLATE = { id: 'demo-template', name: 'Demo crew', isDemo: true } as const;
const SANDBOX = { isDemo: true, id: Not(TEMPLATE.id) };
const COPIED = [
  ['`records`', 'kind, lookId, id, doc, docVersion, born'],
  ['`operations`', 'number, id, memberId, memberName, label, at, takenAt, clockAheadS, docVersion, edits, conflicts'],
] as const;

export const MOST_SANDBOXES = 200;
const HOUR_MS = 3_600_000;
/** Unused for so long, a sandbox gives its place to somebody who comes. */
const IN_USE_MS = HOUR_MS / 2;
const TOUCHED_EVERY_MS = HOUR_MS / 6;
const UNUSED_MS = 48 * HOUR_MS;
const OLDEST_MS = 14 * 24 * HOUR_MS;

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
 * Makes what visitors get a copy of if it is not there yet, and once more where its wedding is over; answers whether it
 * did.
 */
export async function ensureDemo(
  source: DataSource,
  { taker, states }: Pick<CrewServices, 'taker' | 'states'>,
  { document, now }: { document: KitDocument; now: Date },
): Promise<boolean> {
  const { manager } = source;
  await againWhileBusy(() => manager.createQueryBuilder().insert().orIgnore().into(Crew).values(TEMPLATE).execute());
  const { number, state } = await states.latest(TEMPLATE.id);
  const date = nextDate(state);
  if (number > 0 && date !== null && date >= dayOf(now)) return false;
  const demo = demoFor(document, now);
  // Two servers that start at once on one database make the same operation, which is taken once.
  const id = createHash('sha256')
    .update(`the demo of ${nextDate(demo)}`)
    .digest('hex')
    .slice(0, 32);
  const operation: Operation = {
    id,
    version: DOCUMENT_VERSION,
    crew: TEMPLATE.id,
    member: 'nobody',
    at: now.toISOString(),
    label: 'the demo as it came',
    edits: startingAgain(state, demo, id),
  };
  const answer = await taker.take({ crewId: TEMPLATE.id, member: null }, operation);
  if (answer.result === 'refused') throw new Error(`the demo is refused: ${JSON.stringify(answer.faults)}`);
  return true;
}

/** A visitor's own copy of the demo, with its guest. @throws ApiError where there are too many that are in use. */
export async function openSandbox(source: DataSource): Promise<Member> {
  return inTransaction(source, async (manager) => {
    // Whoever opens one holds the template: visitors are counted one at a time, and it does not change meanwhile.
    const template = await manager.findOne(Crew, { where: { id: TEMPLATE.id }, lock: { mode: 'pessimistic_write' } });
    if (!template) throw new ApiError('record.missing', [{ path: 'demo', message: 'is not loaded on this server' }]);
    await makePlace(manager);
    const [crewId, id] = [randomUUID(), randomUUID()];
    const { name, lastOperation } = template;
    await manager.insert(Crew, { id: crewId, name, isDemo: true, lastOperation, usedAt: new Date() });
    await manager.insert(Member, { id, crewId, name: 'Demo guest', passphraseHash: null, role: 'owner' });
    for (const [table, columns] of COPIED)
      await manager.query(
        `INSERT INTO ${table} (crewId, ${columns}) SELECT ?, ${columns} FROM ${table} WHERE crewId = ?`,
        [crewId, TEMPLATE.id],
      );
    return manager.findOneByOrFail(Member, { id });
  });
}

/** The guest of a sandbox that is still there, of those a browser is known as, the last one first; else null. */
export async function guestWith(source: DataSource, marks: readonly Pick<Mark, 'memberId'>[]): Promise<Member | null> {
  for (const { memberId } of marks) {
    const guest = await source.manager.findOneBy(Member, { id: memberId, crew: { isDemo: true } });
    if (guest) return guest;
  }
  return null;
}

/** Notes that a sandbox is in use, where that was not noted lately. */
export async function touchSandbox({ manager }: DataSource, { id, usedAt }: Crew): Promise<void> {
  const now = Date.now();
  if (usedAt !== null && usedAt.getTime() < now - TOUCHED_EVERY_MS)
    await manager.update(Crew, { id }, { usedAt: new Date(now) });
}

/** Takes away the sandboxes nobody has used for long, or that have been there very long. */
export async function sweepSandboxes({ manager }: Pick<DataSource, 'manager'>, now = Date.now()): Promise<void> {
  await manager.delete(Crew, { ...SANDBOX, usedAt: LessThan(new Date(now - UNUSED_MS)) });
  await manager.delete(Crew, { ...SANDBOX, createdAt: LessThan(new Date(now - OLDEST_MS)) });
}

/** Where all places are taken, that of the sandbox unused for longest; one that is in use stays. */
async function makePlace(manager: EntityManager): Promise<void> {
  await sweepSandboxes({ manager });
  if ((await manager.countBy(Crew, SANDBOX)) < MOST_SANDBOXES) return;
  const [longest] = await manager.find(Crew, { where: SANDBOX, order: { usedAt: 'ASC' }, take: 1 });
  if (!longest?.usedAt || longest.usedAt.getTime() > Date.now() - IN_USE_MS) throw new ApiError('demo.full');
  await manager.delete(Crew, { id: longest.id });
}
