import type { NewCrew, NewMember } from '@ergon/core/record/exchange';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { hash, verify } from '@node-rs/argon2';
import { randomUUID } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { DUPLICATE, isErrno } from '../database/mariadbErrors.ts';
import { Crew } from '../entities/Crew.ts';
import { FamilyRow, LookRow, ProfileRow, UnitRow } from '../entities/CrewRecord.ts';
import { Member } from '../entities/Member.ts';
import { ApiError } from '../errors.ts';
import { importDocument } from './importDocument.ts';

export const DEMO_CREW_ID = 'demo';
const DEMO_MEMBER_ID = 'demo-guest';

export async function startCrew(source: DataSource, input: NewCrew): Promise<Member> {
  const passphraseHash = await hash(input.passphrase);
  const crew = { id: randomUUID(), name: input.crew, isDemo: false, event: { name: input.crew } };
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
export async function ensureDemo(source: DataSource, document: KitDocument): Promise<boolean> {
  if (await source.manager.existsBy(Crew, { id: DEMO_CREW_ID })) return false;
  await source.transaction(async (manager) => {
    await manager.insert(Crew, { id: DEMO_CREW_ID, name: 'Demo crew', isDemo: true, event: document.event });
    await manager.insert(Member, {
      id: DEMO_MEMBER_ID,
      crewId: DEMO_CREW_ID,
      name: 'Demo guest',
      passphraseHash: null,
    });
    await importDocument(manager, DEMO_CREW_ID, document);
  });
  return true;
}

/** Puts the demo back as it came, test fires and all. */
export async function resetDemo(source: DataSource, document: KitDocument): Promise<void> {
  await source.transaction(async (manager) => {
    for (const Row of [LookRow, UnitRow, ProfileRow, FamilyRow]) await manager.delete(Row, { crewId: DEMO_CREW_ID });
    await importDocument(manager, DEMO_CREW_ID, document);
  });
}

export async function demoMember(source: DataSource): Promise<Member> {
  const member = await source.manager.findOneBy(Member, { id: DEMO_MEMBER_ID });
  if (!member) throw new ApiError('record.missing', [{ path: 'demo', message: 'is not loaded on this server' }]);
  return member;
}
