/** A small rig in which every light works, for tests that spoil one thing at a time. */
import type { Family } from '../src/record/family';
import type { Look } from '../src/record/look';
import type { FlashProfile, Profile } from '../src/record/profile';
import { POSITIONS } from '../src/record/profileTerms.ts';
import type { Settings } from '../src/record/settings.ts';
import { buildRig, indexKit, type Kit } from '../src/rig/rig';
import { judge, type Judgement } from '../src/verdict/judge';

export interface Spoil {
  /** Settings by unit; null takes a setting away. */
  settings?: Record<string, { [K in keyof Settings]: Settings[K] | null }>;
  /** Fields of a profile by id. */
  profiles?: Record<string, object>;
  families?: Record<string, object>;
  /** What else is recorded of a unit itself. */
  units?: Record<string, object>;
  /** The firmware each unit shows. */
  firmware?: Record<string, string>;
  /** What the look says of itself. */
  look?: Pick<Look, 'quietMinutes' | 'emitters' | 'inTurn'>;
  /** Units the base rig lacks, each with the profile it is made from. */
  add?: Record<string, { like: string; settings: Settings; profile?: string }>;
}

const FAMILIES: Family[] = [
  {
    id: 'control',
    name: 'Control',
    medium: 'radio',
    channels: { from: 1, to: 32 },
    networkIds: { from: 1, to: 99 },
    groups: ['A', 'B', 'C', 'D'],
    pairing: 'none',
    carries: { power: true, ttl: true, mode: true, hss: true, rear: true },
  },
  {
    id: 'plain',
    name: 'Plain',
    medium: 'radio',
    channels: { from: 1, to: 16 },
    networkIds: 'none',
    groups: [],
    pairing: 'none',
    carries: { power: false, ttl: false, mode: false, hss: false, rear: false },
  },
  {
    id: 'light',
    name: 'Light',
    medium: 'optical',
    channels: { from: 1, to: 4 },
    networkIds: 'none',
    pairing: 'none',
    groups: ['A', 'B', 'C'],
    carries: { power: true, ttl: true, mode: true, hss: false, rear: false },
  },
  {
    id: 'other-light',
    name: 'Other light',
    medium: 'optical',
    channels: { from: 1, to: 4 },
    networkIds: 'none',
    pairing: 'none',
    groups: ['A', 'B', 'C'],
    carries: { power: true, ttl: true, mode: true, hss: false, rear: false },
  },
];

/** What a flash can do in every position, with what differs. */
export function canDo(everywhere: object, differing: FlashProfile['can'] = {}): FlashProfile['can'] {
  const base = { fire: true, manual: true, ttl: false, hss: false, rear: true, multi: false, ...everywhere };
  return Object.fromEntries(POSITIONS.map((position) => [position, { ...base, ...differing[position] }]));
}

const shoeFlash: Pick<
  FlashProfile,
  'kind' | 'maker' | 'eyes' | 'lampSwitch' | 'triggerVoltage' | 'recycle' | 'sleepMinutes'
> = {
  kind: 'flash',
  maker: 'Maker',
  eyes: ['S1', 'S2'],
  lampSwitch: false,
  triggerVoltage: 5,
  recycle: { full: 2, floor: 0.1 },
  sleepMinutes: 0,
};

const PROFILES: Profile[] = [
  {
    id: 'body',
    maker: 'Maker',
    model: 'Body',
    kind: 'body',
    shoe: { system: 'k', centre: true },
    syncSocket: 'pc',
    shutters: [
      { type: 'mechanical', flash: true, syncTime: '1/250', curtainUs: 3400 },
      { type: 'electronic', flash: false, curtainUs: 20_000 },
      { type: 'leaf', flash: true },
    ],
    noFlashModes: ['auto', 'scene'],
  },
  {
    ...shoeFlash,
    id: 'remote',
    model: 'Remote',
    foot: 'k',
    radios: [{ family: 'control', roles: ['master', 'remote'], latencyUs: 400 }],
    can: canDo({ ttl: true, hss: true, multi: true }),
    multi: { pops: 10, hz: 20, power: -3 },
    power: { floor: -7, ceiling: 0, step: 1, scale: 'fraction' },
    syncSocket: 'pc',
  },
  {
    ...shoeFlash,
    id: 'simple',
    model: 'Simple',
    foot: 'centre-only',
    radios: [],
    can: canDo({}),
    power: { floor: -5, ceiling: -1, step: 1, scale: 'fraction' },
    syncSocket: 'jack',
    lampSwitch: true,
  },
  {
    id: 'sender',
    maker: 'Maker',
    model: 'Sender',
    kind: 'trigger',
    sleepMinutes: 0,
    foot: 'k',
    topShoe: 'none',
    radios: [
      { family: 'control', roles: ['master'], channels: { from: 1, to: 16 }, groups: ['A', 'B', 'C'], latencyUs: 50 },
    ],
    syncSocket: 'jack',
  },
  {
    id: 'call',
    maker: 'Maker',
    model: 'Call',
    kind: 'trigger',
    sleepMinutes: 0,
    foot: 'centre-only',
    topShoe: 'none',
    radios: [{ family: 'plain', roles: ['master'], dipSwitches: 4 }],
    syncSocket: 'jack',
  },
  {
    id: 'answer',
    maker: 'Maker',
    model: 'Answer',
    kind: 'trigger',
    foot: 'none',
    topShoe: 'centre-only',
    radios: [{ family: 'plain', roles: ['remote'], dipSwitches: 4, latencyUs: 300 }],
    sleepMinutes: 0,
    syncSocket: 'jack',
  },
];

