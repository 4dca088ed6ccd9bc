import fc from 'fast-check';
import { airChanges } from '../src/air/airChanges.ts';
import { type AirScore, compareScores, pairScore, planAir, seatScore } from '../src/air/airPlan.ts';
import { type Member, type Net, netsOfEvent, type Seat } from '../src/air/nets.ts';
import { closeness, type Outside, outsideOf, troublesBetween } from '../src/air/troubles.ts';
import { withChanges } from '../src/record/change.ts';
import type { Family } from '../src/record/family.ts';
import type { OnAir } from '../src/record/onAir.ts';
import { buildRig, indexKit } from '../src/rig/rig.ts';
import { judge } from '../src/verdict/judge.ts';
import { demo } from './demo.ts';

const kit = indexKit(demo);
const evening = demo.looks.filter(({ event }) => event === 'ropewalk');
const netsWith = (onAir: readonly OnAir[] = []) => netsOfEvent(evening.map((look) => buildRig(kit, look, onAir)));
const plover = (nets: readonly Net[]) => nets.find(({ family }) => family.id === 'plover')!;

const crew = (rest: Partial<OnAir> = {}): OnAir =>
  ({ id: 'film', event: 'ropewalk', sort: 'crew', name: 'Film crew', family: 'plover', ...rest }) as OnAir;

test('units that talk to each other in any look of an evening are one net, whatever order looks and units stand in', () => {
  const nets = netsWith();
  expect(nets.map(({ family }) => family.id)).toEqual(['curlew', 'plover']);
  expect(plover(nets).members.map(({ unit }) => unit)).toEqual([
    'light-1',
    'light-2',
    'light-3',
    'light-4',
    'light-5',
    'light-6',
    'perch-1',
    'sender-1',
    'sender-2',
  ]);
  expect(plover(nets)).toMatchObject({ now: { channel: 11, code: 27 }, codeSort: 'id', codes: { from: 1, to: 60 } });
  const turned = netsOfEvent([...evening].reverse().map((look) => buildRig(kit, look)));
  expect(plover(turned).members.map(({ unit }) => unit)).toEqual(plover(nets).members.map(({ unit }) => unit));
});

test('dip switches reach no further than their number allows', () => {
  const curlew = netsWith().find(({ family }) => family.id === 'curlew')!;
  expect(curlew.channels).toEqual(Array.from({ length: 14 }, (_, index) => index + 1));
  expect(curlew).toMatchObject({ codeSort: 'none', codes: null });
});

test('a crew on our channel and ID fires our lights until the plan is applied, and the simulator says both', () => {
  const onAir = [crew({ channel: 11, networkId: 27 })];
  const strays = (looks: typeof evening) =>
    looks.flatMap((look) =>
      judge(buildRig(kit, look, onAir)).verdicts.filter(
        ({ verdict, shot }) => verdict === 'stray' && shot === 'crew:film',
      ),
    );
  expect(strays(evening).length).toBeGreaterThan(5);
  const plan = planAir(netsWith(onAir), outsideOf(onAir));
  const byLook = new Map(airChanges(plan, evening).map(({ look, changes }) => [look, changes]));
  const after = evening.map((look) => withChanges(look, byLook.get(look.id) ?? []));
  expect(strays(after)).toEqual([]);
  const own = plan.nets.find(({ net }) => net.family.id === 'plover')!;
  expect(own.was).toContainEqual({ code: 'theirs', who: { of: 'crew', id: 'crew:film' }, certain: true, mhz: null });
  expect(own.left).toEqual([]);
});

test('a crew that told its family and not its channel leaves our lights of that family unknown', () => {
  const [dance] = evening.filter(({ id }) => id === 'family-groups');
  const told = (onAir: OnAir[]) =>
    judge(buildRig(kit, dance!, onAir)).verdicts.filter(({ verdict }) => verdict === 'unknown').length;
  // Nobody recorded the ID of Light 2 there.
  expect(told([])).toBe(1);
  expect(told([crew({ networkId: 27 })])).toBe(4);
  expect(told([crew({ family: 'dunlin' })])).toBe(1);
});

