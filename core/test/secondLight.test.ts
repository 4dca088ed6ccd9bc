/** A light put up beside another fires as that one does, by the simulator, and is set as it is. docs/model.md, Balance. */
import { MOST_SECOND_LIGHTS, secondLights } from '../src/power/secondLight.ts';
import type { Settings } from '../src/record/settings.ts';
import { buildRig, indexKit, type KitItem } from '../src/rig/rig.ts';
import { judge } from '../src/verdict/judge.ts';
import { isFailing } from '../src/verdict/verdict.ts';
import { strengthText } from '../src/words/balanceWording.ts';
import { demo } from './demo.ts';

const kit = indexKit(demo);
const items = demo.units.map((unit): KitItem => ({ unit, profile: kit.profiles.get(unit.profile)! }));
const lookOf = (id: string) => demo.looks.find((look) => look.id === id)!;
const judged = (id: string, units: Record<string, Settings> = {}) => {
  const look = lookOf(id);
  return judge(buildRig(kit, { ...look, units: { ...look.units, ...units } }));
};
const beside = (look: string, light: string, from: readonly KitItem[] = items) => {
  const judgement = judged(look);
  return secondLights(
    judgement,
    judgement.rig.lights.find(({ id }) => id === light)!,
    from,
  );
};

test('every one offered, in every look of the demo, fires in each shot as the first does and spoils nothing', () => {
  let offered = 0;
  for (const look of demo.looks) {
    const before = judged(look.id);
    for (const light of before.rig.lights) {
      const first = before.verdicts.filter(({ unit }) => unit === light.id);
      const found = secondLights(before, light, items);
      // None is offered where the first itself does not fire, or nobody knows.
      if (!first.some(({ verdict }) => verdict === 'in-sync')) expect(found).toEqual([]);
      for (const { unit, settings } of found) {
        offered++;
        expect(unit in look.units).toBe(false);
        const { verdicts } = judged(look.id, { [unit]: settings });
        const of = (id: string) => verdicts.filter((one) => one.unit === id).map((one) => `${one.shot} ${one.verdict}`);
        expect(of(unit)).toEqual(of(light.id));
        const failing = (all: typeof verdicts) => all.filter(isFailing).map((one) => `${one.unit} ${one.shot}`);
        expect(failing(verdicts)).toEqual(failing(before.verdicts));
      }
    }
  }
  expect(offered).toBeGreaterThan(20);
});

test('it is set as the first, and stands where that stands; its own model comes first', () => {
  const found = beside('speeches', 'light-3');
  expect(found.slice(0, 2).map(({ unit, stronger }) => [unit, stronger])).toEqual([
    ['light-4', 0],
    ['light-5', 0],
  ]);
  expect(found[0]!.settings).toEqual(lookOf('speeches').units['light-3']);
  expect(found.length).toBeLessThanOrEqual(MOST_SECOND_LIGHTS);
  const strengths = found.map(({ stronger }) => (stronger === null ? Infinity : Math.abs(stronger)));
  expect(strengths).toEqual([...strengths].sort((a, b) => a - b));
});

test('beside a light on a receiver stands one with a radio of its own, on the same net', () => {
  const [first] = beside('speeches', 'light-9');
  const perch = lookOf('speeches').units['perch-1']!;
  expect(first!.settings).toMatchObject({
    link: 'radio',
    role: 'remote',
    channel: perch.channel,
    networkId: perch.networkId,
    group: perch.group,
    place: 'top table',
  });
  expect(first!.settings).not.toHaveProperty('receiver');
});

test('one with two radios is set to the family it hears there', () => {
  const two = items.map(({ unit, profile }) => {
    const other = demo.families.find(({ id }) => id !== 'plover')!.id;
    if (unit.id !== 'light-4' || profile.kind !== 'flash') return { unit, profile };
    const radio = profile.radios[0]!;
    return { unit, profile: { ...profile, radios: [{ ...radio, family: other, roles: ['master' as const] }, radio] } };
  });
  const [first] = beside('speeches', 'light-3', two);
  expect([first!.unit, first!.settings.family]).toEqual([
    'light-4',
    demo.profiles.flatMap((one) => (one.id === 'tholmar-60k' && one.kind === 'flash' ? one.radios : []))[0]!.family,
  ]);
});

test('what is lent, out of service or in the look already is none', () => {
  const gone = new Set(['light-4', 'light-5']);
  const lent = items.map(({ unit, profile }, at) => ({
    profile,
    unit: gone.has(unit.id) ? { ...unit, ...(at % 2 === 0 ? { lentTo: 'the band' } : { inService: false }) } : unit,
  }));
  const found = beside('speeches', 'light-3', lent).map(({ unit }) => unit);
  expect(found).not.toContain('light-4');
  expect(found).not.toContain('light-5');
  expect(beside('speeches', 'light-3', [])).toEqual([]);
});

test.each([
  [null, 'how strong is not recorded'],
  [0.04, 'as strong'],
  [1, 'one stop stronger'],
  [-0.62, '0.6 stop weaker'],
])('%p stops stronger is "%s"', (stronger, said) => expect(strengthText({ stronger })).toBe(said));
