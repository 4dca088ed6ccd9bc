/** Two owners who remove each other at the same moment, each by another server on another node: one of them stays. */
import { setTimeout as sleep } from 'node:timers/promises';
import type { MadeLink } from '@ergon/core/record/memberExchange';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { Caller } from './caller.ts';
import { PASSPHRASE } from './soakPhone.ts';

const ROUNDS = 20;

/** @returns what went wrong, in words. */
export async function lastOwnerStays(addresses: readonly string[]): Promise<string[]> {
  const one = new Caller(addresses[0]!);
  const other = new Caller(addresses[1]!);
  await one.call('/crews', { crew: 'Two owners', name: 'Owner 1', passphrase: PASSPHRASE });
  const { token } = (await one.call('/links', { role: 'owner' })) as MadeLink;
  await other.call('/links/use', { token, name: 'Owner 2', passphrase: PASSPHRASE });
  const owners = [one, other] as const;
  const ids = await Promise.all(owners.map(async (owner) => ((await owner.call('/rig')) as CrewRig).member.id));
  const change = (who: number, whom: number, removed: boolean) =>
    owners[who]!.ask(`/members/${ids[whom]!}`, { method: 'PATCH', body: { removed } });
  let decided = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const answers = await Promise.all([change(0, 1, true), change(1, 0, true)]);
    const done = answers.flatMap(({ status }, who) => (status === 204 ? [who] : []));
    if (done.length === 2) return ['two owners removed each other: nobody can let anybody in any more'];
    // Neither, where the machine has too much to do.
    if (done.length === 0) continue;
    decided++;
    while ((await change(done[0]!, 1 - done[0]!, false)).status !== 204) await sleep(100);
  }
  return decided > ROUNDS / 2 ? [] : [`of ${ROUNDS} times only ${decided} times one of two owners was removed`];
}
