/** Proposals: the cheapest whole plan there is, by trying every one. docs/model.md, Proposals. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { layOut } from '../src/propose/layOut.ts';
import { isControlled, isWhole, lookOf, SAFE_SHUTTER } from '../src/propose/options.ts';
import { assigned, type Placement, type Plan, spareFor, type Spot, type Way } from '../src/propose/plan.ts';
import { lightCosts, spotCosts, totalOf, wholeCosts } from '../src/propose/planScore.ts';
import { propose, type Proposal } from '../src/propose/propose.ts';
import { familiesOf, type Make, type Stock, stockOf } from '../src/propose/stock.ts';
import type { WantedLight, Wish } from '../src/propose/wish.ts';
import { parseDocument } from '../src/record/kitDocument.ts';
import type { FlashProfile } from '../src/record/profile.ts';
import { buildRig, indexKit, type KitIndex, type Light } from '../src/rig/rig.ts';
import { hasSocket } from '../src/rig/stack.ts';
import { judge } from '../src/verdict/judge.ts';
import { baseKit } from './baseRig.ts';
import type { Draw } from './draw.ts';
import { drawFor, smallRig } from './lawHarness.ts';

const KITS = 200;

const judged = (kit: KitIndex, units: Proposal['units']) => judge(buildRig(kit, lookOf(units)));

function randomWish(kit: KitIndex, draw: Draw): Wish {
  const bodies = [...kit.units.values()].filter((unit) => kit.profiles.get(unit.profile)!.kind === 'body');
  const chosen = bodies.slice(0, draw.integer(1, Math.min(2, bodies.length))).map(({ id }) => id);
  let onCamera = draw.oneIn(4);
  const lights = Array.from({ length: draw.integer(1, 2) }, (): WantedLight => {
    const onBody = onCamera ? chosen[0]! : null;
    onCamera = false;
    const purpose = draw.pick('key', 'fill', 'rim');
    return { purpose, onBody, walkSeconds: draw.pick(5, 20, null), metered: draw.oneIn(3) };
  });
  return { lights, bodies: chosen };
}

/** Every voice a body can have of a family, written down without a thought for what it costs. */
function voices(stock: Stock, wish: Wish, body: string, family: string): { above: Spot[]; port: Spot[] } {
  const { profile } = stock.bodies.find(({ unit }) => unit.id === body)!;
  const speaks = ({ item }: Make) => familiesOf(item.profile, 'master').includes(family);
  const lit = wish.lights.some(({ onBody }) => onBody === body);
  const inTheWay = lit && profile.kind === 'body' && profile.popup === 'commander';
  const spot = (at: Spot['at'], make: string | null): Spot => ({ body, at, family, make });
  return {
    above: [
      ...(familiesOf(profile, 'master').includes(family) && !inTheWay ? [spot('itself', null)] : []),
      ...stock.triggers
        .filter((make) => speaks(make) && make.item.profile.kind === 'trigger' && make.item.profile.foot !== 'none')
        .map(({ key }) => spot('shoe', key)),
      ...(lit ? stock.flashes.filter(speaks).map(({ key }) => spot('light', key)) : []),
    ],
    port: hasSocket({ profile })
      ? stock.triggers.filter((make) => speaks(make) && hasSocket(make.item)).map(({ key }) => spot('port', key))
      : [],
  };
}

function arrangements(stock: Stock, wish: Wish): Spot[][] {
  const families = [...stock.families.keys()];
  const sets = [[], ...families.map((a) => [a]), ...families.flatMap((a) => families.map((b) => [a, b]))];
  return sets.flatMap((set) => {
    if (set.length === 2 && set[0] === set[1]) return [];
    return wish.bodies.reduce<Spot[][]>(
      (before, body) => {
        const [first, second] = set.map((family) => voices(stock, wish, body, family));
        const ways: Spot[][] = !first
          ? [[]]
          : !second
            ? [...first.above, ...first.port].map((one) => [one])
            : [
                ...first.above.flatMap((a) => second.port.map((b) => [a, b])),
                ...first.port.flatMap((a) => second.above.map((b) => [b, a])),
              ];
        return before.flatMap((spots) => ways.map((way) => [...spots, ...way]));
      },
      [[]],
    );
  });
}

