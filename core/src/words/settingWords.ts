/** Names and values of settings and fields as people say them. */
import { HAND } from '../measure/newId.ts';
import { stopsLabel } from '../measure/stops.ts';
import { type PowerDial, powerOnDial } from '../exposure/powerScale.ts';
import type { Profile } from '../record/profile.ts';
import type { Ability, Position } from '../record/profileTerms.ts';
import type { PairField } from '../record/settingTerms.ts';
import { groupPartsOf, pairPartsOf } from '../record/settingPath.ts';
import type { PlainSetting, SettingPath, Settings } from '../record/settings.ts';
import type { FieldPath, FieldRef } from '../rig/check.ts';

/** What a person may call a unit, family or field by its id. */
export interface Names {
  unit(id: string): string;
  family(id: string): string;
  /** A power in stops below full as that unit's own display writes it. */
  power(unit: string, stops: number): string;
}

const SETTING_NAMES: Readonly<Record<PlainSetting, string>> & Readonly<Record<string, string>> = {
  purpose: 'purpose',
  place: 'place',
  walkSeconds: 'walk',
  on: 'power switch',
  role: 'role',
  mount: 'sits on',
  link: 'link',
  receiver: 'receiver',
  plugs: 'cable plugs',
  sees: 'lights in its view',
  firesFor: 'bodies it fires for',
  family: 'family',
  channel: 'channel',
  networkId: 'ID',
  group: 'group',
  mode: 'mode',
  power: 'power',
  dialledPower: 'power dialled on it',
  eye: 'eye',
  lamp: 'flash tube',
  shutterType: 'shutter type',
  shutter: 'shutter',
  flashFiring: 'flash firing',
  exposureMode: 'exposure mode',
  curtain: 'curtain sync',
  popupUp: 'pop-up',
  secondsBetween: 'seconds between frames',
  burstFrames: 'frames in a burst',
  attitudes: 'how it is held',
  stranger: 'whose it is',
  passive: 'fires only',
  tailDelayUs: 'tail delay',
  sightUpright: 'line of sight, camera upright',
  heardShare: 'tests it answered',
  cord: 'cord',
  pin: 'PIN',
  multiPops: 'pops in a frame',
  multiHz: 'pops a second',
  trim: 'trim on the unit',
  compensation: 'compensation',
  hss: 'high-speed sync',
  sight: 'line of sight',
  covered: 'sensor cover',
  offAxis: 'angle to its sensor',
  inSun: 'sun on it',
  distanceM: 'distance',
  cableM: 'cable length',
  beep: 'beep',
  zoomAuto: 'automatic zoom',
  zoomMm: 'zoom',
  modelling: 'modelling lamp',
  aim: 'aim',
  subjectM: 'distance to what it lights',
  modifierLoss: 'lost in its modifier',
  gelLoss: 'lost in its gel',
  densityLoss: 'density in front of it',
  aperture: 'aperture',
  roomAim: 'room wanted',
  iso: 'ISO',
  isoAuto: 'automatic ISO',
  wbAuto: 'automatic white balance',
  previewOn: 'exposure preview',
  redEye: 'red-eye lamp',
  'profile.compLimit': 'most compensation',
  'profile.sensor.halfAngle': 'angle of view',
  'profile.sensor.indoorM': 'reach indoors',
  'profile.sensor.outdoorM': 'reach in sun',
  'family.reachM': 'reach of the family',
  asleep: 'sleep',
  broken: 'state',
  cells: 'cells',
  seated: 'foot',
  hot: 'heat',
  selector: 'selector',
  passThrough: 'pass-through',
  startedInOrder: 'switch-on order',
  firmware: 'firmware',
  'profile.noFlashModes': 'modes that leave the flash alone',
  'profile.triggerVoltage': 'trigger voltage',
  'profile.toleratesV': 'highest voltage',
  'profile.wakesByRadio': 'waking by its sender',
  'profile.radio.generation': 'generation of its radio',
  'profile.multi.pops': 'most pops in a frame',
  'profile.multi.hz': 'most pops a second',
  'profile.multi.power': 'highest power in multi',
  'profile.recycle.full': 'charging time at full power',
  'profile.recycle.floor': 'charging time at lowest power',
  'profile.sleepMinutes': 'sleep time',
  'profile.duration.measure': 'measure of the pulse',
  'profile.duration.fullUs': 'length of the pulse',
  'profile.shoe.centre': 'centre contact of the shoe',
  'profile.shoe.system': 'shoe system',
  'profile.foot': 'foot',
  'profile.topShoe': 'top shoe',
  'profile.syncSocket': 'sync socket',
  'profile.selector': 'whether it has a selector',
  'profile.shutters.flash': 'flash with this shutter',
  'profile.shutters.curtainUs': 'sync time',
  'profile.eyes': 'eye modes',
  'profile.power.floor': 'lowest power',
  'profile.power.ceiling': 'highest power',
  'profile.radio.groups': 'groups of its radio',
  'profile.radio.channels': 'channels of its radio',
  'family.networkIds': 'network IDs of the family',
  'family.carries.power': 'power over the family',
  'family.carries.ttl': 'TTL over the family',
  'family.carries.hss': 'high-speed sync over the family',
  'family.carries.rear': 'rear curtain over the family',
  'family.carries.mode': 'mode over the family',
  'family.generations.heardByOlder': 'hearing by older generations',
};

