/** Every setting of every unit of a plan, so that the simulator can judge it whole. */
import { inRange, type Range } from '../measure/range.ts';
import type { Look } from '../record/look.ts';
import { type FlashProfile, radiosOf } from '../record/profile.ts';
import type { Settings } from '../record/settings.ts';
import { channelRangeOf, FIRST_FREE_ID, idRange, lettersBetween } from '../rig/net.ts';
import { type Placed, type Rig, rigOf } from '../rig/rig.ts';
import { plugsToFlash } from '../rig/stack.ts';
import type { Assigned, Placement, Plan, Spot } from './plan.ts';
import type { Stock } from './stock.ts';
import type { WantedLight, Wish } from './wish.ts';

/** Steps from the first channel at which a net begins, where its range allows: away from what everybody leaves in place. */
const OFF_DEFAULT_CHANNELS = 10;

/** Stops below full at which a light starts, by what it is for; to be metered and balanced afterwards. */
const START_POWERS: ReadonlyMap<string, number> = new Map([
  ['key', -2],
  ['background', -4],
]);
const START_POWER = -3;

export interface LaidOut {
  units: Look['units'];
  /** Wanted lights, by their place in the wish, that share a letter with another that wants something else. */
  sharing: ReadonlySet<number>;
}

/** @param shutter the dial label every body shoots at. */
export function layOut(of: { stock: Stock; wish: Wish; plan: Plan; units: Assigned; shutter: string }): LaidOut {
  return new Layout(of).make();
}

class Layout {
  private readonly placed = new Map<string, Placed>();
  private readonly sharing = new Set<number>();

  constructor(private readonly of: { stock: Stock; wish: Wish; plan: Plan; units: Assigned; shutter: string }) {}

  make(): LaidOut {
    const { stock, plan, units } = this.of;
    for (const body of stock.bodies) this.put(body.unit.id, this.bodySettings(body.unit.id));
    plan.lights.forEach((placement, index) => this.light(placement, index));
    plan.spots.forEach((spot, index) => this.sender(spot, units.spots[index]!));
    const rig = rigOf(
      stock.families,
      [...this.placed.values()].sort((a, b) => (a.id < b.id ? -1 : 1)),
    );
    for (const family of new Set(plan.spots.map((spot) => spot.family))) this.net(rig, family);
    this.eyes();
    return {
      units: Object.fromEntries([...this.placed].map(([id, one]) => [id, settled(one)])),
      sharing: this.sharing,
    };
  }

  private put(id: string, settings: Settings): Placed {
    const { kit } = this.of.stock;
    const known = this.placed.get(id);
    if (known) {
      Object.assign(known.settings, settings);
      return known;
    }
    const unit = kit.units.get(id)!;
    const one: Placed = { id, unit, profile: kit.profiles.get(unit.profile)!, settings: { ...settings } };
    this.placed.set(id, one);
    return one;
  }

  private bodySettings(id: string): Settings {
    const { kit } = this.of.stock;
    const profile = kit.profiles.get(kit.units.get(id)!.profile)!;
    if (profile.kind !== 'body') return {};
    const [shutter] = profile.shutters.filter(({ flash }) => flash !== false);
    return {
      ...(shutter && { shutterType: shutter.type }),
      shutter: this.of.shutter,
      flashFiring: true,
      exposureMode: 'manual',
    };
  }

  private light({ make, way, metered }: Placement, index: number): void {
    const { stock, wish, units, plan } = this.of;
    const wanted = wish.lights[index]!;
    const profile = stock.byKey.get(make)!.item.profile as FlashProfile;
    const id = units.lights[index]!;
    const base: Settings = {
      ...described(wanted),
      on: true,
      lamp: true,
      ...(metered ? { mode: 'ttl' } : { mode: 'manual', power: startPower(wanted, profile) }),
    };
    if (way.kind === 'eye') this.put(id, { ...base, role: 'eye', link: 'eye' });
    if (way.kind === 'shoe') this.put(id, { ...base, role: 'local', link: 'shoe', mount: wanted.onBody! });
    if (way.kind === 'stack') {
      const under = plan.spots.findIndex((spot) => spot.body === wanted.onBody && spot.at === 'shoe');
      this.put(id, { ...base, role: 'local', link: 'shoe', mount: units.spots[under]! });
    }
    if (way.kind === 'cable') {
      const [body] = stock.bodies;
      const near = body!.profile.syncSocket;
      const plugs: [string, string] = [near!, profile.syncSocket!];
      this.put(id, { ...base, role: 'local', link: 'cable', mount: body!.unit.id, plugs });
    }
    if (way.kind === 'air') this.hearing(id, base, { index, family: way.family! });
  }

