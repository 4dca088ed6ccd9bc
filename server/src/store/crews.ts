import { emptyState } from '@ergon/core/operation/crewState';
import type { Operation } from '@ergon/core/operation/edit';
import { startingAgain } from '@ergon/core/operation/editsOf';
import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import type { NewCrew, NewMember } from '@ergon/core/record/exchange';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { hash, verify } from '@node-rs/argon2';
import { createHash, randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { DUPLICATE, isErrno } from '../database/mariadbErrors.ts';
import { Crew } from '../entities/Crew.ts';
import { Member } from '../entities/Member.ts';
import { RecordRow } from '../entities/RecordRow.ts';
import { ApiError } from '../errors.ts';
import type { SignedIn } from '../http/session.ts';
import type { OperationTaker } from './takeOperations.ts';

export const DEMO_CREW_ID = 'demo';
const DEMO_MEMBER_ID = 'demo-guest';

export async function startCrew(source: DataSource, input: NewCrew): Promise<Member> {
  const passphraseHash = await hash(input.passphrase);
  const crew = { id: randomUUID(), name: input.crew, isDemo: false };
  try {
    return await source.transaction(async (manager) => {
      await manager.insert(Crew, crew);
      await manager.insert(Member, { id: randomUUID(), crewId: crew.id, name: input.name, passphraseHash });
      return manager.findOneByOrFail(Member, { name: input.name });
    });
  } catch (error) {
    if (!isErrno(error, DUPLICATE)) throw error;
    throw new ApiError('name.taken', [{ path: 'name', message: 'is taken: add a surname or a place' }]);
  }
}

export async function addMember(source: DataSource, crewId: string, input: NewMember): Promise<void> {
  const passphraseHash = await hash(input.passphrase);
  try {
    await source.manager.insert(Member, { id: randomUUID(), crewId, name: input.name, passphraseHash });
  } catch (error) {
    if (!isErrno(error, DUPLICATE)) throw error;
    throw new ApiError('name.taken', [{ path: 'name', message: 'is taken: add a surname or a place' }]);
  }
}

/** Hashed when nobody has the name, so that the time of an answer does not tell whether somebody does. */
let decoy: Promise<string> | undefined;

export async function checkMember(source: DataSource, name: string, passphrase: string): Promise<Member> {
  const member = await source.manager.findOneBy(Member, { name });
  decoy ??= hash('nobody signs in with this');
  const matches = await verify(member?.passphraseHash ?? (await decoy), passphrase);
  if (!member?.passphraseHash || !matches)
    throw new ApiError('sign-in.wrong', [{ path: 'passphrase', message: 'does not go with this name' }]);
  return member;
}

/** Makes the demo crew with its document if it is not there yet; answers whether it did. */
export async function ensureDemo(source: DataSource, taker: OperationTaker, document: KitDocument): Promise<boolean> {
  const crew = await source.manager.findOneBy(Crew, { id: DEMO_CREW_ID });
  if (!crew) await insertDemo(source);
  if ((crew?.lastOperation ?? 0) > 0 || (await source.manager.existsBy(RecordRow, { crewId: DEMO_CREW_ID })))
    return false;
  // Two servers that start at once on one database make the same operation, which is taken once.
  const id = createHash('sha256').update('the demo as it came').digest('hex').slice(0, 32);
  const operation: Operation = {
    id,
    version: DOCUMENT_VERSION,
    crew: DEMO_CREW_ID,
    member: 'nobody',
    at: new Date().toISOString(),
    label: 'the demo as it came',
    edits: startingAgain(emptyState({ name: 'Demo crew' }), document, id),
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

/** Who is signed in, with the name a history gives them. */
export async function authorOf(
  source: DataSource,
  { crewId, memberId, memberName }: SignedIn,
): Promise<{ crewId: string; member: { id: string; name: string } }> {
  if (memberName !== null) return { crewId, member: { id: memberId, name: memberName } };
  const member = await source.manager.findOneBy(Member, { id: memberId, crewId });
  // A session may outlive its member.
  if (!member) throw new ApiError('sign-in.needed');
  return { crewId, member: { id: memberId, name: member.name } };
}
