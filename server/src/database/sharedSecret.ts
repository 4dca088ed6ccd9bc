import type { DataSource } from 'typeorm';
import { SharedSecret } from '../entities/SharedSecret.ts';

/** A secret every server on the database has alike: the first one's proposal. */
export async function sharedSecret(source: DataSource, name: string, proposed: string): Promise<string> {
  await source.createQueryBuilder().insert().orIgnore().into(SharedSecret).values({ name, value: proposed }).execute();
  return (await source.manager.findOneByOrFail(SharedSecret, { name })).value;
}
