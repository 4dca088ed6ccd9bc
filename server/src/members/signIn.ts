/** Starting a crew, and signing in to one. */
import type { NewCrew, SignIn } from '@ergon/core/record/exchange';
import { randomUUID } from 'node:crypto';
import { type DataSource, IsNull, Not } from 'typeorm';
import { inTransaction } from '../database/transaction.ts';
import { Crew } from '../entities/Crew.ts';
import { Member } from '../entities/Member.ts';
import { ApiError } from '../errors.ts';
import type { Mark } from '../http/knownDevice.ts';
import { noteDeed } from './memberDeeds.ts';
import { MOST_ALIKE, refuseManyAlike } from './memberNames.ts';
import { hashOf, isRight } from './passphrases.ts';
import { ofAccounts, ofDevice, type WrongTries } from './wrongTries.ts';

export async function startCrew(source: DataSource, { crew: crewName, name, passphrase }: NewCrew): Promise<Member> {
  const passphraseHash = await hashOf(passphrase, 'passphrase', [name, crewName]);
  const crew = { id: randomUUID(), name: crewName, isDemo: false };
  return inTransaction(source, async (manager) => {
    await refuseManyAlike(manager, name, crewName);
    await manager.insert(Crew, crew);
    const id = randomUUID();
    await manager.insert(Member, { id, crewId: crew.id, name, passphraseHash, role: 'owner' });
    await noteDeed(manager, crew.id, { what: 'started', by: name });
    return manager.findOneByOrFail(Member, { id });
  });
}

export interface From {
  address: string;
  marks: readonly Mark[];
  tries: WrongTries;
}

/** Whose name and passphrase these are. @throws ApiError where they are nobody's, or it is not clear whose. */
export async function memberWith(source: DataSource, { name, passphrase, crew }: SignIn, from: From): Promise<Member> {
  const alike = await source.manager.find(Member, {
    where: { name, passphraseHash: Not(IsNull()), ...(crew !== undefined && { crew: { name: crew } }) },
    order: { createdAt: 'ASC' },
    take: MOST_ALIKE + 1,
  });
  const { right, unseen } = await withPassphrase(alike.slice(0, MOST_ALIKE), { name, passphrase }, from);
  const here = right.filter(({ removedAt }) => removedAt === null);
  if (here.length === 1) return here[0]!;
  if (here.length > 1 || (right.length === 0 && alike.length > MOST_ALIKE && crew === undefined))
    throw new ApiError('sign-in.which-crew', [
      { path: 'crew', message: 'is needed too: several crews have somebody of that name' },
    ]);
  if (right.length > 0) throw new ApiError('sign-in.removed');
  if (unseen) throw new ApiError('sign-in.too-many-wrong');
  throw new ApiError('sign-in.wrong', [{ path: 'passphrase', message: 'does not go with this name' }]);
}

/**
 * Of people of one name, those whose passphrase it is. Each a browser knows is counted by that browser, and by it
 * alone: to be known as one of them is no way to guess at another.
 * @returns also whether somebody was not looked at, since there were too many wrong tries.
 */
async function withPassphrase(
  alike: readonly Member[],
  { name, passphrase }: Pick<SignIn, 'name' | 'passphrase'>,
  { address, marks, tries }: From,
): Promise<{ right: Member[]; unseen: boolean }> {
  const known = alike.flatMap((member) => {
    const mark = marks.find(({ memberId }) => memberId === member.id);
    return mark ? [{ members: [member], counted: ofDevice(mark) }] : [];
  });
  const others = alike.filter((member) => !known.some(({ members }) => members.includes(member)));
  const parts = [...known];
  if (others.length > 0 || known.length === 0) {
    const ids = others.map(({ id }) => id);
    parts.push({ members: others, counted: ofAccounts(ids, name, address) });
  }
  const right: Member[] = [];
  let unseen = false;
  for (const { members, counted } of parts) {
    const wasRight = await tries.count(counted);
    unseen ||= wasRight === null;
    if (wasRight === null) continue;
    const found: Member[] = [];
    for (const one of members) if (await isRight(one.passphraseHash, passphrase)) found.push(one);
    // Looked at all the same where nobody has the name.
    if (members.length === 0) await isRight(null, passphrase);
    if (found.length > 0) await wasRight();
    right.push(...found);
  }
  return { right, unseen };
}
