/**
 * Two servers on one database, six phones in one crew, and everything that can go wrong on an evening. At the end
 * all agree, each operation that was taken is there once, and none that was not is gone from its phone.
 *
 *   npm run soak -- --operations 2000 --kills 50 --seed 7
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
import { readStored } from './stored.ts';
import { Chance } from './chance.ts';
import { PASSPHRASE, SoakPhone } from './soakPhone.ts';
import { startWorld, type World } from './world.ts';

const { values } = parseArgs({
  options: {
    operations: { type: 'string', default: '2000' },
    kills: { type: 'string', default: '50' },
    phones: { type: 'string', default: '6' },
    seed: { type: 'string', default: '20261126' },
  },
});
const OPERATIONS = Number(values.operations);
const KILLS = Number(values.kills);
const PHONES = Number(values.phones);
/** Nothing may take longer to come to rest than this once nobody kills any more. */
const REST_MS = 120_000;

const chance = new Chance(Number(values.seed));
const problems: string[] = [];
const check = (holds: boolean, what: string): void => void (holds || problems.push(what));

/** The crew with the demo's kit and its members, made while all is quiet. */
async function makeCrew({ servers }: World): Promise<void> {
  let cookie = '';
  const api = async (path: string, body?: object) => {
    const response = await fetch(`${servers[0]!.address}/api${path}`, {
      method: body ? 'POST' : 'GET',
      headers: { cookie, 'content-type': 'application/json' },
      ...(body && { body: JSON.stringify(body) }),
    });
    const set = response.headers.getSetCookie().find((one) => one.startsWith('ergon.sid='));
    if (set) cookie = set.split(';')[0]!;
    if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
    return response.status === 204 ? null : ((await response.json()) as unknown);
  };
  await api('/crews', { crew: 'Soakers', name: 'Mate 0', passphrase: PASSPHRASE });
  const lead = cookie;
  for (let n = 1; n < PHONES; n++) {
    cookie = lead;
    const { token } = (await api('/links', { role: 'member' })) as MadeLink;
    // On a browser of their own: whoever signs in on another's ends that one's session.
    cookie = '';
    await api('/links/use', { token, name: `Mate ${n}`, passphrase: PASSPHRASE });
  }
  cookie = lead;
  const rig = (await api('/rig')) as CrewRig;
  const demo = parseDocument(JSON.parse(readFileSync(new URL('../../demo/ropewalk.json', import.meta.url), 'utf8')));
  if (!demo.ok) throw new Error('the demo is not sound');
  const id = chance.hex(32);
  const at = new Date().toISOString();
  const made = { id, version: 2, crew: rig.crew.id, member: rig.member.id, at, label: 'import' };
  await api('/operations', { sentAt: at, operations: [{ ...made, edits: importing(rig, demo.document, id) }] });
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
    while (kills < KILLS) {
      await sleep(150 + chance.below(500));
      const what = world.kill(chance.below(3));
      if (what === null) continue;
      killed[what] = (killed[what] ?? 0) + 1;
      kills++;
    }
  };
  await Promise.all([...mates, killer()]);
  return { killed };
}

async function comeToRest(world: World, phones: readonly SoakPhone[]): Promise<void> {
  await Promise.all(world.servers.map((server) => server.untilUp()));
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

async function verify({ databaseUrl }: World, phones: readonly SoakPhone[]): Promise<void> {
  const { state, last, operations } = await readStored(databaseUrl, 'Soakers');
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
  const lost = [...phone.acknowledged].filter((id) => !ids.has(id));
  check(lost.length === 0, `${lost.length} acknowledged to ${phone.name} are not stored`);
  const held = new Set(phone.waitingIds);
  const gone = [...phone.issued].filter((id) => !ids.has(id) && !held.has(id));
  check(gone.length === 0, `${gone.length} of ${phone.name} are neither stored nor on the phone`);
}

const started = Date.now();
const world = await startWorld();
try {
  await makeCrew(world);
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