  private hearing(id: string, base: Settings, { index, family }: { index: number; family: string }): void {
    const { stock, units } = this.of;
    const link = stock.families.get(family)?.medium === 'optical' ? 'optical' : 'radio';
    const receiver = units.receivers[index] ?? null;
    if (receiver === null) {
      this.put(id, { ...base, role: 'remote', link, family });
      return;
    }
    const hearer = this.put(receiver, { on: true, role: 'remote', family, ...switched(stock, receiver) });
    const flash = this.put(id, { ...base, role: 'local', link, receiver });
    const plugs = plugsToFlash(hearer, flash);
    if (plugs) flash.settings.plugs = plugs;
  }

  private sender(spot: Spot, id: string): void {
    const { stock } = this.of;
    if (spot.at === 'itself') {
      this.put(id, { role: 'master', family: spot.family, popupUp: true });
      return;
    }
    const sender = this.put(id, { on: true, role: 'master', family: spot.family, ...switched(stock, id) });
    if (spot.at === 'light') return;
    sender.settings.mount = spot.body;
    const body = this.placed.get(spot.body)!;
    if (spot.at === 'port') sender.settings.plugs = [body.profile.syncSocket!, sender.profile.syncSocket!];
  }

  /** Channel, ID, PIN and letters of one family. */
  private net(rig: Rig, family: string): void {
    const { plan, units, wish } = this.of;
    const senders = plan.spots.flatMap((spot, index) =>
      spot.family === family ? [this.placed.get(units.spots[index]!)!] : [],
    );
    const hearing = plan.lights.flatMap(({ way, controlled }, index) =>
      way.kind === 'air' && way.family === family
        ? [{ index, controlled, hearer: this.placed.get(units.receivers[index] ?? units.lights[index]!)! }]
        : [],
    );
    const members = [...senders, ...hearing.map(({ hearer }) => hearer)];
    const net = wish.nets?.get(family) ?? {};
    const channel = channelFor(rig, members, net.channel);
    const ids = members.map((one) => idRange(rig, one));
    const id = ids.some((range) => range === null) ? 0 : within(ids as Range[], net.networkId ?? FIRST_FREE_ID);
    const pin = rig.families.get(family)?.pairing === 'pin' ? (net.pin ?? FIRST_FREE_ID) : null;
    members.forEach((one, index) => {
      if (channel !== null) one.settings.channel = channel;
      if (ids[index] !== null && id !== null) one.settings.networkId = id;
      if (pin !== null) one.settings.pin = pin;
    });
    new Letters(rig, senders)
      .give(hearing, (index) => {
        const { settings } = this.placed.get(units.lights[index]!)!;
        return settings;
      })
      .forEach((index) => this.sharing.add(index));
  }

  /** An eye watches a light that fires whichever body shoots, and waits for the second pulse where one meters. */
  private eyes(): void {
    const { plan, units, stock } = this.of;
    const seen = plan.lights.findIndex(({ way }) => way.kind === 'air');
    const watched = seen === -1 ? plan.lights.flatMap((_, index) => this.onCamera(index)) : [units.lights[seen]!];
    const meters = plan.lights.some(({ metered }) => metered);
    plan.lights.forEach(({ make, way }, index) => {
      if (way.kind !== 'eye') return;
      const { eyes } = stock.byKey.get(make)!.item.profile as FlashProfile;
      const eye = meters && eyes?.includes('S2') ? 'S2' : eyes?.[0];
      this.put(units.lights[index]!, { sees: watched, ...(eye && { eye }) });
    });
  }

  private onCamera(index: number): string[] {
    const { plan, units } = this.of;
    const { kind } = plan.lights[index]!.way;
    return kind === 'shoe' || kind === 'stack' || kind === 'cable' ? [units.lights[index]!] : [];
  }
}

/** A unit with a single radio needs no word about which. */
function settled({ profile, settings }: Placed): Settings {
  if (radiosOf(profile).length > 1) return settings;
  const { family: _family, ...rest } = settings;
  return rest;
}

