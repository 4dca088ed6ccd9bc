/** The values each reason code carries: the evidence of a finding, from which `words/` makes sentences. */
import type { TestResult } from '../record/testFire.ts';
import type { Ability, Position } from '../record/profileTerms.ts';
import type { Code } from './codes.ts';

type None = Record<never, never>;
type Text = string | null;
type Num = number | null;

/** Firmware, as the unit has it and as it needs it. */
interface Versions {
  found: Text;
  needed: Text;
}

/** Two values that disagree; the expected one is the sender's. */
interface Pair<T> {
  sender: string;
  found: T;
  expected: T;
}

interface Letter {
  group: string;
  hearer: string;
  letters: readonly string[];
}

/** What a sender tells a group against what a light of it should have. */
export interface Overruled {
  light: string;
  group: string;
  setting: 'mode' | 'power';
  expected: string | number;
  found: string | number;
  stopsOff?: number;
}

/** What a sender is set to against what its hearers agree on. */
interface Odd {
  setting: 'channel' | 'networkId' | 'pin';
  found: number | null;
  expected: number;
  hearers: readonly string[];
}

/** A signal that comes through in part of the shots: `carried` is their share, null where nobody can say. */
interface Weakened {
  carried?: Num;
}

/** The numbers a unit's own model has, where what it is set to is none of them. */
interface OutOfRange {
  from?: number;
  to?: number;
}

interface Distance extends Weakened {
  /** It comes by way of a wall or a ceiling. */
  bounce?: boolean;
  distanceM: Num;
  reachM: Num;
}

/** Where the dark part of a picture lies as it is held; upright, on one of its sides. */
export type Edge = 'lower' | 'upper' | 'side';

interface DarkPart {
  shutter: Text;
  tauUs: number;
  openUs: number;
  delayUs: number;
  /** Share of the frame that is lit. */
  share: number;
  darkEdge: Edge | null;
}

export interface SlowPulse {
  light: string;
  shutter: Text;
  /** Stops from the best row to the worst. */
  gradient: number;
  /** Stops lost over the whole frame. */
  lost: number;
  tail: boolean;
  share: number;
  darkEdge: Edge | null;
  /** Stroboscopic fire: how many of its pops came while the shutter was open. */
  pops?: number;
  inside?: number;
}

interface Stray {
  body: string;
  /** The sender it hears, or the light it sees. */
  cause: string;
  link: Text;
  strange: boolean;
}

interface PowerLimit {
  wanted: number;
  limit: number;
  told: number;
  stopsOff: number;
}

interface EarlyEye {
  /** Whose light it answered. */
  cause: string;
  /** It was a flash against red eyes. */
  redEye?: boolean;
  eye: Text;
  atUs: Num;
}

/** The body's settings that change by themselves or get in the way of flash. */
export type BodyNuisance = 'isoAuto' | 'wbAuto' | 'previewOn' | 'redEye';

