/** Starting a crew, and signing in to one. */
import type { NewCrew, SignIn } from '@ergon/core/record/exchange';
import { randomUUID } from 'node:crypto';
import { type DataSource, type EntityManager, IsNull, Not } from 'typeorm';
import { Crew } from '../entities/Crew.ts';
import { Member } from '../entities/Member.ts';
import { ApiError } from '../errors.ts';
import type { Mark } from '../http/knownDevice.ts';
import { noteDeed } from './memberDeeds.ts';
import { hashOf, isRight } from './passphrases.ts';
import { countedOf, type WrongTries } from './wrongTries.ts';

/** People of one name whose passphrase is looked at, those who were there first before others. */
const MOST_ALIKE = 8;

const taken = () => new ApiError('name.taken', [{ path: 'name', message: 'is taken: add a surname or a place' }]);

/** @throws ApiError where so many of one name are in crews of one name that another could not sign in. */
export async function refuseManyAlike(manager: EntityManager, name: string, crew: string): Promise<void> {
  if ((await manager.countBy(Member, { name, crew: { name: crew, isDemo: false } })) >= MOST_ALIKE) throw taken();
}

export async function startCrew(source: DataSource, { crew: crewName, name, passphrase }: NewCrew): Promise<Member> {
  const passphraseHash = await hashOf(passphrase, 'passphrase', [name, crewName]);
  const crew = { id: randomUUID(), name: crewName, isDemo: false };
  return source.transaction(async (manager) => {
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
}

/** Whose name and passphrase these are. @throws ApiError where they are nobody's, or it is not clear whose. */
export async function memberWith(
  source: DataSource,
  { name, passphrase, crew }: SignIn,
  { from, tries }: { from: From; tries: WrongTries },
): Promise<Member> {
  const alike = await source.manager.find(Member, {
    where: { name, passphraseHash: Not(IsNull()), ...(crew !== undefined && { crew: { name: crew } }) },
    order: { createdAt: 'ASC' },
    take: MOST_ALIKE + 1,
  });
  const asked = alike.slice(0, MOST_ALIKE);
  const ids = asked.map(({ id }) => id);
  const wasRight = await tries.count(countedOf(ids, name, from.address, from.marks));
  const right: Member[] = [];
  for (const one of asked) if (await isRight(one.passphraseHash, passphrase)) right.push(one);
  if (asked.length === 0) await isRight(null, passphrase);
  const here = right.filter(({ removedAt }) => removedAt === null);
  if (here.length > 1 || (right.length === 0 && alike.length > MOST_ALIKE && crew === undefined))
    throw new ApiError('sign-in.which-crew', [
      { path: 'crew', message: 'is needed too: several crews have somebody of that name' },
    ]);
  if (right.length > 0) await wasRight();
  if (here[0]) return here[0];
  if (right.length > 0) throw new ApiError('sign-in.removed');
  throw new ApiError('sign-in.wrong', [{ path: 'passphrase', message: 'does not go with this name' }]);
}
