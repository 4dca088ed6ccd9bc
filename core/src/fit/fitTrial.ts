/** A body, a flash and what stands between them, all set right: the rig by which Fit asks what the gear itself allows. */
import type { Family } from '../record/family.ts';
import type { FlashProfile, Profile, RadioProfile } from '../record/profile.ts';
import type { Settings } from '../record/settings.ts';
import { channelsOf, groupsOf, lettersBetween } from '../rig/net.ts';
import { type Body, isBody, type KitItem, type Light, type Placed, type Rig, rigOf } from '../rig/rig.ts';
import { plugsToFlash } from '../rig/stack.ts';

/** One way from a body to a flash. `air` names the family spoken and who sends and receives. */
export type Way =
  | { kind: 'shoe' }
  | { kind: 'stack'; on: KitItem }
  | { kind: 'cord'; cord: string }
  | { kind: 'cable'; plugs: [string, string] }
  | { kind: 'eye' }
  | { kind: 'air'; family: string; sender: KitItem; receiver: KitItem | null };

/** The ids of a trial's parts: units may stand on both sides, so that each part is named by what it does. */
const PART = {
  body: 'p1-body',
  sender: 'p2-sender',
  receiver: 'p3-receiver',
  witness: 'p4-witness',
  flash: 'p5-flash',
};

export interface Trial {
  rig: Rig;
  body: Body;
  light: Light;
  sender: Placed | null;
  /** Which real unit each part stands for; the witness of an eye stands for none. */
  unitOf: ReadonlyMap<string, string>;
}

/** Full light is always within a flash's range, recorded or not. */
const TRIAL_POWER = 0;
/** Slow enough that no link's delay matters: the frame is judged by `cleanTo`. */
const TRIAL_SHUTTER = '1/30';

const GOOD: Settings = { on: true, selector: 'flash', passThrough: true, startedInOrder: true, lamp: true };

export function trialOf(families: ReadonlyMap<string, Family>, body: KitItem, flash: KitItem, way: Way): Trial {
  const bench = new TrialBench(families, body, flash);
  if (way.kind === 'air') bench.placeAir(way);
  else bench.placeWire(way);
  return bench.trial(way.kind === 'air');
}

/** The parts of a trial under construction. */
class TrialBench {
  private readonly placed: Placed[] = [];
  private readonly unitOf = new Map<string, string>();
  private readonly body: Placed;
  /** What the light should do. */
  private readonly wish: Settings;

  constructor(
    private readonly families: ReadonlyMap<string, Family>,
    private readonly bodyItem: KitItem,
    private readonly flash: KitItem,
  ) {
    const { profile } = bodyItem;
    const shutter = profile.kind === 'body' ? profile.shutters.find((one) => one.flash !== false) : undefined;
    this.body = this.add(PART.body, bodyItem, {
      ...(shutter && { shutterType: shutter.type }),
      shutter: TRIAL_SHUTTER,
      flashFiring: true,
      exposureMode: 'manual',
      popupUp: true,
    });
    const power = flash.profile.kind === 'flash' ? (flash.profile.power.ceiling ?? TRIAL_POWER) : TRIAL_POWER;
    this.wish = { mode: 'manual', power, firesFor: [PART.body] };
  }

  trial(isAir: boolean): Trial {
    const rig = rigOf(this.families, this.placed);
    const sender = rig.placed.get(PART.sender) ?? rig.placed.get(PART.body)!;
    return {
      rig,
      body: rig.bodies.find(isBody)!,
      light: rig.placed.get(PART.flash)! as Light,
      sender: isAir ? sender : null,
      unitOf: this.unitOf,
    };
  }

  placeWire(way: Exclude<Way, { kind: 'air' }>): void {
    if (way.kind === 'stack') this.add(PART.sender, way.on, { role: 'off', mount: PART.body });
    if (way.kind === 'eye') this.placed.push(witness(this.body));
    this.add(PART.flash, this.flash, { ...this.wish, ...wired(way, this.flash.profile) });
  }

