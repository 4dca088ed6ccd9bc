/** Two owners who remove each other at the same moment, each by another server on another node: one of them stays. */
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
  let both = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const change = (who: number, whom: number, body: object) =>
      owners[who]!.ask(`/members/${ids[whom]!}`, { method: 'PATCH', body });
    const answers = await Promise.all([change(0, 1, { removed: true }), change(1, 0, { removed: true })]);
    const done = answers.filter(({ status }) => status === 204).length;
    if (done === 2) return ['two owners removed each other: nobody can let anybody in any more'];
    if (done === 0) return [`neither owner was removed: ${JSON.stringify(answers)}`];
    both += answers.filter(({ status }) => status === 403 || status === 401).length;
    const [stays, goes] = answers[0]!.status === 204 ? [0, 1] : [1, 0];
    const back = await change(stays, goes, { removed: false });
    if (back.status !== 204) return [`somebody could not be let in again: ${JSON.stringify(back)}`];
  }
  return both === ROUNDS ? [] : [`of ${ROUNDS} times only ${both} times was the second told so`];
}
