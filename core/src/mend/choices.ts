/**
 * What a crew may set: every setting of every unit of ours with the values its model has, the one it is at first.
 * docs/model.md, Least work. What is wanted is no choice, nor what nobody sets, such as where the walls are.
 */
import { type Change, isSameValue, isWish, settingKey } from '../record/change.ts';
import { type FlashProfile, radiosOf } from '../record/profile.ts';
import { groupPath, pairPath, readSetting, type SettingPath } from '../record/settings.ts';
import type { Settings, SettingValue } from '../record/settings.ts';
import type { Link } from '../record/settingTerms.ts';
import { canBeSet } from '../rig/canBeSet.ts';
import { clearChannels } from '../rig/emitters.ts';
import { isMeantFor } from '../rig/meantFor.ts';
import { channelRangeOf, freeId, idRange, ownLetters } from '../rig/net.ts';
import { isWired } from '../path/lampStation.ts';
import { type Body, bodyUnder, isBody, isFlash, type Light, type Placed, type Rig, sitsOn } from '../rig/rig.ts';
import { idleReceivers } from './gearMends.ts';

export interface Choice {
  unit: string;
  setting: SettingPath;
  /** As it is first, then what it could be. */
  values: readonly SettingValue[];
}

/** Of shutter times one that every curtain and a few pops fit into stands for all slower ones. */
const SLOW_SHUTTERS = ['1/60', '1'] as const;

type Values = readonly (readonly [SettingPath, readonly SettingValue[]])[];

/** @param suggested changes whose values count too: distances, plugs and the like have too many to list. */
export function choicesOf(rig: Rig, suggested: readonly Change[], allows: (change: Change) => boolean): Choice[] {
  const all = new Map<string, Choice & { values: SettingValue[] }>();
  const lights = new Set(rig.lights.map(({ id }) => id));
  const add = (placed: Placed, setting: SettingPath, value: SettingValue) => {
    const key = settingKey({ unit: placed.id, setting });
    // A flash that is no light of the look stays none: nobody asked for one more.
    if (isFlash(placed) && !lights.has(placed.id) && (setting === 'role' || setting === 'lamp')) return;
    const now = readSetting(placed.settings, setting);
    const change = { unit: placed.id, setting, from: now, to: value };
    if (isWish(change) || !allows(change)) return;
    const choice = all.get(key) ?? { unit: placed.id, setting, values: [now] };
    if (choice.values.some((one) => isSameValue(asMeant(setting, one), asMeant(setting, value)))) return;
    choice.values.push(value);
    all.set(key, choice);
  };
  for (const change of suggested) {
    const placed = rig.placed.get(change.unit);
    if (placed) add(placed, change.setting, change.to);
  }
  for (const placed of rig.placed.values()) {
    if (rig.strangers.has(placed.id)) continue;
    for (const [setting, values] of valuesOf(rig, placed)) {
      for (const value of values) if (canBeSet(rig, placed, setting, value)) add(placed, setting, value);
    }
  }
  return [...all.values()];
}

/** Settings that left out are off, and not unrecorded. */
const OFF_UNLESS_SAID: ReadonlySet<string> = new Set([
  'passive',
  'hss',
  'redEye',
  'covered',
  'inSun',
  'hot',
  'asleep',
  'broken',
]);

function asMeant(setting: SettingPath, value: SettingValue): SettingValue {
  if (OFF_UNLESS_SAID.has(setting)) return value ?? false;
  if (setting === 'compensation' || setting === 'trim') return value ?? 0;
  if (setting === 'curtain') return value ?? 'front';
  return value;
}

function valuesOf(rig: Rig, placed: Placed): Values {
  const own = isBody(placed) ? ofBody(rig, placed) : isFlash(placed) ? ofFlash(rig, placed) : ofTrigger(rig, placed);
  return [...own, ...ofRadio(rig, placed), ...ofCondition(placed)];
}

const SWITCH = [true, false] as const;

const ofBody = (rig: Rig, body: Body): Values => [
  // Switched off it only helps where no light is meant for it.
  ['flashFiring', rig.lights.some((light) => isMeantFor(rig, light, body) !== false) ? [true] : SWITCH],
  ['exposureMode', ['manual']],
  // No body has both curtains and a leaf shutter that one could change over to.
  [
    'shutterType',
    body.profile.shutters.flatMap(({ type, flash }) => (flash === false || type === 'leaf' ? [] : [type])),
  ],
  ['shutter', [...body.profile.shutters.flatMap(({ syncTime }) => syncTime ?? []), ...SLOW_SHUTTERS]],
  ['curtain', ['front']],
  ['redEye', [false]],
  ['compensation', [0]],
  ...(body.profile.popup != null && body.profile.popup !== 'none'
    ? ([
        ['popupUp', SWITCH],
        ['mode', ['manual']],
      ] as const)
    : []),
];

