/** What would make a pair work, or work better: gear nobody chose, tried by the same simulation before it is named. */
import { type RadioProfile, radiosOf, type TriggerProfile } from '../record/profile.ts';
import type { Fault } from '../rig/check.ts';
import type { KitItem } from '../rig/rig.ts';
import { hasSocket, NO_PART } from '../rig/stack.ts';
import { allWays, CARRIES, type CarriesName, type FitChoice, scoreOf, tryWay, type WayResult } from './fit.ts';
import type { Way } from './fitTrial.ts';

/** Gear by kind, what it must match, and what it brings. */
export interface FitNeed {
  kind: 'sender' | 'receiver' | 'pair' | 'cable' | 'cord' | 'firmware';
  /** Family to speak, when it is a matter of one. */
  family: string | null;
  /** Sockets or shoe systems it must have, in words of the kit; for firmware the version. */
  match: readonly string[];
  /** For firmware: the unit to update. */
  unit: string | null;
  gains: readonly CarriesName[];
  result: WayResult;
}

/** More would not be read. */
const SHOWN = 3;

export function whatWouldHelp(choice: FitChoice, body: KitItem, flash: KitItem, best: WayResult | null): FitNeed[] {
  const tried: Omit<FitNeed, 'gains'>[] = [
    ...newerFirmware(choice, body, flash),
    ...wires(choice, body, flash),
    ...moreSenders(choice, body, flash),
    ...moreReceivers(choice, body, flash),
  ];
  const helpful = withGains(tried, best);
  const all =
    helpful.some((need) => need.gains.includes('fires')) || best?.carries.fires.holds === true
      ? helpful
      : [...helpful, ...withGains(morePairs(choice, body, flash), best)];
  const kinds = new Set<string>();
  return all
    .sort((a, b) => scoreOf(b.result) - scoreOf(a.result))
    .filter((need) => {
      const key = `${need.kind} ${need.family} ${need.match.join()}`;
      return !kinds.has(key) && kinds.add(key);
    })
    .slice(0, SHOWN);
}

function withGains(tried: readonly Omit<FitNeed, 'gains'>[], best: WayResult | null): FitNeed[] {
  return tried
    .map((need) => ({
      ...need,
      gains: CARRIES.filter((name) => need.result.carries[name].holds === true && best?.carries[name].holds !== true),
    }))
    .filter((need) => need.gains.length > 0 && need.result.carries.fires.holds === true)
    .filter((need) => best === null || scoreOf(need.result) > scoreOf(best));
}

/** Any way that fails for its firmware, tried with the version it asks for. */
function newerFirmware(choice: FitChoice, body: KitItem, flash: KitItem): Omit<FitNeed, 'gains'>[] {
  return allWays(choice, body, flash).flatMap(({ way, carries }) => {
    const needed = CARRIES.map((name) => firmwareNeeded(carries[name].fault)).find((one) => one !== null);
    if (needed == null) return [];
    const newer = (item: KitItem): KitItem => ({ ...item, unit: { ...item.unit, firmware: needed } });
    const air = way.kind === 'air' ? way : null;
    const sendsItself = air?.sender.unit.id === body.unit.id;
    const trials: { item: KitItem; body: KitItem; flash: KitItem; way: Way }[] = [
      { item: flash, body, flash: newer(flash), way },
      ...(air
        ? [
            {
              item: air.sender,
              body: sendsItself ? newer(body) : body,
              flash,
              way: { ...air, sender: newer(air.sender) },
            },
          ]
        : []),
      ...(air?.receiver ? [{ item: air.receiver, body, flash, way: { ...air, receiver: newer(air.receiver) } }] : []),
    ];
    return trials.map((trial) => ({
      kind: 'firmware' as const,
      family: null,
      match: [needed],
      unit: trial.item.unit.id,
      result: tryWay(choice.families, trial.body, trial.flash, trial.way),
    }));
  });
}

const firmwareNeeded = (fault: Fault | null): string | null =>
  (fault && 'needed' in fault.params && fault.params.needed) || null;

/** A sync cable between the sockets both have, or a cord of the body's own system. */
function wires(choice: FitChoice, body: KitItem, flash: KitItem): Omit<FitNeed, 'gains'>[] {
  if (!choice.offCamera) return [];
  const [near, far] = [body.profile.syncSocket, flash.profile.syncSocket];
  const system = body.profile.kind === 'body' ? body.profile.shoe.system : null;
  const ways: Way[] = [
    ...(hasSocket(body) && hasSocket(flash)
      ? [{ kind: 'cable' as const, plugs: [near!, far!] as [string, string] }]
      : []),
    ...(system != null && system !== NO_PART && system !== 'centre-only'
      ? [{ kind: 'cord' as const, cord: system }]
      : []),
  ];
  return ways.map((way) => ({
    kind: way.kind as 'cable' | 'cord',
    family: null,
    match: way.kind === 'cable' ? way.plugs : [system!],
    unit: null,
    result: tryWay(choice.families, body, flash, way),
  }));
}

