import type { DataSource } from 'typeorm';
import { againWhileBusy } from './transaction.ts';
import { SharedSecret } from '../entities/SharedSecret.ts';

/** A secret shorter than this, in characters, signs nothing: it was never whole. */
export const LEAST_SECRET = 32;

/** A secret every server on the database has alike: the first one's proposal. One that is empty or cut off is made anew. */
export const sharedSecret = (source: DataSource, name: string, proposed: string): Promise<string> =>
  // Two servers may start at once, on two nodes.
  againWhileBusy(() => agreed(source, name, proposed));

async function agreed(source: DataSource, name: string, proposed: string): Promise<string> {
  await source.createQueryBuilder().insert().orIgnore().into(SharedSecret).values({ name, value: proposed }).execute();
  await source.query('UPDATE `shared_secrets` SET value = ? WHERE name = ? AND CHAR_LENGTH(value) < ?', [
    proposed,
    name,
    LEAST_SECRET,
  ]);
  return (await source.manager.findOneByOrFail(SharedSecret, { name })).value;
}