/** Whether a name is that of a setting; `profile.` and `family.` fields are none. */
export const isSettingPath = (name: string): name is SettingPath =>
  groupPartsOf(name) !== null ||
  pairPartsOf(name) !== null ||
  (Object.hasOwn(SETTING_NAMES, name) && !name.includes('.') && name !== 'firmware');

/** Settings that mean something when left out, and so are never unrecorded. */
const MEANT_WHEN_LEFT_OUT: Readonly<Record<string, string>> = {
  plugs: 'no cable',
  receiver: 'its own radio',
  firesFor: 'every body its link can serve',
  dialledPower: 'what is wanted',
  asleep: 'taken as awake',
  broken: 'taken as works',
  cells: 'taken as good',
  seated: 'taken as home',
  hot: 'taken as cool',
  secondsBetween: 'one frame at a time',
  burstFrames: 'on and on',
  attitudes: 'level',
  stranger: 'ours',
  passive: 'off',
  tailDelayUs: 'none',
  sightUpright: 'as when it is level',
  heardShare: 'taken as all',
  curtain: 'front',
  trim: 'none',
  compensation: 'none',
  hss: 'not wanted',
  sight: 'taken as clear',
  covered: 'taken as free',
  offAxis: 'taken as in its view',
  inSun: 'taken as in no sun',
  distanceM: 'taken as near enough',
  cableM: 'not measured',
  beep: 'taken as off',
  zoomAuto: 'taken as off',
  modelling: 'taken as off',
  modifierLoss: 'taken as none',
  gelLoss: 'taken as none',
  densityLoss: 'taken as none',
  isoAuto: 'taken as off',
  wbAuto: 'taken as off',
  previewOn: 'taken as off',
  redEye: 'taken as off',
  roomAim: 'no matter',
};

/** What a setting means when it is left out; undefined where it is then not recorded. */
export const meantWhenLeftOut = (path: FieldPath): string | undefined =>
  pairPartsOf(path) ? 'as for the others' : MEANT_WHEN_LEFT_OUT[path];

const CAPABILITY = /^profile\.can\.([a-z-]+)\.([a-z]+)$/;

export const POSITION_NAMES: Readonly<Record<Position, string>> = {
  'on-body': 'on a body',
  stacked: 'on a trigger',
  radio: 'as a radio remote',
  optical: 'as an optical remote',
  eye: 'as an eye',
  cable: 'on a plain contact',
};

export const ABILITY_NAMES: Readonly<Record<Ability, string>> = {
  fire: 'fires',
  manual: 'manual power',
  ttl: 'TTL',
  hss: 'high-speed sync',
  rear: 'rear curtain',
  multi: 'multi mode',
  zoom: 'zoom',
  modelling: 'modelling lamp',
};

/** Short, since the other unit's name follows. */
const PAIR_NAMES: Readonly<Record<PairField, string>> = {
  sight: 'line of sight',
  sightUpright: 'sight, camera upright,',
  distanceM: 'distance',
  offAxis: 'angle',
};