test('where nothing is wrong nobody is sent anywhere', () => {
  const plan = planAir(netsWith(), outsideOf([]));
  const own = plan.nets.find(({ net }) => net.family.id === 'plover')!;
  expect(own.to).toEqual({ channel: 11, code: 27 });
  // Nobody recorded the ID of Light 2, and Light 3 has another by mistake: each in the first look it is in.
  expect(own.touched).toEqual(['light-2', 'light-3']);
  expect(plan.exhausted).toEqual([]);
});

test('what is dialled on a unit decides whether it must be touched', () => {
  const dialled = { channel: { value: 7, by: 'Maren', at: '2027-06-12T10:00:00Z' } };
  const units = demo.units.map((unit) => (unit.id === 'light-4' ? { ...unit, dialled } : unit));
  const nets = netsOfEvent(evening.map((look) => buildRig(indexKit({ ...demo, units }), look)));
  const own = planAir(nets, outsideOf([])).nets.find(({ net }) => net.family.id === 'plover')!;
  expect(own.touched).toContain('light-4');
});

test('a bad channel and an emitter on it are left for the nearest that is clear of both', () => {
  const found: OnAir = {
    id: 'bad',
    event: 'ropewalk',
    sort: 'found',
    family: 'plover',
    channel: 11,
    works: false,
    by: 'Ines',
    at: '2027-06-12T19:00:00Z',
  };
  const { to, was } = planAir(netsWith(), outsideOf([found])).nets.find(({ net }) => net.family.id === 'plover')!;
  expect(was.map(({ code }) => code)).toEqual(['bad']);
  expect(to.channel).not.toBe(11);
  // Channel 11 is 2425 MHz: an emitter of 20 MHz around it covers 2415 to 2435, and 5 more on each side are too near.
  const emitter: OnAir = {
    id: 'net',
    event: 'ropewalk',
    sort: 'emitter',
    name: 'House network',
    mhz: 2425,
    widthMhz: 20,
  };
  const clear = planAir(netsWith(), outsideOf([emitter])).nets.find(({ net }) => net.family.id === 'plover')!;
  const mhz = clear.net.family.frequencies!.find(({ channel }) => channel === clear.to.channel)!.mhz;
  expect(Math.abs(mhz - 2425)).toBeGreaterThanOrEqual(15.5);
  expect(clear.was.map(({ code }) => code)).toEqual(['overlap']);
  expect(clear.left).toEqual([]);
});

test('where a family has no channel left it says so, and what clashes', () => {
  const crews = Array.from({ length: 14 }, (_, index) =>
    crew({ id: `crew-${index}`, family: 'curlew', channel: index + 1 }),
  );
  const plan = planAir(netsWith(), outsideOf(crews));
  expect(plan.exhausted).toEqual(['curlew']);
  const curlew = plan.nets.find(({ net }) => net.family.id === 'curlew')!;
  expect(curlew.left.map(({ code }) => code)).toEqual(['theirs']);
});

// What follows tries everything.

const family = (id: string, frequencies: boolean): Family => ({
  id,
  name: id,
  medium: 'radio',
  carries: {} as Family['carries'],
  ...(frequencies && {
    frequencies: [1, 2, 3, 4].map((channel) => ({ channel, mhz: 2400 + 7 * channel, widthMhz: 2 })),
  }),
});
const families = [family('alpha', true), family('beta', true), family('gamma', false)];
const small = (from: number, to: number) => fc.integer({ min: from, max: to });

const memberArb = (index: number): fc.Arbitrary<Member> =>
  fc.record({
    unit: fc.constant(`unit-${index}`),
    now: fc.record({ channel: fc.option(small(1, 4)), code: fc.option(small(0, 3)) }),
    hasCode: fc.constant(true),
    seconds: fc.record({ channel: small(5, 60), code: small(5, 60), both: small(60, 90) }),
  });

const netArb: fc.Arbitrary<Net> = fc
  .record({
    family: fc.constantFrom(...families),
    members: fc.tuple(memberArb(0), memberArb(1)),
    now: fc.record({ channel: small(1, 4), code: small(0, 3) }),
    first: small(1, 2),
    count: small(1, 3),
    coded: fc.boolean(),
  })
  .map(({ family: own, members, now, first, count, coded }) => ({
    family: own,
    masters: [],
    members: coded ? members : members.map((one) => ({ ...one, hasCode: false })),
    now: coded ? now : { ...now, code: null },
    codeSort: coded ? 'id' : 'none',
    channels: Array.from({ length: count }, (_, index) => first + index),
    codes: coded ? { from: 1, to: 3 } : null,
    unrecorded: false,
  }));

