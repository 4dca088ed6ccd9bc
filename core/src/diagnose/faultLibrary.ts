/** Every way in which a look can really be otherwise than planned. docs/model.md, Faults. */
import { exactStep } from '../exposure/powerSteps.ts';
import { isSameValue } from '../record/change.ts';
import { type BodyProfile, radiosOf } from '../record/profile.ts';
import { EXPOSURE_MODES } from '../record/profileTerms.ts';
import { groupPath, readSetting, type SettingPath, type SettingValue } from '../record/settings.ts';
import { ROLES } from '../record/settingTerms.ts';
import { canBeSet } from '../rig/canBeSet.ts';
import { isJammed } from '../rig/emitters.ts';
import { byLikeness } from '../rig/likeness.ts';
import { channelRangeOf, familyOf, freeId, idRange, ownLetters } from '../rig/net.ts';
import { type Body, isBody, isFlash, isTrigger, type Light, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import type { Fault } from './fault.ts';
import { weightOf } from './faultWeights.ts';
import { surroundingFaults } from './surroundings.ts';

type Values = readonly (readonly [SettingPath, readonly SettingValue[]])[];

/** Far beyond what a signal reaches, as a multiple of the reach recorded. */
const TOO_FAR = 3;
/** Metres where no reach is recorded. */
const FAR_M = 60;
/** Degrees off its axis at which no sensor sees anything. */
const TURNED_AWAY = 120;
/** Share of the shots in which a disturbed light answers. */
const DISTURBED_SHARE = 0.5;
/** Seconds between frames of somebody who shoots as fast as it goes. */
const HURRIED_SECONDS = 0.3;
/** Shutter times a dial may have been turned to: far too fast, just too fast, and too slow to matter. */
const SHUTTERS = ['1/4000', '1/1000', '1/500', '1/320', '1/250', '1/125', '1/30', '1'] as const;
/** A plug that hangs loose. */
const LOOSE_PLUG = 'loose';

/** The units a signal of ours passes, which are those that can be at fault. */
export function unitsInUse(rig: Rig): Placed[] {
  const used = new Set<string>();
  const add = (id: string | null | undefined): void => {
    const one = id == null ? undefined : rig.placed.get(id);
    if (!one || used.has(one.id) || rig.strangers.has(one.id)) return;
    used.add(one.id);
    add(one.settings.mount);
    add(one.settings.receiver);
  };
  for (const { id } of [...rig.bodies, ...rig.senders, ...rig.lights]) add(id);
  // Of equal suspects none comes first for its name.
  return [...rig.placed.values()].filter(({ id }) => used.has(id)).sort(byLikeness);
}

/** @param found causes of this crew's earlier incidents, by their row in the table of weights. */
export function faultLibrary(rig: Rig, found?: ReadonlyMap<string, number>): Fault[] {
  const all = unitsInUse(rig).flatMap((placed) => [
    ...valuesOff(rig, placed).flatMap(([setting, values]) => faultsOf(placed, setting, values, found)),
    ...firmwareFaults(placed, found),
    ...surroundingFaults(rig, placed, found),
  ]);
  const named = new Set<string>();
  return all.filter((fault) => {
    const key = aboutOf(fault);
    if (key === null) return true;
    const isNew = !named.has(key);
    named.add(key);
    return isNew;
  });
}

/** Whoever or whatever is on the net of several senders is one cause, and named at the first of them. */
const aboutOf = ({ field, visitor, emitter }: Fault): string | null =>
  field === 'crew' || field === 'emitter' ? JSON.stringify([field, visitor?.settings ?? emitter]) : null;

/** One fault for each value, which share the weight of the field among them. */
function faultsOf(
  placed: Placed,
  setting: SettingPath,
  values: readonly SettingValue[],
  found?: ReadonlyMap<string, number>,
): Fault[] {
  const now = readSetting(placed.settings, setting);
  const off = values.filter((value) => !isSameValue(now, value));
  const weight = weightOf(setting, found) / Math.max(1, off.length);
  return off.map((to) => ({ unit: placed.id, field: setting, to, weight }));
}

/** Older than anything its model needs. */
const firmwareFaults = ({ id, unit }: Placed, found?: ReadonlyMap<string, number>): Fault[] =>
  unit.firmware == null ? [] : [{ unit: id, field: 'firmware', to: '0.0', weight: weightOf('firmware', found) }];

function valuesOff(rig: Rig, placed: Placed): Values {
  const own = isBody(placed) ? ofBody(placed) : isFlash(placed) ? ofFlash(rig, placed) : ofTrigger(placed);
  const all = [...own, ...ofNet(rig, placed), ...ofMaster(rig, placed), ...ofJoint(placed)];
  return all.map(([setting, values]) => [setting, values.filter((value) => canBeSet(rig, placed, setting, value))]);
}

function ofBody({ profile, settings }: Body): Values {
  const popups = profile.popup != null && profile.popup !== 'none';
  return [
    ['flashFiring', [false]],
    ['exposureMode', noFlashModes(profile)],
    ['shutterType', profile.shutters.map(({ type }) => type)],
    ['shutter', SHUTTERS],
    ['curtain', [settings.curtain === 'rear' ? 'front' : 'rear']],
    ['redEye', [true]],
    ['compensation', [-2, 2]],
    ['secondsBetween', [HURRIED_SECONDS]],
    ...(popups
      ? ([
          ['popupUp', [settings.popupUp !== true]],
          ['mode', ['manual', 'ttl']],
        ] as const)
      : []),
  ];
}

/** Of modes nobody said anything about one stands for all. */
const noFlashModes = (profile: BodyProfile) =>
  profile.noFlashModes == null
    ? (['scene'] as const)
    : EXPOSURE_MODES.filter((mode) => profile.noFlashModes!.includes(mode));

const ofPowered: Values = [
  ['on', [false]],
  ['asleep', [true]],
  ['broken', [true]],
  ['cells', ['flat', 'nearly empty']],
];

function ofFlash(rig: Rig, light: Light): Values {
  const { settings, profile } = light;
  const { link, sees } = settings;
  const isEye = link === 'eye';
  const roles = new Set(radiosOf(profile).flatMap((radio) => radio.roles));
  const sight = isEye || link === 'optical';
  return [
    ...ofPowered,
    [
      'role',
      ROLES.filter((role) => role === 'local' || (role === 'eye' ? hasEyes(light) : roles.has(role as 'remote'))),
    ],
    ['mode', ['manual', 'ttl', 'multi']],
    ['lamp', profile.lampSwitch === true ? [false] : []],
    ['hot', [true]],
    ['dialledPower', powersAround(light)],
    ['trim', [-1, 1]],
    ['compensation', settings.mode === 'ttl' ? [-2, 2] : []],
    ['hss', [settings.hss !== true]],
    ...(settings.tailDelayUs == null ? [] : ([['tailDelayUs', [null]]] as const)),
    ...(isEye
      ? ([
          ['eye', profile.eyes ?? ['S1', 'S2']],
          ['sees', sees == null ? [] : [[]]],
        ] as const)
      : []),
    ...(sight ? ofSight(light) : []),
    ...(link === 'radio' || sight ? ([['distanceM', [farFrom(rig, light)]]] as const) : []),
    ...(link === 'radio' || link === 'optical' ? ([['heardShare', [DISTURBED_SHARE]]] as const) : []),
  ];
}

const hasEyes = ({ profile }: Light): boolean => (profile.eyes?.length ?? 1) > 0;

const ofSight = ({ profile }: Light): Values => [
  ['covered', [true]],
  ['sight', ['blocked']],
  ['sightUpright', ['blocked']],
  ['inSun', [true]],
  ['offAxis', profile.sensor?.halfAngle == null ? [] : [TURNED_AWAY]],
];

/** One step more and less than is wanted, and far off either way. */
function powersAround({ settings, profile }: Light): number[] {
  const { power } = settings;
  const { floor, ceiling, step } = profile.power;
  if (power == null) return [];
  const one = exactStep(step ?? 1);
  const within = (value: number) => value >= (floor ?? -10) && value <= (ceiling ?? 0);
  return [...new Set([power - one, power + one, floor ?? power - 2, ceiling ?? power + 2])].filter(within);
}

function farFrom(rig: Rig, light: Light): number {
  const reach = familyOf(rig, light)?.reachM ?? light.profile.sensor?.indoorM;
  return reach == null ? FAR_M : reach * TOO_FAR;
}

const ofTrigger = (placed: Placed): Values => {
  if (!isTrigger(placed)) return [];
  const { radios, selector, passThroughSwitch, startOrder } = placed.profile;
  const roles = new Set(radios.flatMap((radio) => radio.roles));
  return [
    ...ofPowered,
    ['role', ROLES.filter((role) => role === 'off' || roles.has(role as 'remote'))],
    ...(selector === true || placed.settings.selector != null ? ([['selector', ['camera']]] as const) : []),
    ...(passThroughSwitch === true ? ([['passThrough', [false]]] as const) : []),
    ...(startOrder == null ? [] : ([['startedInOrder', [false]]] as const)),
  ];
};

/** What sits or hangs on another unit may come loose. */
function ofJoint({ settings }: Placed): Values {
  const { mount, receiver, plugs } = settings;
  if (plugs != null) return [['plugs', [[LOOSE_PLUG, plugs[1]]]]];
  return mount == null && receiver == null ? [] : [['seated', [false]]];
}

/** Every value anything of the look is set to; of those nobody is set to one stands for all, and one for all that are disturbed. */
function ofNet(rig: Rig, placed: Placed): Values {
  const radios = radiosOf(placed.profile);
  const inUse = radioInUse(placed);
  if (radios.length === 0 || inUse === null) return [];
  const related = [...rig.placed.values()].filter((one) =>
    radiosOf(one.profile).some(({ family }) => radios.some((own) => own.family === family)),
  );
  const used = <K extends 'channel' | 'networkId' | 'pin' | 'group'>(setting: K) => [
    ...new Set(related.map(({ settings }) => settings[setting]).filter((value) => value != null)),
  ];
  const ids = idRange(rig, placed);
  const pins = used('pin');
  return [
    ...(radios.length > 1 ? ([['family', radios.map(({ family }) => family)]] as const) : []),
    ['channel', [...used('channel'), ...unusedChannels(rig, placed, used('channel'))]],
    ...(ids === null
      ? []
      : ([
          ['networkId', [...new Set([...used('networkId'), 0, freeId(rig, ids)])].filter((id) => id !== null)],
        ] as const)),
    ...(familyOf(rig, placed)?.pairing === 'pin'
      ? ([['pin', [...pins, Math.max(0, ...(pins as number[])) + 1]]] as const)
      : []),
    ...(placed.settings.group == null ? [] : ([['group', ownLetters(rig, placed) ?? used('group')]] as const)),
  ];
}

function unusedChannels(rig: Rig, placed: Placed, used: readonly unknown[]): number[] {
  const range = channelRangeOf(rig, placed);
  if (!range) return [];
  const jammed = (channel: number) =>
    isJammed(rig, { ...placed, settings: { ...placed.settings, channel } }) !== undefined;
  const free: number[] = [];
  for (const isDisturbed of [false, true]) {
    if (isDisturbed && rig.around.emitters.length === 0) break;
    for (let channel = range.from; channel <= range.to; channel++) {
      if (used.includes(channel) || jammed(channel) !== isDisturbed) continue;
      free.push(channel);
      break;
    }
  }
  return free;
}

/** What a sender tells each letter that anything listens to. */
function ofMaster(rig: Rig, { id, settings }: Placed): Values {
  const told = settings.groups;
  if (told == null || settings.role !== 'master') return [];
  const listened = new Set(
    [...rig.placed.values()].flatMap((one) => (one.settings.group == null ? [] : [one.settings.group])),
  );
  const isRival = rig.senders.some((other) => other.id !== id);
  return [
    ...Object.keys(told)
      .filter((letter) => listened.has(letter))
      .flatMap((letter): Values => {
        const { power, mode } = told[letter]!;
        return [
          [groupPath(letter, 'on'), [told[letter]!.on === false]],
          [groupPath(letter, 'mode'), mode == null ? [] : ['manual', 'ttl']],
          [
            groupPath(letter, 'power'),
            power == null ? [] : [power - 1, power + 1, power - 3, power + 3].filter((p) => p <= 0),
          ],
        ];
      }),
    ...(isRival ? ([['passive', [settings.passive !== true]]] as const) : []),
  ];
}