interface Hearing {
  index: number;
  controlled: boolean;
  hearer: Placed;
}

/** One letter for each light while they last; then lights that want the same share one, then any that meter alike. */
class Letters {
  private readonly told = new Map<string, Settings>();

  constructor(
    private readonly rig: Rig,
    private readonly senders: readonly Placed[],
  ) {}

  /** @returns the lights that share a letter although they want something else. */
  give(hearing: readonly Hearing[], settingsOf: (index: number) => Settings): number[] {
    const all = hearing.map((one) => ({ ...one, letters: this.lettersTo(one.hearer) }));
    const fewestFirst = [...all].sort((a, b) => a.letters.length - b.letters.length || a.index - b.index);
    const sharing: number[] = [];
    for (const { index, controlled, hearer, letters } of fewestFirst) {
      const wanted = settingsOf(index);
      const letter = this.letterFor(letters, wanted, controlled);
      if (letter === undefined) continue;
      hearer.settings.group = letter;
      const before = this.told.get(letter);
      if (!before) this.told.set(letter, wanted);
      else if (controlled && !says(before, wanted)) {
        sharing.push(index);
        if (wanted.mode !== 'ttl') wanted.power = before.power;
      }
    }
    for (const [letter, { mode, power }] of this.told)
      for (const { settings } of this.senders)
        settings.groups = {
          ...settings.groups,
          [letter]: { on: true, mode, ...(mode !== 'ttl' && power != null && { power }) },
        };
    return sharing;
  }

  private letterFor(letters: readonly string[], wanted: Settings, controlled: boolean): string | undefined {
    const free = letters.find((letter) => !this.told.has(letter));
    const alike = (letter: string) => this.told.get(letter)?.mode === wanted.mode;
    // What is set by hand anyway needs no letter of its own.
    if (!controlled) return letters.find(alike) ?? free ?? letters[0];
    const same = letters.find((letter) => this.told.has(letter) && says(this.told.get(letter)!, wanted));
    return free ?? same ?? letters.find(alike) ?? letters[0];
  }

  /** Letters by which every sender reaches it. */
  private lettersTo(hearer: Placed): readonly string[] {
    const each = this.senders.map((sender) => lettersBetween(this.rig, sender, hearer) ?? []);
    return (each[0] ?? []).filter((letter) => each.every((letters) => letters.includes(letter)));
  }
}

const says = (a: Settings, b: Settings): boolean => a.mode === b.mode && (a.power ?? null) === (b.power ?? null);

const described = ({ purpose, place, walkSeconds }: WantedLight): Settings => ({
  ...(purpose !== '' && { purpose }),
  ...(place != null && place !== '' && { place }),
  ...(walkSeconds != null && { walkSeconds }),
});

function startPower({ purpose }: WantedLight, { power }: FlashProfile): number {
  const wanted = START_POWERS.get(purpose.trim().toLowerCase()) ?? START_POWER;
  const ceiling = power.ceiling ?? 0;
  return power.floor == null ? ceiling : Math.min(ceiling, Math.max(power.floor, wanted));
}

/** What must be switched over on a trigger for it to do its part. */
function switched({ kit }: Stock, id: string): Settings {
  const profile = kit.profiles.get(kit.units.get(id)!.profile)!;
  if (profile.kind !== 'trigger') return {};
  return {
    ...(profile.selector === true && { selector: 'flash' }),
    ...(profile.passThroughSwitch === true && { passThrough: true }),
    ...((profile.startOrder?.length ?? 0) > 0 && { startedInOrder: true }),
  };
}

function channelFor(rig: Rig, members: readonly Placed[], known: number | null | undefined): number | null {
  const ranges = members.map((one) => channelRangeOf(rig, one)).filter((range) => range !== null);
  if (ranges.length === 0) return null;
  const [from, to] = [Math.max(...ranges.map((range) => range.from)), Math.min(...ranges.map((range) => range.to))];
  if (from > to) return ranges[0]!.from;
  if (known != null && inRange(known, { from, to })) return known;
  return from + Math.min(OFF_DEFAULT_CHANNELS, Math.floor((to - from) / 2));
}

function within(ranges: readonly Range[], wanted: number): number | null {
  const [from, to] = [Math.max(1, ...ranges.map((range) => range.from)), Math.min(...ranges.map((range) => range.to))];
  return from > to ? null : Math.min(to, Math.max(from, wanted));
}
