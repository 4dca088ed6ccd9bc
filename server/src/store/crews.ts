import type { NewCrew, NewMember } from '@ergon/core/record/exchange';
import { hash, verify } from '@node-rs/argon2';
import { randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { DUPLICATE, isErrno } from '../database/databaseFaults.ts';
import { Crew } from '../entities/Crew.ts';
import { Member } from '../entities/Member.ts';
import { ApiError } from '../errors.ts';
import type { SignedIn } from '../http/session.ts';

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