const on = { on: true } as const;
const air = { channel: 11, networkId: 27 } as const;

/**
 * remote: radio with control · metered: the same by TTL · eye: watches remote · answered: on a plain receiver ·
 * wired: on a cable · spare: an unused plain receiver · top: on the shoe of body 2, which fires it alone.
 */
const LOOK: Look = {
  id: 'look',
  name: 'Look',
  event: 'event',
  units: {
    'body-1': { shutterType: 'mechanical', shutter: '1/160', flashFiring: true, exposureMode: 'manual' },
    'body-2': { shutterType: 'mechanical', shutter: '1/160', flashFiring: true, exposureMode: 'manual' },
    sender: {
      ...on,
      ...air,
      role: 'master',
      mount: 'body-1',
      groups: {
        A: { on: true, mode: 'manual', power: -3 },
        B: { on: true, mode: 'ttl' },
        C: { on: true, mode: 'manual', power: -5 },
      },
    },
    call: { ...on, role: 'master', mount: 'body-1', plugs: ['pc', 'jack'], channel: 5 },
    answer: { ...on, role: 'remote', channel: 5 },
    spare: { on: false, role: 'off', channel: 1 },
    remote: {
      ...on,
      ...air,
      role: 'remote',
      link: 'radio',
      group: 'A',
      mode: 'manual',
      power: -3,
      firesFor: ['body-1'],
    },
    metered: { ...on, ...air, role: 'remote', link: 'radio', group: 'B', mode: 'ttl', firesFor: ['body-1'] },
    eye: {
      ...on,
      role: 'eye',
      link: 'eye',
      eye: 'S1',
      sees: ['remote'],
      mode: 'manual',
      power: -4,
      lamp: true,
      firesFor: ['body-1'],
    },
    answered: {
      ...on,
      role: 'local',
      link: 'radio',
      receiver: 'answer',
      mode: 'manual',
      power: -2,
      lamp: true,
      firesFor: ['body-1'],
    },
    wired: {
      ...on,
      role: 'local',
      link: 'cable',
      mount: 'body-1',
      plugs: ['pc', 'jack'],
      mode: 'manual',
      power: -2,
      lamp: true,
    },
    top: { ...on, role: 'local', link: 'shoe', mount: 'body-2', mode: 'ttl' },
  },
};

/** Profiles no unit of the base look is made from, for those a test adds. */
const MORE_PROFILES: Profile[] = [
  {
    id: 'flag',
    maker: 'Maker',
    model: 'Flag',
    kind: 'trigger',
    sleepMinutes: 0,
    foot: 'k',
    topShoe: 'k',
    passThroughSwitch: true,
    startOrder: ['flash', 'body', 'trigger'],
    radios: [{ family: 'control', roles: ['master'], latencyUs: 50 }],
    syncSocket: 'jack',
    toleratesV: 24,
  },
  {
    ...shoeFlash,
    id: 'beacon',
    model: 'Beacon',
    foot: 'k',
    radios: [
      { family: 'light', roles: ['master', 'remote'] },
      { family: 'other-light', roles: ['remote'] },
    ],
    can: canDo({ ttl: true }),
    power: { floor: -7, ceiling: 0, step: 1, scale: 'fraction' },
    syncSocket: 'none',
  },
];

const PROFILE_OF: Record<string, string> = {
  'body-1': 'body',
  'body-2': 'body',
  sender: 'sender',
  call: 'call',
  answer: 'answer',
  spare: 'answer',
  remote: 'remote',
  metered: 'remote',
  eye: 'simple',
  answered: 'simple',
  wired: 'simple',
  top: 'remote',
};

export const LIGHTS = ['remote', 'metered', 'eye', 'answered', 'wired'] as const;

/** Every unit has a profile of its own, so that one can be spoiled without the others. */
export function baseKit(spoil: Spoil = {}): Kit {
  const likes = {
    ...PROFILE_OF,
    ...Object.fromEntries(Object.entries(spoil.add ?? {}).map(([id, { like }]) => [id, like])),
  };
  const units = [...Object.keys(LOOK.units), ...Object.keys(spoil.add ?? {})].map((id) => ({
    id,
    profile: spoil.add?.[id]?.profile ?? id,
    label: id.charAt(0).toUpperCase() + id.slice(1),
    firmware: spoil.firmware?.[id] ?? null,
    ...spoil.units?.[id],
  }));
  const profiles = units.map(({ id }) => {
    const profile = [...PROFILES, ...MORE_PROFILES].find((one) => one.id === likes[id])!;
    return { ...profile, id, ...spoil.profiles?.[id] } as Profile;
  });
  const families = FAMILIES.map((family) => ({ ...family, ...spoil.families?.[family.id] }));
  return { families, profiles, units };
}

export function baseLook(spoil: Spoil = {}): Look {
  const added = Object.entries(spoil.add ?? {}).map(([id, { settings }]) => [id, settings] as const);
  const units = [...Object.entries(LOOK.units), ...added].map(([id, settings]) => {
    const merged = { ...settings, ...spoil.settings?.[id] };
    return [id, Object.fromEntries(Object.entries(merged).filter(([, value]) => value !== null)) as Settings] as const;
  });
  return { ...LOOK, ...spoil.look, units: Object.fromEntries(units) };
}

export const judgeBase = (spoil: Spoil = {}): Judgement => judge(buildRig(indexKit(baseKit(spoil)), baseLook(spoil)));

export const groups = (letter: string, told: object) => ({
  ...LOOK.units.sender!.groups,
  [letter]: { ...LOOK.units.sender!.groups?.[letter], ...told },
});
