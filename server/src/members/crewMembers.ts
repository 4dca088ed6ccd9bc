/** Who is in a crew, and what they may change about it. */
import type {
  CrewMember,
  Deed,
  MemberChange,
  MembersAnswer,
  PassphraseChange,
} from '@ergon/core/record/memberExchange';
import type { DataSource, EntityManager } from 'typeorm';
import { inTransaction } from '../database/transaction.ts';
import { Crew } from '../entities/Crew.ts';
import { Link } from '../entities/Link.ts';
import { Member } from '../entities/Member.ts';
import { ApiError } from '../errors.ts';
import type { SignedIn } from '../http/session.ts';
import { openLinks } from './links.ts';
import { deedsOf, type NewDeed, noteDeed } from './memberDeeds.ts';
import { refuseManyAlike, unlessTaken } from './memberNames.ts';
import { takeMemberTurn } from './memberTurn.ts';
import { hashOf, isRight } from './passphrases.ts';
import { MOST_WRONG, type WrongTries } from './wrongTries.ts';

/** @throws ApiError where somebody asks who is no owner, or is in the demo. */
export function ownerOnly({ role, isDemo }: SignedIn): void {
  if (isDemo) throw new ApiError('demo.alone');
  if (role !== 'owner') throw new ApiError('owner.needed');
}

/** Links are told to owners alone. */
export async function membersOf({ manager }: DataSource, { crewId, role }: SignedIn): Promise<MembersAnswer> {
  const rows = await manager.find(Member, { where: { crewId }, order: { createdAt: 'ASC' } });
  const links = role === 'owner' ? await openLinks(manager, crewId) : [];
  return { members: rows.map(toldOf), links, deeds: await deedsOf(manager, crewId) };
}

const toldOf = ({ id, name, role, createdAt, removedAt, removedBy }: Member): CrewMember => ({
  id,
  name,
  role,
  since: createdAt.toISOString(),
  removed: removedAt && { at: removedAt.toISOString(), by: removedBy ?? '' },
});

/** One change to a member of the crew, noted with who made it. @throws ApiError where it may not be. */
export async function changeMember(source: DataSource, who: SignedIn, id: string, change: MemberChange): Promise<void> {
  const isOwn = id === who.member.id;
  const asOwner = who.isDemo || !isOwn || change.role !== undefined || change.removed === false;
  if (asOwner) ownerOnly(who);
  await unlessTaken(
    inTransaction(source, async (manager) => {
      // Of two owners who remove each other at once, one stays.
      await takeMemberTurn(manager, who.crewId);
      const rows = await manager.findBy(Member, { crewId: who.crewId });
      const asker = rows.find((row) => row.id === who.member.id);
      // Meanwhile somebody else may have had their turn.
      if (!asker || asker.removedAt !== null) throw new ApiError('sign-in.removed');
      if (asOwner) ownerOnly({ ...who, role: asker.role });
      const before = rows.find((row) => row.id === id);
      if (!before) throw new ApiError('record.missing', [{ path: 'member', message: 'is not of your crew' }]);
      const deed = await changed(manager, { who, before }, change);
      if (!deed) return;
      const left = await manager.findBy(Member, { crewId: who.crewId });
      if (!left.some(({ role, removedAt }) => role === 'owner' && removedAt === null)) throw new ApiError('owner.last');
      await noteDeed(manager, who.crewId, { by: who.member.name, whom: isOwn ? null : before.name, ...deed });
    }),
  );
}

interface Changing {
  who: SignedIn;
  before: Member;
}

/** @returns what there is to note; null where it was so before. */
async function changed(
  manager: EntityManager,
  { who, before }: Changing,
  { name, role, removed }: MemberChange,
): Promise<Omit<NewDeed, 'by'> | null> {
  const { id, crewId } = before;
  if (name !== undefined) {
    if (name === before.name) return null;
    if (name.toLowerCase() !== before.name.toLowerCase())
      await refuseManyAlike(manager, name, (await manager.findOneByOrFail(Crew, { id: crewId })).name);
    await manager.update(Member, { id }, { name });
    return { what: 'renamed', to: name };
  }
  if (role !== undefined) {
    if (role === before.role) return null;
    await manager.update(Member, { id }, { role });
    if (role === 'member') await manager.delete(Link, { makerId: id });
    return { what: role === 'owner' ? 'made-owner' : 'made-member' };
  }
  if (removed === (before.removedAt !== null)) return null;
  const [removedAt, removedBy] = removed ? [new Date(), who.member.name] : [null, null];
  await manager.update(Member, { id }, { removedAt, removedBy });
  // No way back in that they made for themselves.
  if (removed) await manager.delete(Link, [{ makerId: id }, { memberId: id }]);
  return { what: removed ? 'removed' : 'let-in-again' };
}

/** Ends every session the member has. @returns the member as it is then. */
export async function endSessions(manager: EntityManager, who: SignedIn, what: Deed): Promise<Member> {
  await manager.increment(Member, { id: who.member.id }, 'sessionEpoch', 1);
  await noteDeed(manager, who.crewId, { what, by: who.member.name });
  return manager.findOneByOrFail(Member, { id: who.member.id });
}

/** @throws ApiError where the old one is wrong, or the new one may not be. */
export async function changePassphrase(
  source: DataSource,
  who: SignedIn,
  { passphrase, next }: PassphraseChange,
  tries: WrongTries,
): Promise<Member> {
  if (who.isDemo) throw new ApiError('demo.alone');
  const { id, name } = who.member;
  const wasRight = await tries.count([{ key: `change ${id}`, most: MOST_WRONG.knownDevice }]);
  if (!wasRight) throw new ApiError('sign-in.too-many-wrong');
  const before = await source.manager.findOneOrFail(Member, { where: { id }, relations: { crew: true } });
  if (!(await isRight(before.passphraseHash, passphrase)))
    throw new ApiError('sign-in.wrong', [{ path: 'passphrase', message: 'is not the one you have now' }]);
  await wasRight();
  const passphraseHash = await hashOf(next, 'next', [name, before.crew!.name]);
  return inTransaction(source, async (manager) => {
    await manager.update(Member, { id }, { passphraseHash });
    return endSessions(manager, who, 'new-passphrase');
  });
}
