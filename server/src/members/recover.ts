/** The way back in for somebody whose passphrase is lost and whom no owner can make a link for: by whoever has the machine. */
import type { MadeLink } from '@ergon/core/record/memberExchange';
import type { DataSource } from 'typeorm';
import { Member } from '../entities/Member.ts';
import { makeLink } from './links.ts';

export interface Person {
  name: string;
  crew: string;
  role: string;
  removed: boolean;
}

/** Whom a link can be made for; everybody, or those of a name, or of a name and a crew. */
export async function people(
  { manager }: DataSource,
  name?: string,
  crew?: string,
): Promise<(Person & { row: Member })[]> {
  const rows = await manager.find(Member, {
    where: { crew: { isDemo: false, ...(crew !== undefined && { name: crew }) }, ...(name !== undefined && { name }) },
    relations: { crew: true },
    order: { crew: { name: 'ASC', createdAt: 'ASC' }, createdAt: 'ASC' },
  });
  return rows.map((row) => ({
    row,
    name: row.name,
    crew: row.crew!.name,
    role: row.role,
    removed: row.removedAt !== null,
  }));
}

/** @throws Error that says whom it could be, where it is nobody, or not one person alone. */
export async function recoveryLink(source: DataSource, name: string, crew?: string): Promise<MadeLink & Person> {
  const found = await people(source, name, crew);
  const [one, ...others] = found.filter(({ removed }) => !removed);
  if (!one && found.length > 0)
    throw new Error(`${name} was removed: an owner of ${found[0]!.crew} can let them in again`);
  if (!one) throw new Error(`nobody is called ${name}${crew === undefined ? '' : ` in a crew called ${crew}`}`);
  if (others.length > 0) {
    const crews = [one, ...others].map((other) => other.crew);
    throw new Error(`several are called ${name}, in ${crews.join(', ')}: name the crew too`);
  }
  const { row, ...person } = one;
  return { ...person, ...(await makeLink(source, { crewId: row.crewId, member: null }, { member: row.id })) };
}