function ofFlash(rig: Rig, light: Light): Values {
  const { id, profile, settings } = light;
  const eyes = profile.eyes ?? [];
  // An eye answers every guest's flash too: a light is made one only where a mend suggests it.
  const isEye = settings.link === 'eye';
  const radio = radiosOf(profile).flatMap(({ roles }) => roles);
  // Where a light stands is wanted: it is not carried to a camera to have it fire.
  const hangs = settings.mount != null;
  const wires = hangs && servesByWire(rig, light) ? wiresOf(settings) : [];
  return [
    // Nobody switches a light off to have it fire.
    ['on', [true]],
    [
      'role',
      [
        ...(hangs ? (['local'] as const) : []),
        ...radio.filter((role) => role === 'remote' || hangs),
        ...(isEye ? (['eye'] as const) : []),
      ],
    ],
    ['link', [...wires, ...mediaOf(rig, profile)]],
    ['receiver', [null, ...idleReceivers(rig).map((receiver) => receiver.id)]],
    ['eye', eyes],
    ['sees', isEye ? viewsOf(rig, id, settings.sees ?? []) : []],
    ['lamp', [true]],
    // Metered, nobody said what power it should have.
    ...(settings.power == null ? [] : ([['mode', ['manual']]] as const)),
    ['hss', [false]],
    ['tailDelayUs', [null]],
    ['trim', [null]],
    ['compensation', [0]],
    ['dialledPower', [null]],
    ...ofStanding(settings),
  ];
}

const wiresOf = ({ plugs, cord }: Settings): Link[] => [
  'shoe',
  ...(plugs != null ? (['cable'] as const) : []),
  ...(cord != null ? (['cord'] as const) : []),
];

/** A wire serves one body: nobody is given it who is said to fire for another. */
const servesByWire = (rig: Rig, light: Light): boolean =>
  light.settings.firesFor?.every((id) => id === bodyUnder(rig.placed, light)?.id) ?? true;

/** Nearer, in sight and turned to it: what is noted against it, in general and to one other unit. */
function ofStanding(settings: Light['settings']): Values {
  const standing = (
    pair: Light['settings'] | NonNullable<Light['settings']['from']>[string],
    path: (field: 'sight' | 'sightUpright' | 'offAxis') => SettingPath,
  ): Values => [
    ...(pair.sight == null ? [] : ([[path('sight'), ['direct']]] as const)),
    ...(pair.sightUpright == null ? [] : ([[path('sightUpright'), ['direct']]] as const)),
    ...(pair.offAxis == null ? [] : ([[path('offAxis'), [0]]] as const)),
  ];
  const pairs = Object.entries(settings.from ?? {});
  return [
    ...standing(settings, (field) => field),
    ...pairs.flatMap(([other, pair]) => standing(pair, (field) => pairPath(other, field))),
  ];
}

/** What an eye could be turned to: one thing more, one less, or one alone. */
function viewsOf(rig: Rig, id: string, sees: readonly string[]): string[][] {
  // A body flashes only where it has a pop-up.
  const flashing = rig.bodies.filter(({ profile }) => profile.popup === 'plain' || profile.popup === 'commander');
  const lights = [...rig.lights, ...flashing]
    .map((one) => one.id)
    .filter((one) => one !== id && !rig.strangers.has(one));
  return [
    ...lights.filter((one) => !sees.includes(one)).flatMap((one) => (sees.length === 0 ? [] : [[...sees, one]])),
    ...lights.filter((one) => !sees.includes(one)).map((one) => [one]),
    ...sees.map((one) => sees.filter((other) => other !== one)),
    ...sees.map((one) => [one]),
  ];
}

/** What its own radios send by. */
const mediaOf = (rig: Rig, profile: FlashProfile) =>
  radiosOf(profile).flatMap(({ family, roles }) =>
    roles.includes('remote') ? (rig.families.get(family)?.medium ?? []) : [],
  );