function placements(stock: Stock, wish: Wish, spots: readonly Spot[], { onBody, metered }: WantedLight): Placement[] {
  const way = (kind: Way['kind'], family: string | null = null, receiver: string | null = null): Way => ({
    kind,
    family,
    receiver,
  });
  return stock.flashes.flatMap((make) => {
    const ways: Way[] = [];
    if (onBody != null) {
      const under = spots.find(({ body, at }) => body === onBody && (at === 'shoe' || at === 'light'));
      if (under?.at === 'shoe') ways.push(way('stack'));
      else if (!under || under.make === make.key) ways.push(way('shoe'));
    } else {
      for (const family of new Set(spots.map((spot) => spot.family))) {
        ways.push(way('air', family));
        for (const { key, item } of stock.triggers)
          if (familiesOf(item.profile, 'remote').includes(family)) ways.push(way('air', family, key));
      }
      if (stock.bodies.length === 1 && hasSocket(stock.bodies[0]!) && hasSocket(make.item)) ways.push(way('cable'));
      if (((make.item.profile as FlashProfile).eyes?.length ?? 0) > 0) ways.push(way('eye'));
    }
    const meters = metered ? [true, false] : [false];
    return ways.flatMap((one) => meters.map((on) => ({ make: make.key, way: one, metered: on, controlled: true })));
  });
}

/** The least any whole plan costs, by judging each; null where none is whole. */
function byTryingAll(kit: KitIndex, wish: Wish): number | null {
  const stock = stockOf(kit, wish);
  const plans = arrangements(stock, wish).flatMap((spots) =>
    wish.lights
      .reduce<Placement[][]>(
        (before, wanted) => {
          const each = placements(stock, wish, spots, wanted);
          return before.flatMap((some) => each.map((one) => [...some, one]));
        },
        [[]],
      )
      .filter((lights) => isSensible(spots, lights))
      .map((lights) => ({ spots, lights })),
  );
  const hopeful = plans.map((plan) => ({
    plan,
    least: totalOf([...spotCosts(plan), ...costsOfLights(stock, wish, plan)]),
  }));
  let best: number | null = null;
  for (const { plan, least } of hopeful.sort((a, b) => a.least - b.least)) {
    // What walks and cables turn out to cost only comes on top.
    if (best !== null && least >= best) break;
    const seconds = priceOf(stock, wish, plan);
    if (seconds !== null && (best === null || seconds < best)) best = seconds;
  }
  return best;
}

/** A sender nobody hears, eyes alone and two cables in one port are no plans. */
function isSensible(spots: readonly Spot[], lights: readonly Placement[]): boolean {
  const cables =
    lights.filter(({ way }) => way.kind === 'cable').length + spots.filter(({ at }) => at === 'port').length;
  const heard = new Set(lights.map(({ way }) => way.family));
  const oneBody = new Set(spots.map(({ body }) => body)).size <= 1;
  return (
    (!oneBody || cables <= 1) &&
    spots.every(({ family }) => heard.has(family)) &&
    lights.some(({ way }) => way.kind !== 'eye')
  );
}

const costsOfLights = (stock: Stock, wish: Wish, plan: Plan, cabled: ReadonlySet<number> = new Set()) =>
  plan.lights.flatMap((placement, light) =>
    lightCosts(wish.lights[light]!, placement, { light, families: stock.families, cabled: cabled.has(light) }),
  );

function priceOf(stock: Stock, wish: Wish, hoped: Plan): number | null {
  const units = assigned(
    stock,
    hoped,
    wish.lights.map(({ onBody }) => onBody ?? null),
  );
  if (!units) return null;
  const first = judged(stock.kit, layOut({ stock, wish, plan: hoped, units, shutter: SAFE_SHUTTER }).units);
  const lightAt = (index: number) => first.rig.placed.get(units.lights[index]!) as Light;
  const plan = {
    ...hoped,
    lights: hoped.lights.map((one, at) => ({ ...one, controlled: isControlled(first, lightAt(at)) })),
  };
  const out = layOut({ stock, wish, plan, units, shutter: SAFE_SHUTTER });
  if (!isWhole(judged(stock.kit, out.units))) return null;
  const cabled = new Set([...plan.lights.keys()].filter((at) => out.units[units.lights[at]!]!.plugs != null));
  const used = [...new Set(plan.lights.flatMap(({ way }) => (way.kind === 'air' ? [way.family!] : [])))];
  const noSpare = used.filter((family) => spareFor(stock, units, family) === null);
  const noFallback = plan.lights.flatMap(({ make, way }, at) => {
    const hasEye = ((stock.byKey.get(make)!.item.profile as FlashProfile).eyes?.length ?? 0) > 0;
    return way.kind === 'air' && !hasEye && noSpare.includes(way.family!) ? [at] : [];
  });
  return totalOf([
    ...spotCosts(plan),
    ...costsOfLights(stock, wish, plan, cabled),
    ...wholeCosts({ sharing: out.sharing, noSpare, noFallback }),
  ]);
}