export interface CodeParams {
  'body.silent-shutter': { shutterType: Text };
  'body.scene-mode': { exposureMode: Text };
  'body.flash-disabled': None;
  'body.popup-down': None;
  'body.not-seated': { carrier: string };
  'body.no-sync-port': { item: string };
  'shoe.foreign': { body: string; shoe: Text; foot: Text };
  'shoe.no-centre': { item: string; shoe: Text; foot: Text };
  'shoe.no-top-shoe': { item: string };
  'shoe.passthrough-off': None;
  'shoe.passthrough-foreign': { trigger: string; top: Text; foot: Text };
  'shoe.start-order': { order: readonly string[] };
  'shoe.firmware': Versions;
  /** `body` where nothing on it speaks; the versions where the model can be master only from a firmware on. */
  'sender.no-link': { item?: string; body?: string } & Partial<Versions>;
  'sender.off': None;
  'sender.broken': None;
  'sender.asleep': { minutes: Num; quiet: Num };
  'sender.battery': { cells: Text };
  'sender.role': { role: Text };
  'sender.channel-range': { channel: Num; from: Num; to: Num };
  'sender.id-range': { networkId: Num; from: Num; to: Num };
  /** Its hearers agree with each other on what is expected, and not with it. */
  'sender.odd': Odd;
  'sender.group-range': Letter;
  'sender.group-off': Letter;
  'sender.rivals': Overruled & { rival: string };
  'air.no-sight': { upright: boolean };
  'air.covered': None;
  'air.angle': { offAxis: Num; halfAngle: Num } & Weakened;
  'air.sun': Distance;
  'air.range': Distance;
  'air.interference': { carried: number };
  'air.cable-length': { distanceM: number; cableM: Num };
  'hearer.off': None;
  'hearer.broken': None;
  'hearer.asleep': { minutes: Num; quiet: Num };
  'hearer.battery': { cells: Text };
  'hearer.role': { role: Text; wanted: 'local' | 'remote' | 'eye'; eye?: Text };
  'hearer.medium': { link: Text; family: Text };
  'hearer.family': Pair<Text>;
  'hearer.maker-mode': Pair<Text>;
  /** `ability` where the older end loses that alone; else the hearer cannot hear the sender at all. */
  'hearer.generation': { sender?: string; found?: Num; expected?: Num; ability?: string };
  'hearer.channel': Pair<Num> & OutOfRange;
  'hearer.dip': Pair<Num> & { switches: number; differing: readonly string[] };
  'hearer.id': Pair<Num> & OutOfRange;
  'hearer.pin': Pair<Num>;
  /** `own` where its model has no such letter, and the letters are those it has. */
  'hearer.group': { group: Text; letters: readonly string[]; sender: string; own?: boolean };
  'hearer.selector': { selector: Text };
  'hearer.firmware': Versions & { position?: Position; ability?: Ability };
  'foot.no-receiver': { family: Text };
  'foot.socket': { near?: Text; far?: Text; receiver?: string };
  'foot.ttl-on-plain-link': { link: Text };
  'foot.voltage': { volts: Num; tolerated: Num; next: string };
  'eye.preflash': EarlyEye;
  'eye.burst': EarlyEye;
  'eye.waits-for-second': { seen: readonly string[] };
  'eye.nothing-in-view': { sees: readonly string[] };
  'eye.hss': { cause: string; share: number };
  'eye.anyone': None;
  'lamp.disabled': None;
  'lamp.mode': { position: Position | null; ability: Ability };
  'lamp.multi-limit': { pops: Num; hz: Num; power: Num; mostPops: Num; mostHz: Num; mostPower: Num };
  /** With a frame where a burst makes it too hot, without where somebody noted it on the unit. */
  'lamp.heat': { restSeconds: Num; frame?: number; pops?: Num };
  'lamp.recycling': { seconds: Num; between: number; cells: Text; frame: Num };
  'lamp.power-floor': PowerLimit;
  'lamp.power-ceiling': PowerLimit;
  'frame.over-sync': DarkPart;
  'frame.latency': DarkPart;
  'frame.rear-curtain': DarkPart;
  /** `lostAt` and `by` say which check lost it, and at which unit. */
  'frame.no-hss': { shutter: Text; share: number; tail: boolean; lostAt: Code; by: string };
  'frame.tail-gradient': SlowPulse;
  'frame.duration': SlowPulse;
  'power.dialled': { wanted: number; dialled: number; stopsOff: number };
  'power.local-trim': { trim: number; stopsOff: number };
  'power.comp-limit': { body: string; limit: number; over: number };
  'power.rounded': { wanted: number; rounded: number; error: number };
  'power.by-hand': { link: Text };
  'power.overwritten': Overruled;
  'power.shared-group': Overruled;
  'crew.clash': Stray;
  'crew.no-id': { sender: string; free: Num };
  'crew.channels-exhausted': Stray & { family: Text };
  'crew.emitter-near': { emitter: Text; mhz: Num; channel: Num } & Weakened;
  'advice.iso-auto': { setting: BodyNuisance };
  'advice.wb-auto': { setting: BodyNuisance };
  'advice.preview-on': { setting: BodyNuisance };
  'advice.red-eye': { setting: BodyNuisance };
  'advice.sleep-short': { minutes: number };
  'advice.zoom-auto': None;
  'advice.beep': None;
  'advice.no-spare-master': None;
  'advice.no-fallback': None;
  'advice.comp-twice': { body: string; sum: number };
  'advice.ttl-drift': None;
  'advice.mixed-firmware': { versions: readonly string[] };
  'advice.master-lights': None;
  'advice.unknown-field': { fields: readonly string[] };
  'advice.untested': { result: TestResult | null };
  'caution.strobe': { hz: Num };
  'caution.voltage': { volts: number };
  'caution.heat': { pops: number; rest: Num };
  'caution.trip': { link: Text };
  'caution.radio-law': { note: string };
}