function ofTrigger(rig: Rig, { id, profile }: Placed): Values {
  const roles = radiosOf(profile).flatMap((radio) => radio.roles);
  const speaks = roles.includes('master');
  return [
    ['on', speaks ? SWITCH : [true]],
    ['role', speaks ? ['off', ...roles] : roles],
    // What a light hangs on stays where it is: the light would serve another body.
    ...(speaks && !rig.lights.some((light) => isWired(light) && sitsOn(rig.placed, light, id))
      ? ([['mount', rig.bodies.filter((body) => !rig.strangers.has(body.id)).map((body) => body.id)]] as const)
      : []),
    ['selector', ['flash']],
    ['passThrough', [true]],
    ['startedInOrder', [true]],
  ];
}

/** Family, channel, ID, PIN and letters: what anything of the look is on, and one nobody is on. */
function ofRadio(rig: Rig, placed: Placed): Values {
  const radios = radiosOf(placed.profile);
  if (radios.length === 0) return [];
  const all = [...rig.placed.values()].filter((one) =>
    radiosOf(one.profile).some(({ family }) => radios.some((own) => own.family === family)),
  );
  const used = <K extends 'channel' | 'networkId' | 'pin' | 'group'>(setting: K) => [
    ...new Set(all.map(({ settings }) => settings[setting]).filter((value) => value != null)),
  ];
  const ids = idRange(rig, placed);
  const channels = channelRangeOf(rig, placed);
  const letters = lettersIn(rig, placed, used('group') as string[]);
  const speaks = radios.some(({ roles }) => roles.includes('master'));
  return [
    ...(radios.length > 1 ? ([['family', radios.map(({ family }) => family)]] as const) : []),
    [
      'channel',
      [...used('channel'), ...clearChannels(rig, placed, []).slice(0, 1), ...(channels ? [channels.from] : [])],
    ],
    ...(ids === null
      ? []
      : ([['networkId', [...used('networkId'), 0, freeId(rig, ids)].filter((id) => id !== null)]] as const)),
    ['pin', used('pin')],
    ...(radios.some(({ roles }) => roles.includes('remote')) ? ([['group', letters]] as const) : []),
    ...(speaks ? ofLetters(all, letters) : []),
    ...ofPassive(rig, placed),
  ];
}

/** Of several masters of a family one may leave the lights to the others. */
function ofPassive(rig: Rig, { id, settings, profile }: Placed): Values {
  if (settings.passive === true) return [['passive', [false]]];
  const families = new Set(radiosOf(profile).map(({ family }) => family));
  const isRival = (other: Placed) =>
    other.id !== id && radiosOf(other.profile).some(({ family }) => families.has(family));
  const speaks = rig.senders.some((sender) => sender.id === id && sender.settings.role === 'master');
  return speaks && rig.senders.some(isRival) ? [['passive', [true]]] : [];
}

/** The letters in use, and the first one that is not. */
function lettersIn(rig: Rig, placed: Placed, used: readonly string[]): string[] {
  const own = ownLetters(rig, placed) ?? used;
  const free = own.find((letter) => !used.includes(letter));
  return [...used.filter((letter) => own.includes(letter)), ...(free === undefined ? [] : [free])];
}

function ofLetters(all: readonly Placed[], letters: readonly string[]): Values {
  const flashes = all.filter(isFlash);
  const powers = [...new Set(flashes.flatMap(({ settings }) => settings.power ?? []))];
  const modes = [...new Set(flashes.flatMap(({ settings }) => settings.mode ?? []))];
  return letters.flatMap((letter): Values => [
    [groupPath(letter, 'on'), SWITCH],
    [groupPath(letter, 'mode'), ['manual', ...modes]],
    [groupPath(letter, 'power'), powers],
  ]);
}

/** What somebody noted against a unit; nobody makes it worse on purpose. */
const ofCondition = ({ settings }: Placed): Values => [
  ...(settings.broken === true ? ([['broken', [false]]] as const) : []),
  ...(settings.asleep === true ? ([['asleep', [false]]] as const) : []),
  ...(settings.seated === false ? ([['seated', [true]]] as const) : []),
  ...(settings.cells != null && settings.cells !== 'good' ? ([['cells', ['good']]] as const) : []),
  ...(settings.covered === true ? ([['covered', [null]]] as const) : []),
  ...(settings.inSun === true ? ([['inSun', [null]]] as const) : []),
  ...(settings.hot === true ? ([['hot', [null]]] as const) : []),
];