/** What sets one proposal apart: who speaks for each body, and how each light is told. */
const characterOf = ({ senders, lights }: Proposal): string =>
  [
    senders.map(({ spot }) => `${spot.body} ${spot.family} ${spot.at === 'port' ? 'shoe' : spot.at}`).sort(),
    lights.map(({ placement: { way } }) => [way.kind, way.family, way.receiver !== null].join()).sort(),
  ].join(' | ');

test('the first proposal costs what the best of all plans costs; each is whole, and each differs', () => {
  const seen = { possible: 0, several: 0, byHand: 0, onCamera: 0, receivers: 0 };
  for (let index = 0; index < KITS; index++) {
    const draw = drawFor(-5000 - index);
    const kit = indexKit(smallRig(20_000 + index, { bodies: 2, senders: 2, lights: 3 }).kit);
    const wish = randomWish(kit, draw);
    const { proposals, exact } = propose(kit, wish);
    const best = byTryingAll(kit, wish);
    expect([index, proposals[0]?.seconds ?? null, exact]).toEqual([index, best, true]);
    for (const proposal of proposals) {
      expect(isWhole(judged(kit, proposal.units))).toBe(true);
      expect(totalOf(proposal.costs)).toBe(proposal.seconds);
      expect(proposal.lights.map(({ wanted }) => wanted)).toEqual(wish.lights.map((_, at) => at));
    }
    expect(new Set(proposals.map(characterOf)).size).toBe(proposals.length);
    const costs = proposals.map(({ seconds }) => seconds);
    expect(costs).toEqual([...costs].sort((a, b) => a - b));
    if (proposals.length > 0) seen.possible++;
    if (proposals.length > 1) seen.several++;
    const all = proposals.flatMap(({ lights }) => lights);
    if (all.some(({ placement }) => !placement.controlled)) seen.byHand++;
    if (all.some(({ placement }) => placement.way.kind === 'shoe' || placement.way.kind === 'stack')) seen.onCamera++;
    if (all.some(({ receiver }) => receiver !== null)) seen.receivers++;
  }
  expect(seen.possible).toBeGreaterThan(KITS / 3);
  expect(Math.min(...Object.values(seen))).toBeGreaterThan(KITS / 40);
});

const parsed = parseDocument(JSON.parse(readFileSync(join(__dirname, '../../demo/ropewalk.json'), 'utf8')));
if (!parsed.ok) throw new Error('the demo is not sound');
const demo = indexKit(parsed.document);
const light = (purpose: string, more: Partial<WantedLight> = {}): WantedLight => ({
  purpose,
  walkSeconds: 20,
  ...more,
});

test('of the demo’s kit: three lights by the two-way senders, each with a letter of its own', () => {
  const { proposals } = propose(demo, {
    bodies: ['body-1', 'body-2'],
    lights: [light('key'), light('fill'), light('rim')],
  });
  const [best, second] = proposals;
  expect(best!.senders.map(({ unit, spot }) => [unit, spot.body])).toEqual([
    ['sender-1', 'body-1'],
    ['sender-2', 'body-2'],
  ]);
  expect(best!.lights.map(({ unit }) => best!.units[unit]!.group)).toEqual(['A', 'B', 'C']);
  expect(best!.lights.every(({ fallback }) => fallback === 'spare')).toBe(true);
  expect(second!.costs.map(({ kind }) => kind)).toContain('by-hand');
});

test('a pinned unit and a pinned link are kept, and the rest is proposed around them', () => {
  const { proposals } = propose(demo, {
    bodies: ['body-1'],
    lights: [light('key', { unit: 'light-7' }), light('rim', { link: 'eye' }), light('fill')],
  });
  for (const { lights, units } of proposals) {
    expect(lights[0]!.unit).toBe('light-7');
    expect(units[lights[1]!.unit]!.link).toBe('eye');
  }
  expect(proposals.length).toBe(3);
});

test('a pinned sender speaks, whatever else would be better', () => {
  const wish: Wish = { bodies: ['body-1'], lights: [light('key')], senders: [{ body: 'body-1', unit: 'call-1' }] };
  const { proposals } = propose(demo, wish);
  expect(proposals.length).toBeGreaterThan(0);
  for (const { senders } of proposals)
    expect(senders.map(({ unit, spot }) => [unit, spot.body])).toContainEqual(['call-1', 'body-1']);
  expect(propose(demo, { ...wish, senders: [] }).proposals[0]!.seconds).toBeLessThan(proposals[0]!.seconds);
  const strange = { ...wish, senders: [{ body: 'body-1', unit: 'light-8' }] };
  expect(propose(demo, strange).proposals).toEqual([]);
});