/** A sender with the body's own foot, of a family the flash hears. */
function moreSenders(choice: FitChoice, body: KitItem, flash: KitItem): Omit<FitNeed, 'gains'>[] {
  return remoteFamilies(flash).map((family) => {
    const sender = imaginedSender(choice, body, family);
    return {
      kind: 'sender' as const,
      family,
      match: [triggerFoot(sender)],
      unit: null,
      result: tryWay(choice.families, body, flash, { kind: 'air', family, sender, receiver: null }),
    };
  });
}

/** A receiver for the flash's own foot or socket, of a family somebody chosen sends. */
function moreReceivers(choice: FitChoice, body: KitItem, flash: KitItem): Omit<FitNeed, 'gains'>[] {
  const senders = [body, ...choice.triggers].flatMap((sender) =>
    radiosOf(sender.profile)
      .filter((radio) => radio.roles.includes('master'))
      .map((radio) => ({ sender, family: radio.family })),
  );
  return senders.map((from) => withReceiver(choice, body, flash, { kind: 'receiver', ...from }));
}

/** Both ends, where neither is there. */
function morePairs(choice: FitChoice, body: KitItem, flash: KitItem): Omit<FitNeed, 'gains'>[] {
  return [...choice.families.values()]
    .filter((family) => family.medium === 'radio')
    .map(({ id: family }) => {
      const sender = imaginedSender(choice, body, family);
      return withReceiver(choice, body, flash, { kind: 'pair', sender, family });
    });
}

function withReceiver(
  choice: FitChoice,
  body: KitItem,
  flash: KitItem,
  { kind, sender, family }: { kind: 'receiver' | 'pair'; sender: KitItem; family: string },
): Omit<FitNeed, 'gains'> {
  const receiver = imaginedReceiver(choice, flash, family);
  const { topShoe, syncSocket } = receiver.profile as TriggerProfile;
  return {
    kind,
    family,
    match: [topShoe === NO_PART ? (syncSocket ?? NO_PART) : (topShoe ?? NO_PART)],
    unit: null,
    result: tryWay(choice.families, body, flash, { kind: 'air', family, sender, receiver }),
  };
}

const remoteFamilies = (item: KitItem): string[] =>
  radiosOf(item.profile)
    .filter((radio) => radio.roles.includes('remote'))
    .map((radio) => radio.family);

const triggerFoot = (item: KitItem): string =>
  item.profile.kind === 'trigger' ? (item.profile.foot ?? NO_PART) : NO_PART;

/** Gear one would buy new: of the family's newest generation. */
function radioOf(choice: FitChoice, family: string, roles: RadioProfile['roles']): RadioProfile {
  const generations = choice.families.get(family)?.generations ?? [];
  const newest = Math.max(0, ...generations.map((one) => one.number));
  return { family, roles, ...(newest > 0 && { generation: newest }) };
}

const imagined = (profile: TriggerProfile): KitItem => ({
  unit: { id: profile.id, profile: profile.id, label: profile.model },
  profile,
});

function imaginedSender(choice: FitChoice, body: KitItem, family: string): KitItem {
  const shoe = body.profile.kind === 'body' ? body.profile.shoe.system : null;
  return imagined({
    id: `wanted-sender-${family}`,
    maker: '-',
    model: 'a sender',
    kind: 'trigger',
    foot: shoe ?? 'centre-only',
    topShoe: NO_PART,
    radios: [radioOf(choice, family, ['master'])],
    syncSocket: NO_PART,
  });
}

function imaginedReceiver(choice: FitChoice, flash: KitItem, family: string): KitItem {
  const foot = flash.profile.kind === 'flash' ? (flash.profile.foot ?? 'centre-only') : 'centre-only';
  const volts = flash.profile.kind === 'flash' ? (flash.profile.triggerVoltage ?? 0) : 0;
  return imagined({
    id: `wanted-receiver-${family}`,
    maker: '-',
    model: 'a receiver',
    kind: 'trigger',
    foot: NO_PART,
    topShoe: foot,
    radios: [radioOf(choice, family, ['remote'])],
    syncSocket: flash.profile.syncSocket ?? NO_PART,
    // Part of what it must bring: it bears what the flash puts on its contacts.
    toleratesV: volts,
  });
}
