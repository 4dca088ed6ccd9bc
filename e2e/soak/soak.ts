/**
 * Two servers on one database, six phones in one crew, and everything that can go wrong on an evening. At the end
 * all agree, each operation that was taken is there once, and none that was not is gone from its phone. With three nodes
 * of a database that hold the same, each has a server, and nodes are killed too.
 *
 *   npm run soak -- --operations 2000 --kills 50 --nodes 3 --seed 7
 */
import { canonical, digest } from '@ergon/core/measure/canonical';
import { replay } from '@ergon/core/operation/applyOperation';
import { type CrewState, emptyState } from '@ergon/core/operation/crewState';
import { importing } from '@ergon/core/operation/editsOf';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import type { MadeLink } from '@ergon/core/record/memberExchange';
import { parseDocument } from '@ergon/core/record/kitDocument';
import { toDocument } from '@ergon/core/operation/crewDocument';
import { readFileSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';
import { parseArgs } from 'node:util';
import { Caller } from './caller.ts';
import { lastOwnerStays } from './lastOwner.ts';
import { readStored } from './stored.ts';
import { Chance } from './chance.ts';
import { PASSPHRASE, SoakPhone } from './soakPhone.ts';
import { startWorld, type World } from './world.ts';

const { values } = parseArgs({
  options: {
    operations: { type: 'string', default: '2000' },
    kills: { type: 'string', default: '50' },
    phones: { type: 'string', default: '6' },
    nodes: { type: 'string', default: '1' },
    seed: { type: 'string', default: '20261126' },
  },
});
const OPERATIONS = Number(values.operations);
const KILLS = Number(values.kills);
const PHONES = Number(values.phones);
const NODES = Number(values.nodes);
/** Nothing may take longer to come to rest than this once nobody kills any more. */
const REST_MS = 120_000;

const chance = new Chance(Number(values.seed));
const problems: string[] = [];
const check = (holds: boolean, what: string): void => void (holds || problems.push(what));

/** The crew with the demo's kit and its members, made while all is quiet. */
async function makeCrew({ servers }: World): Promise<void> {
  const { address } = servers[0]!;
  const lead = new Caller(address);
  await lead.call('/crews', { crew: 'Soakers', name: 'Mate 0', passphrase: PASSPHRASE });
  for (let n = 1; n < PHONES; n++) {
    const { token } = (await lead.call('/links', { role: 'member' })) as MadeLink;
    // On a browser of their own: whoever signs in on another's ends that one's session.
    await new Caller(address).call('/links/use', { token, name: `Mate ${n}`, passphrase: PASSPHRASE });
  }
  const rig = (await lead.call('/rig')) as CrewRig;
  const demo = parseDocument(JSON.parse(readFileSync(new URL('../../demo/ropewalk.json', import.meta.url), 'utf8')));
  if (!demo.ok) throw new Error('the demo is not sound');
  const id = chance.hex(32);
  const at = new Date().toISOString();
  const made = { id, version: 2, crew: rig.crew.id, member: rig.member.id, at, label: 'import' };
  await lead.call('/operations', { sentAt: at, operations: [{ ...made, edits: importing(rig, demo.document, id) }] });
}

async function evening(world: World, phones: readonly SoakPhone[]): Promise<{ killed: Record<string, number> }> {
  const killed: Record<string, number> = {};
  let acted = 0;
  let kills = 0;
  const mates = phones.map(async (phone) => {
    while (acted < OPERATIONS || kills < KILLS) {
      await phone.tick();
      if (chance.oneIn(60)) await phone.closeAndReopen();
      if (chance.oneIn(80)) await phone.endSession();
      for (let burst = chance.below(6); burst > 0 && acted < OPERATIONS; burst--) if (phone.act()) acted++;
      await sleep(5 + chance.below(40));
    }
  });
  const killer = async () => {
    while (kills < KILLS || (NODES > 1 && killed.node === undefined)) {
      await sleep(150 + chance.below(500));
      const what = await world.kill(chance.below(world.servers.length + 1), chance.below(NODES));
      if (what === null) continue;
      killed[what] = (killed[what] ?? 0) + 1;
      kills++;
    }
  };
  const delayer = async () => {
    while (kills < KILLS && NODES > 1) {
      await sleep(chance.below(1000));
      await world.holdUp(chance.below(NODES), 100 + chance.below(700));
    }
  };
  await Promise.all([...mates, killer(), delayer()]);
  return { killed };
}

async function comeToRest(world: World, phones: readonly SoakPhone[]): Promise<void> {
  await world.untilUp();
  for (const phone of phones) phone.calm = true;
  const deadline = Date.now() + REST_MS;
  for (;;) {
    await Promise.all(phones.map((phone) => phone.tick()));
    const numbers = new Set(phones.map(({ base }) => base?.number));
    if (phones.every((phone) => phone.isQuiet) && numbers.size === 1) return;
    if (Date.now() > deadline)
      return check(false, `not at rest after ${REST_MS} ms: numbers ${[...numbers].join(', ')}`);
    await sleep(100);
  }
}

const stateOf = ({ events, moments, families, profiles, units, looks, tests, born }: CrewState): string =>
  digest(canonical({ events, moments, families, profiles, units, looks, tests, born }));

async function verify({ databaseUrls }: World, phones: readonly SoakPhone[]): Promise<void> {
  const stored = await Promise.all(databaseUrls.map((url) => readStored(url, 'Soakers')));
  const { state, last, operations } = stored[0]!;
  for (const other of stored) check(canonical(other) === canonical(stored[0]), 'two nodes hold something else');
  const replayed = operations.map(({ edits }) => edits).reduce(replay, emptyState());
  check(stateOf(replayed) === stateOf(state), 'the records are not what the operations come to');
  check(
    operations.every((one, index) => one.number === index + 1),
    'the numbers have a gap',
  );
  check(last === operations.length, 'the count is not the number of operations');
  const ids = new Set(operations.map(({ id }) => id));
  for (const phone of phones) verifyPhone(phone, state, ids);
  const exported = parseDocument(JSON.parse(JSON.stringify(toDocument(state))));
  check(exported.ok, 'the export is refused on import');
  const issued = phones.reduce((sum, phone) => sum + phone.issued.size, 0);
  check(ids.size - 1 === issued, `${issued} were sent and ${ids.size - 1} are stored`);
  check(issued > OPERATIONS / 2, `only ${issued} operations were made`);
  console.log(`soak: ${issued} operations sent and ${ids.size - 1} stored, each once; state ${stateOf(state)}`);
}

function verifyPhone(phone: SoakPhone, state: CrewState, ids: ReadonlySet<string>): void {
  check(phone.base !== null && stateOf(phone.base) === stateOf(state), `${phone.name} holds another state`);
  check(phone.shown !== null && stateOf(phone.shown) === stateOf(state), `${phone.name} shows another state`);
  check(phone.parked === 0, `${phone.name} has ${phone.parked} refused`);
  const { contradictions } = phone;
  check(
    contradictions.length === 0,
    `${contradictions.length} times ${phone.name} was told otherwise: ${contradictions[0]}`,
  );
  const lost = [...phone.acknowledged].filter((id) => !ids.has(id));
  check(lost.length === 0, `${lost.length} acknowledged to ${phone.name} are not stored`);
  const held = new Set(phone.waitingIds);
  const gone = [...phone.issued].filter((id) => !ids.has(id) && !held.has(id));
  check(gone.length === 0, `${gone.length} of ${phone.name} are neither stored nor on the phone`);
}

const started = Date.now();
const world = await startWorld(NODES);
try {
  await makeCrew(world);
  if (NODES > 1) problems.push(...(await lastOwnerStays(world.servers.map(({ address }) => address))));
  const addresses = world.servers.map(({ address }) => address);
  const phones = Array.from({ length: PHONES }, (_, n) => new SoakPhone(addresses, `Mate ${n}`, chance));
  await Promise.all(phones.map((phone) => phone.enter()));
  const { killed } = await evening(world, phones);
  const said = Object.entries(killed).map(([what, times]) => `${what} ${times} times`);
  console.log(`soak: killed -9 ${said.join(', ')}; ${Math.round((Date.now() - started) / 1000)} s`);
  await comeToRest(world, phones);
  await verify(world, phones);
  for (const phone of phones) phone.close();
} finally {
  await world.close();
}
for (const problem of problems) console.error(`soak: ${problem}`);
console.log(
  `soak: ${problems.length === 0 ? 'holds' : 'FAILS'}, ${Math.round((Date.now() - started) / 1000)} s, seed ${values.seed}`,
);
process.exit(problems.length === 0 ? 0 : 1);