/** @param names what other units are called; without them their ids stand. */
export function settingName(path: FieldPath, names?: Names): string {
  const pair = pairPartsOf(path);
  if (pair) {
    const other = names ? names.unit(pair.other) : pair.other;
    return pair.field === null ? `where it stands to ${other}` : `${PAIR_NAMES[pair.field]} from ${other}`;
  }
  const capability = CAPABILITY.exec(path);
  if (capability) {
    return `${ABILITY_NAMES[capability[2] as Ability]} ${POSITION_NAMES[capability[1] as Position]}`;
  }
  const group = groupPartsOf(path);
  if (!group) return SETTING_NAMES[path] ?? path;
  const { letter, field } = group;
  return field === 'on' ? `group ${letter}` : `group ${letter} ${field}`;
}

/** Words for true and false where `on` and `off` say nothing. */
const YES_NO: Readonly<Record<string, readonly [string, string]>> = {
  popupUp: ['up', 'down'],
  asleep: ['asleep', 'awake'],
  broken: ['broken', 'works'],
  seated: ['home', 'not home'],
  hot: ['too hot', 'cool'],
  startedInOrder: ['in order', 'out of order'],
  stranger: ['a stranger’s', 'ours'],
};

const WORDS: Readonly<Record<string, string>> = { ttl: 'TTL' };
export const wordFor = (value: string): string => WORDS[value] ?? value;

/** A sender shows its groups' powers as fractions; a flash its own as its model does. */
export const dialOf = (profile: Profile): PowerDial =>
  profile.kind === 'flash' ? profile.power : { scale: 'fraction' };

/** A power as a model's display writes it; in stops where the model is not known, or its scale is not. */
export function powerText(profile: Profile | undefined, stops: number): string {
  return (profile && powerOnDial(stops, dialOf(profile))) ?? `${stopsLabel(stops)} stops`;
}

/** A shutter time as it is said: "1/250", "0.8 s". */
export const shutterText = (label: string | null): string =>
  label === null ? 'not recorded' : /^[\d.]+$/.test(label) ? `${label} s` : label;

/** Settings in stops that are no powers. */
const STOPS: ReadonlySet<string> = new Set([
  'trim',
  'compensation',
  'aim',
  'roomAim',
  'modifierLoss',
  'gelLoss',
  'densityLoss',
]);

/** @param unit on whose scale a power is said; without it stops are. */
export function settingValue(path: FieldPath, value: unknown, names: Names, unit?: string): string {
  if (value == null) return meantWhenLeftOut(path) ?? 'not recorded';
  const field = groupPartsOf(path)?.field ?? pairPartsOf(path)?.field ?? path;
  if (typeof value === 'boolean') return (YES_NO[path] ?? ['on', 'off'])[value ? 0 : 1]!;
  if (field === 'power' || field === 'dialledPower')
    return unit === undefined ? stopsText(value as number) : names.power(unit, value as number);
  if (field === 'networkId') return value === 0 ? 'off' : String(value);
  if (field === 'walkSeconds' || field === 'secondsBetween') return `${String(value)} s`;
  if (field === 'tailDelayUs') return `${(Number(value) / 1000).toFixed(1)} ms`;
  if (field === 'heardShare') return `${Math.round(100 * Number(value))} of 100`;
  if (field === 'attitudes') return (value as string[]).join(' and ');
  if (field === 'aperture') return `f/${String(value)}`;
  if (field === 'zoomMm') return `${String(value)} mm`;
  if (field === 'distanceM' || field === 'cableM' || field === 'subjectM') return `${String(value)} m`;
  if (field === 'offAxis') return `${String(value)}°`;
  if (STOPS.has(field)) return stopsText(value as number);
  if (field === 'multiHz') return `${String(value)} Hz`;
  if (field === 'shutter') return shutterText(value as string);
  if (field === 'family') return names.family(value as string);
  if (field === 'mount' && value === HAND) return 'in somebody’s hand';
  if (field === 'mount' || field === 'receiver') return names.unit(value as string);
  if (field === 'plugs') return (value as string[]).join(' to ');
  if (typeof value === 'object' && !Array.isArray(value)) return pairValue(value, names);
  if (Array.isArray(value)) return value.length === 0 ? 'none' : enumerated(value.map((id) => names.unit(String(id))));
  return wordFor(String(value));
}

