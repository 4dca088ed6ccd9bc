/** The nets of an event: units that must share a channel and an ID or PIN all evening. docs/model.md, Air. */
import { inRange } from '../measure/range.ts';
import { type Cost, costOf } from '../mend/cost.ts';
import { UNMEASURED_WALK_SECONDS } from '../mend/cost.ts';
import type { Family } from '../record/family.ts';
import type { Change } from '../record/change.ts';
import type { SettingPath } from '../record/settings.ts';
import { channelRangeOf, idRange, networkIdOf } from '../rig/net.ts';
import { hearerOf, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import { isOurMaster, sendersServing } from '../rig/serving.ts';

/** What keeps nets of one family on one channel apart: the network ID, a PIN, or nothing at all. */
export type CodeSort = 'id' | 'pin' | 'none';

/** Where a net is: null where nobody recorded it, or it has no such code. */
export interface Seat {
  channel: number | null;
  code: number | null;
}

export interface Member {
  unit: string;
  /** As it is dialled, or else as its first look has it. */
  now: Seat;
  /** Whether it can be set to a code at all; one that cannot has its ID off for ever. */
  hasCode: boolean;
  /** What it costs to change its channel, its code or both, in seconds. */
  seconds: { channel: number; code: number; both: number };
}

export interface Net {
  family: Family;
  /** Its senders, in the order of their ids. */
  masters: readonly string[];
  members: readonly Member[];
  /** Where most of it is planned to be at present. */
  now: Seat;
  codeSort: CodeSort;
  /** Channels everybody on it can be set to; only the present one where nobody recorded which there are. */
  channels: readonly number[];
  /** Codes everybody on it can be set to, both ends included; null where there are none to choose from. */
  codes: { from: number; to: number } | null;
  /** Not all of its units say which channels or IDs they have. */
  unrecorded: boolean;
}

/** Codes a PIN may have: four digits are what people can say across a room. */
const PINS = { from: 1000, to: 9999 };

interface Placing {
  rig: Rig;
  placed: Placed;
}

/** One family's units that talk to each other in these looks, joined over all of them. */
class Joined {
  private readonly parent = new Map<string, string>();
  readonly placings = new Map<string, Placing[]>();
  readonly masters = new Set<string>();

  add(placing: Placing): string {
    const { id } = placing.placed;
    if (!this.parent.has(id)) this.parent.set(id, id);
    this.placings.set(id, [...(this.placings.get(id) ?? []), placing]);
    return id;
  }

  root(id: string): string {
    let at = id;
    while (this.parent.get(at) !== at) at = this.parent.get(at)!;
    return at;
  }

  join(a: string, b: string): void {
    this.parent.set(this.root(a), this.root(b));
  }

  groups(): string[][] {
    const byRoot = new Map<string, string[]>();
    for (const id of [...this.placings.keys()].sort()) {
      const root = this.root(id);
      byRoot.set(root, [...(byRoot.get(root) ?? []), id]);
    }
    return [...byRoot.values()];
  }
}

/** @param rigs the looks of an event in their order. */
export function netsOfEvent(rigs: readonly Rig[]): Net[] {
  const byFamily = new Map<string, Joined>();
  const joinedOf = (family: string) => {
    const known = byFamily.get(family) ?? new Joined();
    byFamily.set(family, known);
    return known;
  };
  for (const rig of rigs) joinLook(rig, joinedOf);
  return [...byFamily.keys()].sort().flatMap((family) => {
    const joined = byFamily.get(family)!;
    const record = rigs.map((rig) => rig.families.get(family)).find(Boolean);
    return record ? joined.groups().map((units) => netOf(record, units, joined)) : [];
  });
}

function joinLook(rig: Rig, joinedOf: (family: string) => Joined): void {
  for (const sender of rig.senders) {
    if (!isOurMaster(rig, sender)) continue;
    const joined = joinedOf(radioInUse(sender)!.family);
    joined.masters.add(joined.add({ rig, placed: sender }));
  }
  for (const light of rig.lights) {
    const senders = sendersServing(rig, light);
    if (senders.length === 0) continue;
    const hearer = hearerOf(rig, light);
    const joined = joinedOf(radioInUse(hearer)!.family);
    const own = joined.add({ rig, placed: hearer });
    for (const sender of senders) joined.join(own, sender.id);
  }
}

function netOf(family: Family, units: readonly string[], joined: Joined): Net {
  const first = units.map((id) => joined.placings.get(id)![0]!);
  const codeSort = codeSortOf(family, first);
  const members = first.map((placing) => memberOf(placing, codeSort));
  const now = mostSeen(
    units.flatMap((id) => joined.placings.get(id)!.map(({ placed, rig }) => seatOf(rig, placed, codeSort))),
  );
  const ranges = first.map(({ rig, placed }) => channelRangeOf(rig, placed));
  const known = ranges.filter((range) => range !== null);
  const channels = known.length === 0 ? [] : channelsWithin(known, first);
  return {
    family,
    masters: units.filter((id) => joined.masters.has(id)),
    members,
    now,
    codeSort,
    channels: known.length < ranges.length && now.channel !== null ? [now.channel] : channels,
    codes: codesOf(codeSort, first),
    unrecorded: known.length < ranges.length || (codeSort === 'none' && family.networkIds == null),
  };
}

function channelsWithin(ranges: readonly { from: number; to: number }[], placings: readonly Placing[]): number[] {
  const [first] = ranges;
  const all = Array.from({ length: first!.to - first!.from + 1 }, (_, index) => first!.from + index);
  return all.filter(
    (channel) => ranges.every((range) => inRange(channel, range)) && placings.every((one) => canSwitch(one, channel)),
  );
}

/** Dip switches reach no further than their number allows. */
function canSwitch({ rig, placed }: Placing, channel: number): boolean {
  const switches = radioInUse(placed)?.dipSwitches ?? 0;
  const from = channelRangeOf(rig, placed)?.from ?? 0;
  return switches === 0 || channel - from < 2 ** switches;
}

function codeSortOf(family: Family, placings: readonly Placing[]): CodeSort {
  if (family.pairing === 'pin') return 'pin';
  return placings.some(({ rig, placed }) => idRange(rig, placed) !== null) ? 'id' : 'none';
}

function codesOf(sort: CodeSort, placings: readonly Placing[]): Net['codes'] {
  if (sort === 'none') return null;
  if (sort === 'pin') return PINS;
  const all = placings.map(({ rig, placed }) => idRange(rig, placed));
  const ranges = all.filter((range) => range !== null);
  // Where one unit has no IDs, those of all the others are off.
  if (ranges.length < all.length) return null;
  const [from, to] = [Math.max(1, ...ranges.map((one) => one.from)), Math.min(...ranges.map((one) => one.to))];
  return from > to ? null : { from, to };
}

function seatOf(rig: Rig, placed: Placed, sort: CodeSort): Seat {
  const code = sort === 'pin' ? (placed.settings.pin ?? null) : sort === 'id' ? networkIdOf(rig, placed) : null;
  return { channel: placed.settings.channel ?? null, code };
}

/** The setting a code stands in. */
export const codeSetting = (sort: CodeSort): SettingPath => (sort === 'pin' ? 'pin' : 'networkId');

function memberOf({ rig, placed }: Placing, sort: CodeSort): Member {
  const planned = seatOf(rig, placed, sort);
  const dialled = (setting: SettingPath, otherwise: number | null) =>
    (placed.unit.dialled?.[setting]?.value as number | undefined) ?? otherwise;
  const now = { channel: dialled('channel', planned.channel), code: dialled(codeSetting(sort), planned.code) };
  const change = (setting: SettingPath): Change => ({ unit: placed.id, setting, from: null, to: null });
  const seconds = (...settings: SettingPath[]): number => sumOf(costOf(rig, settings.map(change)));
  const code = codeSetting(sort);
  return {
    unit: placed.id,
    now,
    hasCode: sort === 'pin' || (sort === 'id' && idRange(rig, placed) !== null),
    seconds: { channel: seconds('channel'), code: seconds(code), both: seconds('channel', code) },
  };
}

const sumOf = ({ seconds, unmeasured }: Cost): number => seconds + unmeasured * UNMEASURED_WALK_SECONDS;

/** Where most are; of equals the first met, which the order of the looks and of ids within one decides for nobody's cost. */
function mostSeen(seats: readonly Seat[]): Seat {
  const most = <K extends keyof Seat>(key: K): Seat[K] => {
    const counts = new Map<number, number>();
    for (const seat of seats) if (seat[key] !== null) counts.set(seat[key], (counts.get(seat[key]) ?? 0) + 1);
    const best = Math.max(0, ...counts.values());
    const equals = [...counts].filter(([, count]) => count === best).map(([value]) => value);
    return equals.length === 0 ? null : Math.min(...equals);
  };
  return { channel: most('channel'), code: most('code') };
}

/** Whether a member is where a seat is. */
export const isSeated = ({ now, hasCode }: Member, to: Seat): boolean =>
  now.channel === to.channel && (!hasCode || now.code === to.code);

/** What a member's move from where it is to a seat costs, in seconds. */
export function movingSeconds(member: Member, to: Seat): number {
  const channel = to.channel !== member.now.channel;
  const code = member.hasCode && to.code !== member.now.code;
  if (channel && code) return member.seconds.both;
  return channel ? member.seconds.channel : code ? member.seconds.code : 0;
}