test('a net the crew already uses is kept', () => {
  const nets = new Map([['plover', { channel: 7, networkId: 41 }]]);
  const [best] = propose(demo, { bodies: ['body-1'], lights: [light('key')], nets }).proposals;
  expect(best!.units[best!.lights[0]!.unit]).toMatchObject({ channel: 7, networkId: 41 });
});

test('units out of service, and lent ones, are not proposed', () => {
  const units = new Map(
    [...demo.units].map(([id, unit]) => [id, id === 'light-1' ? { ...unit, lentTo: 'the band' } : unit]),
  );
  const { proposals } = propose({ ...demo, units }, { bodies: ['body-1'], lights: [light('key')] });
  expect(proposals.flatMap(({ lights }) => lights.map(({ unit }) => unit))).not.toContain('light-1');
  expect(demo.units.get('mono-1')!.inService).toBe(false);
  expect(propose(demo, { bodies: ['body-1'], lights: [light('key', { unit: 'mono-1' })] }).proposals).toEqual([]);
});

test('what is missing is named by kind', () => {
  const kit = (...ids: string[]) => ({ ...demo, units: new Map(ids.map((id) => [id, demo.units.get(id)!])) });
  const wish = (...purposes: string[]): Wish => ({ bodies: ['body-1'], lights: purposes.map((one) => light(one)) });
  expect(propose(kit('light-1'), wish('key')).missing).toEqual([
    { kind: 'body', family: null, profile: null, count: 1 },
  ]);
  expect(propose(kit('body-1', 'sender-1'), wish('key', 'fill')).missing).toMatchObject([{ kind: 'flash', count: 2 }]);
  expect(propose(kit('body-1', 'sender-1', 'light-1'), wish('key', 'fill')).missing).toEqual([
    { kind: 'remote', family: 'plover', profile: 'tholmar-200', count: 1 },
  ]);
  expect(propose(kit('body-1', 'sender-1', 'light-3', 'light-4'), wish('key', 'fill')).missing).toEqual([]);
});

test('progress is told, and comes to an end', () => {
  const told: number[][] = [];
  propose(demo, { bodies: ['body-1'], lights: [light('key')] }, (done, all) => told.push([done, all]));
  expect(told.length).toBeGreaterThan(3);
  expect(told.every(([done, all]) => done! <= all!)).toBe(true);
});

test('where a family has but one letter its lights share it, and all want what the sender says there', () => {
  const { families, profiles, units: all } = parsed.document;
  const ofA = <T extends { groups?: string[] | null }>(one: T): T => ({ ...one, groups: ['A'] });
  const onlyA = indexKit({
    families: families.map(ofA),
    profiles: profiles.map((profile) => ({ ...profile, radios: (profile.radios ?? []).map(ofA) }) as typeof profile),
    units: all.filter(({ id }) => ['body-1', 'sender-1', 'light-1', 'light-2'].includes(id)),
  });
  const { proposals } = propose(onlyA, { bodies: ['body-1'], lights: [light('key'), light('rim')] });
  const [{ units, costs }] = proposals as [Proposal];
  // A rim by itself would have 1/8; the key, which comes first, has 1/4.
  expect(units['sender-1']!.groups).toEqual({ A: { on: true, mode: 'manual', power: -2 } });
  expect(['light-1', 'light-2'].map((id) => [units[id]!.group, units[id]!.power])).toEqual([
    ['A', -2],
    ['A', -2],
  ]);
  expect(costs.filter(({ kind }) => kind === 'shared-letter')).toMatchObject([{ light: 1 }]);
  expect(judged(onlyA, units).verdicts.map(({ verdict }) => verdict)).toEqual(['in-sync', 'in-sync']);
});

test('what must be switched over on a trigger for it to do its part is part of the proposal', () => {
  const flag = { like: 'flag', settings: {} };
  const kit = indexKit(baseKit({ add: { flag }, profiles: { flag: { selector: true } } }));
  const wish: Wish = { bodies: ['body-2'], lights: [light('key')], senders: [{ body: 'body-2', unit: 'flag' }] };
  const [best] = propose(kit, wish).proposals;
  expect(best!.units.flag).toMatchObject({ selector: 'flash', passThrough: true, startedInOrder: true });
});
