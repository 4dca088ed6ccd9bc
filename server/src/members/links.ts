/** Links that let one person into a crew, once. */
import {
  type Join,
  LINK_HOURS,
  type LinkAnswer,
  type MadeLink,
  type NewLink,
  type OpenLink,
} from '@ergon/core/record/memberExchange';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { type DataSource, type EntityManager, IsNull, LessThan, MoreThan } from 'typeorm';
import { inTransaction } from '../database/transaction.ts';
import { Crew } from '../entities/Crew.ts';
import { Link } from '../entities/Link.ts';
import { Member } from '../entities/Member.ts';
import { ApiError } from '../errors.ts';
import { QUOTAS } from '../store/quotas.ts';
import { noteDeed } from './memberDeeds.ts';
import { refuseManyAlike, unlessTaken } from './memberNames.ts';
import { takeMemberTurn } from './memberTurn.ts';
import { hashOf } from './passphrases.ts';

/** Links of a crew that are open at once. */
const MOST_OPEN = 50;

const hashed = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Who makes a link: a member; null at the machine itself. */
export interface Maker {
  crewId: string;
  member: { id: string; name: string } | null;
}

/** @throws ApiError where the member it is for is not there. */
export async function makeLink(source: DataSource, { crewId, member: maker }: Maker, link: NewLink): Promise<MadeLink> {
  const token = randomBytes(32).toString('base64url');
  const endsAt = new Date(Date.now() + LINK_HOURS * 3_600_000);
  await inTransaction(source, async (manager) => {
    await takeMemberTurn(manager, crewId);
    // Meanwhile they may be no owner any more.
    if (maker && !(await manager.existsBy(Member, { id: maker.id, role: 'owner', removedAt: IsNull() })))
      throw new ApiError('owner.needed');
    await manager.delete(Link, { crewId, endsAt: LessThan(new Date()) });
    if ((await manager.countBy(Link, { crewId })) >= MOST_OPEN) throw new ApiError('link.too-many');
    const whom =
      'member' in link ? await manager.findOneBy(Member, { id: link.member, crewId, removedAt: IsNull() }) : null;
    if ('member' in link && !whom)
      throw new ApiError('record.missing', [{ path: 'member', message: 'is not in your crew' }]);
    const role = 'role' in link ? link.role : whom!.role;
    const by = { madeBy: maker?.name ?? null, makerId: maker?.id ?? null };
    await manager.insert(Link, {
      id: randomUUID(),
      crewId,
      tokenHash: hashed(token),
      role,
      memberId: whom?.id ?? null,
      endsAt,
      ...by,
    });
    await noteDeed(manager, crewId, { what: whom ? 'link-for' : 'invited', by: by.madeBy, whom: whom?.name ?? null });
  });
  return { token, until: endsAt.toISOString() };
}

export async function openLinks(manager: EntityManager, crewId: string): Promise<OpenLink[]> {
  const rows = await manager.find(Link, { where: { crewId, endsAt: MoreThan(new Date()) }, order: { endsAt: 'ASC' } });
  return rows.map(({ id, role, memberId, madeBy, endsAt }) => ({
    id,
    role,
    member: memberId,
    by: madeBy,
    until: endsAt.toISOString(),
  }));
}

/** @throws ApiError where the crew has no such link. */
export async function withdrawLink(source: DataSource, { crewId, member }: Maker, id: string): Promise<void> {
  await inTransaction(source, async (manager) => {
    if ((await manager.delete(Link, { id, crewId })).affected !== 1) throw new ApiError('link.gone');
    await noteDeed(manager, crewId, { what: 'withdrew', by: member?.name ?? null });
  });
}

interface Found {
  link: Link;
  crew: Crew;
  member: Member | null;
}

/** @throws ApiError where nothing open has that secret. */
async function found(manager: EntityManager, token: string): Promise<Found> {
  const link = await manager.findOne(Link, {
    where: { tokenHash: hashed(token), endsAt: MoreThan(new Date()) },
    relations: { crew: true },
  });
  const member = link?.memberId ? await manager.findOneBy(Member, { id: link.memberId, removedAt: IsNull() }) : null;
  if (!link?.crew || (link.memberId !== null && !member)) throw new ApiError('link.gone');
  return { link, crew: link.crew, member };
}

export async function lookAtLink({ manager }: DataSource, token: string): Promise<LinkAnswer> {
  const { link, crew, member } = await found(manager, token);
  return { crew: crew.name, by: link.madeBy, member: member?.name ?? null, until: link.endsAt.toISOString() };
}

/** Lets somebody in, once. @throws ApiError where the link is gone, or something of it is at fault: then it stays open. */
export async function useLink(source: DataSource, { token, name, passphrase }: Join): Promise<Member> {
  const { link, crew, member } = await found(source.manager, token);
  const called = member?.name ?? name;
  if (called === undefined)
    throw new ApiError('input.invalid', [{ path: 'name', message: 'is empty: give it a name' }]);
  const passphraseHash = await hashOf(passphrase, 'passphrase', [called, crew.name]);
  return unlessTaken(
    inTransaction(source, async (manager) => {
      await takeMemberTurn(manager, crew.id);
      // Whoever takes the row away is who it lets in: of two at once, one.
      if ((await manager.delete(Link, { id: link.id })).affected !== 1) throw new ApiError('link.gone');
      const id = member
        ? await letBack(manager, member, passphraseHash)
        : await letIn(manager, { link, crew }, { name: called, passphraseHash });
      return manager.findOneByOrFail(Member, { id });
    }),
  );
}

/** Whoever had the old passphrase is out. */
async function letBack(manager: EntityManager, { id, crewId, name }: Member, passphraseHash: string): Promise<string> {
  const kept = await manager.update(Member, { id, removedAt: IsNull() }, { passphraseHash });
  if (kept.affected !== 1) throw new ApiError('link.gone');
  await manager.increment(Member, { id }, 'sessionEpoch', 1);
  await noteDeed(manager, crewId, { what: 'came-back', by: name });
  return id;
}

async function letIn(
  manager: EntityManager,
  { link, crew }: Omit<Found, 'member'>,
  person: Pick<Member, 'name' | 'passphraseHash'>,
): Promise<string> {
  const id = randomUUID();
  if ((await manager.countBy(Member, { crewId: crew.id })) >= QUOTAS.members) throw new ApiError('crew.full');
  await refuseManyAlike(manager, person.name, crew.name);
  await manager.insert(Member, { id, crewId: crew.id, role: link.role, ...person });
  await noteDeed(manager, crew.id, { what: 'joined', by: person.name, whom: link.madeBy });
  return id;
}
