/** Every way in which the bodies can be given a voice: who speaks which family for each of them. */
import { hasSocket } from '../rig/stack.ts';
import type { KitItem } from '../rig/rig.ts';
import type { Spot } from './plan.ts';
import { spotCosts, totalOf } from './planScore.ts';
import { familiesOf, type Stock } from './stock.ts';
import type { Wish } from './wish.ts';

/** At most this many families speak on one body: one on its shoe, one at its port. */
const MOST_FAMILIES = 2;

/**
 * Each body speaks the same families, since every light is to fire for all of them; the cheapest in gear come first.
 * None at all is one of them: lights may sit on a camera, hang on a cable, or watch others.
 */
export function arrangementsFor(stock: Stock, wish: Wish): Spot[][] {
  const heard = new Set(
    [...stock.flashes, ...stock.triggers].flatMap(({ item }) => familiesOf(item.profile, 'remote')),
  );
  const families = [...heard].sort();
  const sets = [[], ...families.map((one) => [one]), ...pairsOf(families)];
  const all = sets.flatMap((set) =>
    stock.bodies.reduce<Spot[][]>(
      (before, body) => {
        const ways = voicesOf(stock, wish, body, set);
        return before.flatMap((spots) => ways.map((way) => [...spots, ...way]));
      },
      [[]],
    ),
  );
  const enough = all.filter((spots) => isEnough(stock, spots) && isAsPinned(stock, wish, spots));
  const priced = enough.map((spots) => ({ spots, seconds: totalOf(spotCosts({ spots })) }));
  // Of equals the one that speaks what the crew speaks already, then what most of its units hear.
  const news = ({ spots }: { spots: Spot[] }) => spots.filter(({ family }) => !wish.nets?.has(family)).length;
  const spokenBy = ({ spots }: { spots: Spot[] }) =>
    spots.reduce((sum, { family }) => sum + unitsSpeaking(stock, family), 0);
  const inOrder = (a: { spots: Spot[]; seconds: number }, b: typeof a) =>
    a.seconds - b.seconds || news(a) - news(b) || spokenBy(b) - spokenBy(a);
  return priced.sort(inOrder).map(({ spots }) => spots);
}

const unitsSpeaking = (stock: Stock, family: string): number =>
  [...stock.flashes, ...stock.triggers]
    .filter(({ item }) => familiesOf(item.profile, 'remote').includes(family))
    .reduce((sum, { units }) => sum + units.length, 0);

const pairsOf = (families: readonly string[]): string[][] =>
  families.flatMap((a, at) => families.slice(at + 1).map((b) => [a, b]));

/** The ways in which one body speaks exactly these families. */
function voicesOf(stock: Stock, wish: Wish, body: KitItem, families: readonly string[]): Spot[][] {
  if (families.length === 0) return [[]];
  if (families.length > MOST_FAMILIES) return [];
  const above = (family: string) => aboveSpots(stock, wish, body, family);
  const port = (family: string) => portSpots(stock, body, family);
  const [a, b] = families;
  if (b === undefined) return [...above(a!), ...port(a!)].map((spot) => [spot]);
  const both = (one: Spot[], other: Spot[]) => one.flatMap((x) => other.map((y) => [x, y]));
  return [...both(above(a!), port(b)), ...both(above(b), port(a!))];
}

/** On the shoe, or by the body itself. */
function aboveSpots(stock: Stock, wish: Wish, { unit, profile }: KitItem, family: string): Spot[] {
  const body = unit.id;
  const hasLight = wish.lights.some(({ onBody }) => onBody === body);
  const speaks = familiesOf(profile, 'master').includes(family);
  // A pop-up and something on the shoe are in each other's way.
  const itself = speaks && !(hasLight && profile.kind === 'body' && profile.popup === 'commander');
  const onShoe = stock.triggers.filter(
    ({ item }) =>
      item.profile.kind === 'trigger' &&
      item.profile.foot !== 'none' &&
      familiesOf(item.profile, 'master').includes(family),
  );
  const lights = hasLight
    ? stock.flashes.filter(({ item }) => familiesOf(item.profile, 'master').includes(family))
    : [];
  return [
    ...(itself ? [{ body, at: 'itself' as const, family, make: null }] : []),
    ...onShoe.map(({ key }) => ({ body, at: 'shoe' as const, family, make: key })),
    ...lights.map(({ key }) => ({ body, at: 'light' as const, family, make: key })),
  ];
}

function portSpots(stock: Stock, body: KitItem, family: string): Spot[] {
  if (!hasSocket(body)) return [];
  return stock.triggers
    .filter(({ item }) => hasSocket(item) && familiesOf(item.profile, 'master').includes(family))
    .map(({ key }) => ({ body: body.unit.id, at: 'port', family, make: key }));
}

/** Whether every sender that was chosen speaks for its body. */
function isAsPinned({ byKey }: Stock, { senders = [] }: Wish, spots: readonly Spot[]): boolean {
  return senders.every(({ body, unit }) =>
    spots.some(
      (spot) => spot.body === body && (spot.make === null ? unit === body : byKey.get(spot.make)!.units.includes(unit)),
    ),
  );
}

function isEnough({ byKey }: Stock, spots: readonly Spot[]): boolean {
  const used = new Map<string, number>();
  for (const { make } of spots) if (make !== null) used.set(make, (used.get(make) ?? 0) + 1);
  return [...used].every(([make, count]) => count <= byKey.get(make)!.units.length);
}
