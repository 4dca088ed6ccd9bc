/** Fit on the demo's kit: every surprise of docs/model.md, and the quick matrix against the naive one. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { allWays, type FitChoice, fitMatrix, lossOf, scoreOf, tryWay, waysBetween } from '../src/fit/fit';
import { whatWouldHelp } from '../src/fit/fitNeeds';
import type { KitDocument } from '../src/record/kitDocument';
import { indexKit } from '../src/rig/rig';
import type { KitItem } from '../src/rig/rig.ts';
import { carriesText, fitNeedText, wayText } from '../src/words/fitWording';
import { namesOf } from '../src/words/wording';
import { drawFor } from './lawHarness';
import { randomRig } from './randomRig';

const demo = JSON.parse(readFileSync(join(__dirname, '../../demo/ropewalk.json'), 'utf8')) as KitDocument;
const kit = indexKit(demo);
const names = namesOf(demo);

const item = (profile: string, firmware: string | null = '9.0'): KitItem => ({
  unit: { id: `u-${profile}`, profile, label: profile, firmware },
  profile: kit.profiles.get(profile)!,
});
const choice = (triggers: readonly KitItem[] = [], offCamera = true): FitChoice => ({
  bodies: [],
  flashes: [],
  triggers,
  families: kit.families,
  offCamera,
});
const answer = (body: KitItem, flash: KitItem, triggers: KitItem[] = [], offCamera = true) => {
  const [best] = allWays(choice(triggers, offCamera), body, flash);
  return best ? `${wayText(best.way, names)}: ${carriesText(best)}` : 'no way';
};

const kestoril = item('kestoril-m2');
const varnholt = item('varnholt-90');

test.each<[string, () => string, string]>([
  [
    'a remote by radio need not match the shoe; its sender does',
    () => answer(kestoril, item('tholmar-60v'), [item('tholmar-sender-k')]),
    'Plover from tholmar-sender-k: fires, power, TTL, high-speed sync, rear curtain',
  ],
  [
    'a dedicated sender on a foreign shoe fires and sends powers, and loses the rest',
    () => answer(varnholt, item('tholmar-60k'), [item('tholmar-sender-k')]),
    'Plover from tholmar-sender-k: fires, power',
  ],
  [
    'a rebrand of an older generation has that generation’s limits',
    () => answer(kestoril, item('tholmar-60k'), [item('sundrake-air-k')]),
    'Plover from sundrake-air-k: fires, power, rear curtain',
  ],
  [
    'an older remote limits a newer sender alike',
    () => answer(kestoril, item('tholmar-45-first'), [item('tholmar-sender-k')]),
    'Plover from tholmar-sender-k: fires, power',
  ],
  [
    'on a foreign receiver a flash only fires',
    () => answer(kestoril, item('hesperrow-duo'), [item('hesperrow-call'), item('hesperrow-answer')]),
    'Curlew from hesperrow-call, on hesperrow-answer: fires',
  ],
  [
    'a receiver with the flash’s own shoe passes everything on',
    () => answer(kestoril, item('kestoril-s400'), [item('tholmar-sender-k'), item('tholmar-perch-k')]),
    'Plover from tholmar-sender-k, on tholmar-perch-k: fires, power, TTL, high-speed sync, rear curtain',
  ],
  [
    'an optical remote with a mode for each maker answers either',
    () => answer(item('kestoril-p1'), item('oakvane-both')),
    'Lapwing from kestoril-p1: fires, power',
  ],
  [
    'high-speed sync that came with firmware 1.10 is not there in 1.9',
    () => answer(varnholt, item('oakvane-v30', '1.9'), [item('oakvane-gate')]),
    'Dunlin from oakvane-gate: fires, power',
  ],
  [
    'a body that sends by itself from firmware 2.0 on',
    () => answer(item('varnholt-90-air', '1.9'), item('varnholt-f58'), [], true),
    'as an eye: fires',
  ],
  [
    'a shoe without a centre contact and without a port leaves the eye',
    () => answer(item('varnholt-70'), item('hesperrow-duo'), [item('hesperrow-call'), item('hesperrow-answer')]),
    'as an eye: fires',
  ],
  [
    'an old flash with 190 V: the receiver bears it, the body does not',
    () => answer(varnholt, item('sundrake-heirloom'), [item('hesperrow-call'), item('hesperrow-answer')]),
    'Curlew from hesperrow-call, on hesperrow-answer: fires',
  ],
  [
    'on the shoe of its own maker',
    () => answer(kestoril, item('kestoril-s400'), [], false),
    'on the shoe: fires, power, TTL, high-speed sync, rear curtain',
  ],
  [
    'nobody has the leaflet: perhaps',
    () => answer(kestoril, item('hesperrow-sprite', null), [], false),
    'on the shoe: power; perhaps fires',
  ],
])('%s', (_, act, expected) => expect(act()).toBe(expected));

test('a link says how fast the shutter may be: 3.406 ms of travel and 0.97 ms of delay are clean to 1/200', () => {
  const [best] = allWays(choice([item('tholmar-sender-k')]), kestoril, item('tholmar-60v'));
  expect(best!.cleanTo).toBe('1/200');
});

test.each<[string, KitItem, KitItem, KitItem[], string[]]>([
  [
    'a receiver for a flash without a radio',
    kestoril,
    item('hesperrow-duo'),
    [item('tholmar-sender-k')],
    ['A receiver of the Plover family with centre-only for the flash: fires.'],
  ],
  [
    'newer firmware',
    varnholt,
    item('oakvane-v30', '1.9'),
    [item('oakvane-gate')],
    ['Firmware 1.10 or newer on a unit no longer in the kit: high-speed sync.'],
  ],
  [
    'a body that sends from firmware 2.0 on',
    item('varnholt-90-air', '1.9'),
    item('varnholt-f58'),
    [],
    ['Firmware 2.0 or newer on a unit no longer in the kit: fires, power, high-speed sync.'],
  ],
  [
    'a cable, a cord',
    kestoril,
    item('tholmar-60k'),
    [],
    ['A cord with kestoril at both ends: fires, power, TTL, high-speed sync, rear curtain.'],
  ],
  [
    'a sender with the body’s own foot',
    varnholt,
    item('tholmar-60k'),
    [item('tholmar-sender-k')],
    ['A sender of the Plover family with a varnholt foot: TTL, high-speed sync, rear curtain.'],
  ],
])('what would help: %s', (_, body, flash, triggers, expected) => {
  const all = choice(triggers);
  const withoutEye = { ...flash, profile: { ...flash.profile, eyes: [] } as typeof flash.profile };
  const [best] = allWays(all, body, withoutEye);
  expect(whatWouldHelp(all, body, withoutEye, best ?? null).map((need) => fitNeedText(need, names))).toEqual(
    expect.arrayContaining(expected),
  );
});

test('a stack is a way only through what has both a foot and a shoe on top', () => {
  const trigger = (foot: string, topShoe: string): KitItem => {
    const { profile, unit } = item('tholmar-bridge-k');
    const id = `${foot}-${topShoe}`;
    return { unit: { ...unit, id }, profile: { ...profile, id, foot, topShoe } as KitItem['profile'] };
  };
  const all = [trigger('k', 'k'), trigger('none', 'k'), trigger('k', 'none')];
  const on = waysBetween(choice(all, false), kestoril, item('tholmar-60k')).flatMap((way) =>
    way.kind === 'stack' ? [way.on.unit.id] : [],
  );
  expect(on).toEqual(['k-k']);
});

test('nothing is said to help that does not', () => {
  const all = choice([item('tholmar-sender-k')]);
  const best = allWays(all, kestoril, item('tholmar-60v'))[0]!;
  expect(lossOf(best)).toBe(0);
  expect(whatWouldHelp(all, kestoril, item('tholmar-60v'), best)).toEqual([]);
});

test('the quick matrix gives what simulating every way of every pair gives, over random kits', () => {
  let pairs = 0;
  let working = 0;
  for (let index = 0; index < 6; index++) {
    const draw = drawFor(index);
    const rigs = [randomRig(draw), randomRig(draw)];
    const families = indexKit(rigs[0]!.kit).families;
    const items = rigs
      .flatMap(({ kit: own }, index) =>
        own.units.map((unit): KitItem => ({
          unit: { ...unit, id: `${index}-${unit.id}` },
          profile: own.profiles.find((profile) => profile.id === unit.profile)!,
        })),
      )
      .map((one) => ({ ...one, profile: { ...one.profile, id: `${one.unit.id}` } }) as KitItem);
    // Twins: a second unit of the same make must answer alike.
    const twins = items.map((one) => ({ ...one, unit: { ...one.unit, id: `${one.unit.id}-twin` } }));
    const of = (kind: string) => [...items, ...twins].filter((one) => one.profile.kind === kind);
    const all: FitChoice = {
      bodies: of('body'),
      flashes: of('flash'),
      triggers: of('trigger'),
      families,
      offCamera: draw.boolean(),
    };
    const byId = new Map([...items, ...twins].map((one) => [one.unit.id, one]));
    for (const cell of fitMatrix(all)) {
      const body = byId.get(cell.body)!;
      const flash = byId.get(cell.flash)!;
      const naive = Math.max(
        -1,
        ...waysBetween(all, body, flash).map((way) => scoreOf(tryWay(families, body, flash, way))),
      );
      expect(cell.best ? scoreOf(cell.best) : -1).toBe(naive);
      // By its own units, not by those of a twin that was tried before.
      if (cell.best) expect(waysBetween(all, body, flash)).toContainEqual(cell.best.way);
      pairs++;
      if (cell.best?.carries.fires.holds === true) working++;
    }
  }
  expect(pairs).toBeGreaterThan(100);
  expect(working).toBeGreaterThan(pairs / 10);
});