const outsideArb: fc.Arbitrary<Outside> = fc.record({
  crews: fc.array(
    fc
      .record({
        family: fc.constantFrom('alpha', 'beta', 'gamma'),
        channel: fc.option(small(1, 4)),
        networkId: fc.option(small(0, 3)),
      })
      .map((rest) => crew(rest) as Outside['crews'][number]),
    { maxLength: 3 },
  ),
  emitters: fc.array(fc.record({ name: fc.constant('net'), mhz: small(2400, 2435), widthMhz: small(1, 20) }), {
    maxLength: 3,
  }),
  found: fc.array(
    fc.record({ family: fc.constantFrom('alpha', 'gamma'), channel: small(1, 4), works: fc.boolean() }).map(
      (rest) =>
        ({
          ...rest,
          id: 'found',
          event: 'ropewalk',
          sort: 'found',
          by: 'Ines',
          at: '2027-06-12T19:00:00Z',
        }) as Outside['found'][number],
    ),
    { maxLength: 2 },
  ),
});

/** Every channel with every code of the range, whether or not the search would try it. */
const everySeat = (net: Net): Seat[] =>
  net.channels.flatMap((channel): Seat[] =>
    net.codes ? [1, 2, 3].map((code) => ({ channel, code })) : [{ channel, code: null }],
  );

function bruteForce(nets: readonly Net[], outside: Outside): AirScore {
  let best: AirScore | null = null;
  const go = (chosen: readonly Seat[]): void => {
    if (chosen.length === nets.length) {
      const scores = nets.flatMap((net, a) => [
        seatScore(net, chosen[a]!, outside),
        ...nets.slice(0, a).map((other, b) => pairScore(other, chosen[b]!, net, chosen[a]!)),
      ]);
      const sum = scores.reduce((one, other) => one.map((value, index) => value + other[index]!));
      if (!best || compareScores(sum, best) < 0) best = sum;
      return;
    }
    for (const seat of everySeat(nets[chosen.length]!)) go([...chosen, seat]);
  };
  go([]);
  return best!;
}

test('the plan is as good as the best of all there are, on 300 random small cases', () => {
  const seen = { clean: 0, given: 0 };
  fc.assert(
    fc.property(fc.array(netArb, { minLength: 1, maxLength: 3 }), outsideArb, (nets, outside) => {
      const plan = planAir(nets, outside);
      const best = bruteForce(nets, outside);
      expect(plan.exact).toBe(true);
      expect(compareScores(plan.score, best)).toBe(0);
      seen[plan.nets.some(({ left }) => left.length > 0) ? 'given' : 'clean']++;
    }),
    { numRuns: 300, seed: 20270612 },
  );
  // Both kinds are met: what can be had clean, and what something must be given up for.
  expect(seen.clean).toBeGreaterThan(20);
  expect(seen.given).toBeGreaterThan(20);
});

describe('how near two things are on the air', () => {
  const family = (id: string, mhz: number) =>
    ({ id, frequencies: [{ channel: 1, mhz, widthMhz: 2 }] }) as unknown as Family;
  const netOf = (one: Family) => ({ family: one, codeSort: 'none' }) as unknown as Net;
  const seat: Seat = { channel: 1, code: null };
  const ours = netOf(family('a', 2410));

  test('nets of two families trouble each other where they overlap, not where they touch', () => {
    const at = (mhz: number) => troublesBetween(ours, seat, netOf(family('b', mhz)), seat).map(({ code }) => code);
    expect([at(2411.9), at(2412), at(2412.1), at(2408)]).toEqual([['overlap'], [], [], []]);
  });

  test('an emitter is the nearer the higher the number, none where it is far or nobody knows where we are', () => {
    const near = (mhz: number, channel = 1) =>
      closeness(ours, { channel, code: null }, {
        crews: [],
        emitters: [{ name: 'Router', mhz, widthMhz: 20 }],
      } as never);
    // Edges 11 MHz from the centres: 2,410 to 2,441 leaves 20 of 100.
    expect([near(2441), near(2421), near(2411), near(2521), near(2600)]).toEqual([80, 100, 100, 0, 0]);
    expect(near(2441, 2)).toBe(0);
    expect(closeness(ours, seat, { crews: [], emitters: [] } as never)).toBe(0);
  });
});