  placeAir(way: AirWay): void {
    const { flash, wish } = this;
    const family = this.families.get(way.family);
    const hearing = way.receiver ?? flash;
    const ofSender = radioFor(way.sender.profile, way.family, 'master');
    const ofHearer = radioFor(hearing.profile, way.family, 'remote');
    const air: Settings = { channel: commonChannel(ofSender, ofHearer, family), networkId: 0, pin: 1 };
    const sender = this.senderOf(way);
    Object.assign(sender.settings, { ...air, family: way.family, role: 'master' });
    // The flash listens to what it has when the sender's family is none of its own: that is what the line then shows.
    const own = ofHearer ? way.family : (hearing.profile.radios?.[0]?.family ?? null);
    const listening: Settings = { ...air, role: 'remote', ...(own !== null && { family: own }) };
    const link = family?.medium === 'optical' ? 'optical' : 'radio';
    const hearer = way.receiver
      ? this.add(PART.receiver, way.receiver, listening)
      : this.add(PART.flash, flash, { ...wish, ...listening, link });
    if (way.receiver)
      this.add(PART.flash, flash, { ...wish, ...onReceiver(way.receiver, flash), link, receiver: PART.receiver });
    const heard = ofHearer ? groupsOf(ofHearer, family) : null;
    const letter = this.lettersTo(sender, hearer).find((one) => heard === null || heard.includes(one));
    if (letter === undefined) return;
    Object.assign(hearer.settings, { group: letter });
    Object.assign(sender.settings, { groups: { [letter]: { on: true, mode: wish.mode, power: wish.power } } });
  }

  /** The body itself, or what sits on it. */
  private senderOf({ sender }: AirWay): Placed {
    if (sender.unit.id === this.bodyItem.unit.id) return this.body;
    const { mode, power } = this.wish;
    const onShoe: Settings = sender.profile.kind === 'flash' ? { link: 'shoe', mode, power } : {};
    return this.add(PART.sender, sender, { ...onShoe, mount: PART.body });
  }

  /** Letters both ends know; empty where the family has none or nobody recorded them. */
  private lettersTo(sender: Placed, hearer: Placed): readonly string[] {
    return lettersBetween(rigOf(this.families, [sender, hearer]), sender, hearer) ?? [];
  }

  private add(id: string, item: KitItem, settings: Settings): Placed {
    const one = { id, unit: { ...item.unit, id }, profile: item.profile, settings: { ...GOOD, ...settings } };
    this.placed.push(one);
    this.unitOf.set(id, item.unit.id);
    return one;
  }
}

type AirWay = Extract<Way, { kind: 'air' }>;

function wired(way: Exclude<Way, { kind: 'air' }>, profile: Profile): Settings {
  switch (way.kind) {
    case 'shoe':
      return { role: 'local', link: 'shoe', mount: PART.body };
    case 'stack':
      return { role: 'local', link: 'shoe', mount: PART.sender };
    case 'cord':
      return { role: 'local', link: 'cord', mount: PART.body, cord: way.cord };
    case 'cable':
      return { role: 'local', link: 'cable', mount: PART.body, plugs: way.plugs };
    case 'eye':
      return { role: 'eye', link: 'eye', sees: [PART.witness], eye: eyeOf(profile) };
  }
}

const eyeOf = (profile: Profile) => (profile.kind === 'flash' ? (profile.eyes?.[0] ?? null) : null);

/** Some other light that fires, so that an eye has something to answer. */
function witness(body: Placed): Placed {
  const system = body.profile.kind === 'body' ? (body.profile.shoe.system ?? 'centre-only') : 'centre-only';
  const profile: FlashProfile = {
    id: PART.witness,
    maker: '-',
    model: '-',
    kind: 'flash',
    foot: system,
    radios: [],
    eyes: [],
    can: { 'on-body': { fire: true, manual: true } },
    power: { floor: 0, ceiling: 0, scale: 'fraction' },
    triggerVoltage: 0,
    lampSwitch: false,
  };
  const unit = { id: PART.witness, profile: profile.id, label: 'another light' };
  const settings: Settings = { ...GOOD, role: 'local', link: 'shoe', mount: PART.body, mode: 'manual', power: 0 };
  return { id: PART.witness, unit, profile, settings };
}

const radioFor = (profile: Profile, family: string, role: 'master' | 'remote'): RadioProfile | undefined =>
  profile.radios?.find((radio) => radio.family === family && radio.roles.includes(role));

/** On the receiver's top shoe where both have one, else by a cable between their sockets. */
function onReceiver(receiver: KitItem, flash: KitItem): Settings {
  const plugs = plugsToFlash(receiver, flash);
  return { role: 'local', ...(plugs && { plugs }) };
}

function commonChannel(a: RadioProfile | undefined, b: RadioProfile | undefined, family: Family | undefined): number {
  const ranges = [a, b].map((radio) => (radio ? channelsOf(radio, family) : null)).filter((range) => range !== null);
  const from = Math.max(1, ...ranges.map((range) => range.from));
  return ranges.length > 0 && ranges.every((range) => from <= range.to) ? from : (ranges[0]?.from ?? 1);
}