/** All that is noted of a pair: "line of sight blocked, distance 4 m". */
const pairValue = (pair: object, names: Names): string =>
  Object.entries(pair)
    .map(([field, value]) => said(field as FieldPath, value, names))
    .join(', ');

/** Fields whose name does not stand before "of". */
const OF_UNIT: Readonly<Record<string, (unit: string) => string>> = {
  mount: (unit) => `what ${unit} sits on`,
  sees: (unit) => `what ${unit} sees`,
  firesFor: (unit) => `which bodies ${unit} fires for`,
  attitudes: (unit) => `how ${unit} is held`,
  stranger: (unit) => `whose ${unit} is`,
  dialledPower: (unit) => `power dialled on ${unit}`,
  trim: (unit) => `trim on ${unit}`,
  inSun: (unit) => `whether the sun is on ${unit}`,
  broken: (unit) => `whether ${unit} works`,
  hot: (unit) => `whether ${unit} is hot`,
  'profile.selector': (unit) => `whether ${unit} has a selector`,
  'profile.shutters.flash': (unit) => `whether ${unit} fires a flash with this shutter`,
};

/** A field of a unit: "channel of Light 6", "what Sender 1 sits on". */
export const fieldOf = ({ unit, field }: FieldRef, names: Names): string =>
  OF_UNIT[field]?.(names.unit(unit)) ?? `${settingName(field, names)} of ${names.unit(unit)}`;

/** "−1 stop", "+1⅓ stops". */
export const stopsText = (stops: number): string =>
  `${stopsLabel(stops)} ${stops !== 0 && Math.abs(stops) <= 1 ? 'stop' : 'stops'}`;

/** A number with its setting, as said aloud: "channel 11", "ID off". */
export const said = (path: FieldPath, value: unknown, names: Names, unit?: string): string =>
  `${settingName(path, names)} ${settingValue(path, value, names, unit)}`;

/** So many labels are said one by one; more are drawn together where they are numbered: "Light 1 to 4 and Light 6". */
const MOST_SPELT = 3;
/** A run of numbers at least so long is drawn together. */
const LEAST_RUN = 3;

/** Every one of them by its label: "Light 3", "Light 3 and Light 5", "Light 1 to 4 and Eye". */
export function listed(ids: readonly string[], names: Names): string {
  const labels = ids.map((id) => names.unit(id));
  return enumerated(labels.length <= MOST_SPELT ? labels : withRuns(labels));
}

/** "1", "1 and 2", "1, 2 and 3". */
export const enumerated = (parts: readonly string[]): string =>
  parts.length < 2 ? (parts[0] ?? '') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)!}`;

/** Labels that end in one number after the other, as one. */
function withRuns(labels: readonly string[]): string[] {
  const byStem = new Map<string, number[]>();
  const plain = labels.filter((label) => {
    const match = /^(.*\D)([1-9]\d{0,5})$/.exec(label);
    if (!match) return true;
    byStem.set(match[1]!, [...(byStem.get(match[1]!) ?? []), Number(match[2])]);
    return false;
  });
  const runs = [...byStem].flatMap(([stem, numbers]) => runsOf(numbers).map(([from, to]) => runText(stem, from, to)));
  return [...runs.flat(), ...plain];
}

function runsOf(numbers: readonly number[]): [number, number][] {
  const runs: [number, number][] = [];
  for (const number of [...numbers].sort((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last && last[1] === number - 1) last[1] = number;
    else runs.push([number, number]);
  }
  return runs;
}

const runText = (stem: string, from: number, to: number): string[] =>
  to - from + 1 >= LEAST_RUN
    ? [`${stem}${from} to ${to}`]
    : Array.from({ length: to - from + 1 }, (_, index) => `${stem}${from + index}`);

/** What must then be dialled on the unit: "channel 11, ID 27, group A". */
export const netText = (settings: Settings, names: Names): string =>
  (['channel', 'networkId', 'pin', 'group'] as const)
    .filter((setting) => settings[setting] != null)
    .map((setting) => said(setting, settings[setting], names))
    .join(', ');
