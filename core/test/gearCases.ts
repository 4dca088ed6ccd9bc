/** Cases of what the gear itself decides: stacks, firmware, generations, pairing, states noted on a unit. */
import type { Settings } from '../src/record/settings.ts';
import type { Code } from '../src/rig/codes';
import type { VerdictName } from '../src/verdict/verdict';
import { canDo, groups, type Spoil } from './baseRig';

export interface Case {
  code: Code;
  spoil: Spoil;
  light: string;
  verdict: VerdictName;
  /** What should be offered: a fix that mends it, only to want less, a kind of gear, or nothing. */
  mend: 'fix' | 'less' | 'gear' | 'none';
  shot?: string;
  /** Values the finding must carry. */
  params?: object;
  /** What the verdict must say, to two decimals. */
  chance?: number;
  stopsOff?: number;
  attitude?: 'level' | 'upright';
  note?: string;
}

export const set = (unit: string, settings: NonNullable<Spoil['settings']>[string]): Spoil => ({
  settings: { [unit]: settings },
});
export const control = (more: object) => ({
  radios: [{ family: 'control', roles: ['master', 'remote'], latencyUs: 400, ...more }],
});
const master = (more: object) => ({ radios: [{ family: 'control', roles: ['master'], latencyUs: 50, ...more }] });

/** Spoils laid over each other, later ones winning unit by unit. */
export function both(...spoils: Spoil[]): Spoil {
  const merged: Record<string, Record<string, object>> = {};
  for (const spoil of spoils) {
    for (const [part, byId] of Object.entries(spoil)) {
      for (const [id, more] of Object.entries(byId as Record<string, object>)) {
        const known = (merged[part] ??= {})[id];
        merged[part]![id] = typeof more !== 'object' || Array.isArray(more) ? more : { ...known, ...more };
      }
    }
  }
  return merged as Spoil;
}

const GROUPS_OFF = { A: { on: false }, B: { on: false }, C: { on: false } };

/** The flash of body 2 on a trigger that passes the shoe on. */
const STACK: Spoil = {
  add: {
    flag: {
      like: 'flag',
      settings: {
        on: true,
        role: 'master',
        mount: 'body-2',
        channel: 2,
        networkId: 5,
        groups: GROUPS_OFF,
        passThrough: true,
        startedInOrder: true,
      },
    },
  },
  settings: { top: { mount: 'flag' } },
};

const far = (more: Settings = {}): Settings => ({
  on: true,
  role: 'remote',
  link: 'optical',
  family: 'light',
  channel: 1,
  group: 'A',
  mode: 'manual',
  power: -3,
  firesFor: ['body-2'],
  ...more,
});

/** An optical master on body 2 and a light that hears it. */
export const OPTICAL: Spoil = {
  add: {
    boss: {
      like: 'beacon',
      settings: {
        on: true,
        role: 'master',
        link: 'shoe',
        mount: 'body-2',
        family: 'light',
        channel: 1,
        mode: 'manual',
        power: -4,
        groups: { A: { on: true, mode: 'manual', power: -3 } },
      },
    },
    far: { like: 'beacon', settings: far() },
  },
};

/** The same light under the pop-up of body 2. */
export const POPUP: Spoil = {
  add: { far: { like: 'beacon', settings: far() } },
  profiles: { 'body-2': { popup: 'commander', radios: [{ family: 'light', roles: ['master'] }] } },
  settings: {
    'body-2': { role: 'master', channel: 1, popupUp: true, groups: { A: { on: true, mode: 'manual', power: -3 } } },
  },
};

export const RIVAL: Spoil = {
  add: {
    second: {
      like: 'sender',
      settings: {
        on: true,
        role: 'master',
        mount: 'body-2',
        channel: 11,
        networkId: 27,
        groups: { ...groups('A', {}), B: { on: true, mode: 'ttl' } },
      },
    },
  },
  settings: {
    remote: { firesFor: ['body-1', 'body-2'] },
    metered: { firesFor: ['body-1', 'body-2'] },
    eye: { firesFor: ['body-1', 'body-2'] },
  },
};

const OLD_AND_NEW = (heardByOlder: boolean): Spoil => ({
  families: {
    control: {
      generations: [
        { number: 1, carries: { ttl: false } },
        { number: 2, heardByOlder },
      ],
    },
  },
  profiles: {
    sender: master({ groups: ['A', 'B', 'C'], generation: 2 }),
    remote: control({ generation: 2 }),
    metered: control({ generation: 2 }),
    top: control({ generation: 2 }),
  },
});

/** Stroboscopic fire of the remote light, with a shutter that takes it all in. */
const MULTI = (pops: number, hz: number, power = -3): Spoil => ({
  settings: {
    'body-1': { shutter: '1' },
    remote: { mode: 'multi', multiPops: pops, multiHz: hz, power },
    sender: { groups: groups('A', { mode: 'multi', power }) },
  },
});

const PAIRED = (sender: number, remote: number, metered: number): Spoil => ({
  families: { control: { pairing: 'pin' } },
  settings: { sender: { pin: sender }, remote: { pin: remote }, metered: { pin: metered } },
});

// prettier-ignore
export const MORE_CASES: Case[] = [
  { code: 'body.flash-disabled', spoil: set('body-1', { flashFiring: false }), light: 'wired', verdict: 'silent', mend: 'fix' },
  { code: 'body.scene-mode', spoil: set('body-1', { exposureMode: 'scene' }), light: 'remote', verdict: 'silent', mend: 'fix', params: { exposureMode: 'scene' } },
  { code: 'body.scene-mode', spoil: set('body-1', { exposureMode: 'auto' }), light: 'wired', verdict: 'silent', mend: 'fix' },
  { code: 'body.scene-mode', spoil: set('body-2', { exposureMode: 'scene' }), light: 'top', shot: 'body-2', verdict: 'silent', mend: 'fix' },
  { code: 'body.popup-down', spoil: both(POPUP, set('body-2', { popupUp: false })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix' },
  { code: 'body.popup-down', spoil: both(POPUP, { settings: { 'body-2': { popupUp: false, groups: { A: { on: true, mode: 'ttl' } } }, far: { mode: 'ttl', power: null } } }), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix', note: 'by TTL too' },
  { code: 'body.popup-down', spoil: both(POPUP, { settings: { 'body-2': { popupUp: false } }, families: { light: { groups: [] } } }), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix', note: 'a family without groups' },
  { code: 'body.not-seated', spoil: set('sender', { seated: false }), light: 'remote', verdict: 'silent', mend: 'fix' },
  { code: 'body.not-seated', spoil: set('top', { seated: false }), light: 'top', shot: 'body-2', verdict: 'silent', mend: 'fix' },
  { code: 'body.not-seated', spoil: set('answered', { seated: false }), light: 'answered', verdict: 'silent', mend: 'fix', note: 'on its receiver' },
  { code: 'body.no-sync-port', spoil: { profiles: { 'body-1': { syncSocket: 'none' } }, settings: { sender: { plugs: ['pc', 'jack'] } } }, light: 'remote', verdict: 'silent', mend: 'gear' },
  { code: 'shoe.no-centre', spoil: { profiles: { 'body-1': { shoe: { system: 'v', centre: false } }, sender: { syncSocket: 'none' } }, settings: { eye: { sees: ['wired'] } } }, light: 'remote', verdict: 'silent', mend: 'gear', note: 'and no socket for a cable' },
  { code: 'shoe.no-top-shoe', spoil: both(STACK, { profiles: { flag: { topShoe: 'none' } } }), light: 'top', shot: 'body-2', verdict: 'silent', mend: 'fix', note: 'by cable instead' },
  { code: 'shoe.no-top-shoe', spoil: both(STACK, { profiles: { flag: { topShoe: 'none' }, top: { syncSocket: 'none' } } }), light: 'top', shot: 'body-2', verdict: 'silent', mend: 'gear' },
  { code: 'shoe.no-top-shoe', spoil: both(STACK, { profiles: { flag: { topShoe: 'none' } }, settings: { top: { mount: 'body-2' }, flag: { mount: 'body-1', role: 'off' }, sender: { mount: 'flag' } } }), light: 'remote', verdict: 'silent', mend: 'fix', note: 'a sender on top of it' },
  { code: 'shoe.passthrough-off', spoil: both(STACK, set('flag', { passThrough: false })), light: 'top', shot: 'body-2', verdict: 'unmetered', mend: 'fix' },
  { code: 'shoe.passthrough-off', spoil: both(STACK, { settings: { flag: { mount: 'body-1', passThrough: false }, top: { mount: 'body-2' }, sender: { mount: 'flag' } } }), light: 'metered', verdict: 'unmetered', mend: 'fix', note: 'a sender on top of it' },
  { code: 'shoe.passthrough-off', spoil: both(STACK, set('flag', { passThrough: false }), { profiles: { flag: { startOrder: null } } }), light: 'top', shot: 'body-2', verdict: 'unmetered', mend: 'fix' },
  { code: 'shoe.passthrough-foreign', spoil: both(STACK, { profiles: { top: { foot: 'v' } } }), light: 'top', shot: 'body-2', verdict: 'unmetered', mend: 'fix', params: { top: 'k', foot: 'v' } },
  { code: 'shoe.passthrough-foreign', spoil: both(STACK, { profiles: { flag: { topShoe: 'v' } } }), light: 'top', shot: 'body-2', verdict: 'unmetered', mend: 'fix' },
  { code: 'shoe.passthrough-foreign', spoil: both(STACK, { profiles: { flag: { topShoe: 'centre-only' } } }), light: 'top', shot: 'body-2', verdict: 'unmetered', mend: 'fix', note: 'a bare contact on top' },
  { code: 'shoe.start-order', spoil: both(STACK, set('flag', { startedInOrder: false })), light: 'top', shot: 'body-2', verdict: 'unmetered', mend: 'fix', params: { order: ['flash', 'body', 'trigger'] } },
  { code: 'shoe.start-order', spoil: { profiles: { sender: { startOrder: ['body', 'trigger'] } }, settings: { sender: { startedInOrder: false } } }, light: 'metered', verdict: 'unmetered', mend: 'fix' },
  { code: 'shoe.start-order', spoil: both(STACK, { profiles: { flag: { passThroughSwitch: false, startOrder: ['flash', 'trigger'] } }, settings: { flag: { startedInOrder: false } } }), light: 'top', shot: 'body-2', verdict: 'unmetered', mend: 'fix' },
  { code: 'shoe.firmware', spoil: { profiles: { sender: { shoeFirmware: '1.10' } }, firmware: { sender: '1.9' } }, light: 'metered', verdict: 'unmetered', mend: 'fix', params: { found: '1.9', needed: '1.10' }, note: '1.9 is older than 1.10' },
  { code: 'shoe.firmware', spoil: { profiles: { top: { shoeFirmware: '3' } }, firmware: { top: '2.99' } }, light: 'top', shot: 'body-2', verdict: 'unmetered', mend: 'fix' },
  { code: 'shoe.firmware', spoil: { profiles: { 'body-1': { shoe: { system: 'k', centre: false } }, sender: { shoeFirmware: '1.10' } }, firmware: { sender: '1.9.9' } }, light: 'remote', verdict: 'silent', mend: 'gear', note: 'without a centre contact nothing is left' },
  { code: 'sender.no-link', spoil: { profiles: { sender: master({ groups: ['A', 'B', 'C'], firmware: '2.0' }) }, firmware: { sender: '1.30' } }, light: 'remote', verdict: 'silent', mend: 'gear', params: { needed: '2.0', found: '1.30' }, note: 'master only with newer firmware' },
  { code: 'sender.off', spoil: both(OPTICAL, set('boss', { on: false })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix' },
  { code: 'sender.asleep', spoil: set('sender', { asleep: true }), light: 'remote', verdict: 'silent', mend: 'fix' },
  { code: 'sender.asleep', spoil: set('call', { asleep: true }), light: 'answered', verdict: 'silent', mend: 'fix' },
  { code: 'sender.asleep', spoil: both(OPTICAL, set('boss', { asleep: true })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix' },
  { code: 'sender.battery', spoil: set('sender', { cells: 'flat' }), light: 'remote', verdict: 'silent', mend: 'fix' },
  { code: 'sender.battery', spoil: set('call', { cells: 'flat' }), light: 'answered', verdict: 'silent', mend: 'fix' },
  { code: 'sender.battery', spoil: both(OPTICAL, set('boss', { cells: 'flat' })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix' },
  { code: 'sender.channel-range', spoil: both(OPTICAL, { settings: { boss: { channel: 5 }, far: { channel: 5 } } }), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix', params: { channel: 5, from: 1, to: 4 } },
  { code: 'sender.group-range', spoil: both(OPTICAL, set('far', { group: 'C' }), { profiles: { boss: { radios: [{ family: 'light', roles: ['master'], groups: ['A', 'B'] }] } } }), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix', params: { group: 'C' } },
  { code: 'sender.group-off', spoil: both(POPUP, set('body-2', { groups: { A: { on: false, mode: 'manual', power: -3 } } })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix' },
  { code: 'sender.rivals', spoil: both(RIVAL, set('sender', { groups: groups('A', { power: -1 }) })), light: 'remote', verdict: 'wrong-power', mend: 'fix', params: { rival: 'second', expected: -3, found: -1, stopsOff: 2 } },
  { code: 'sender.rivals', spoil: both(RIVAL, set('sender', { groups: groups('B', { mode: 'manual', power: -3 }) })), light: 'metered', verdict: 'unmetered', mend: 'fix', params: { setting: 'mode' } },
  { code: 'sender.rivals', spoil: both(RIVAL, set('second', { groups: groups('A', { power: -6 }) })), light: 'remote', shot: 'body-2', verdict: 'wrong-power', mend: 'fix', params: { rival: 'sender', stopsOff: -3 } },
  { code: 'sender.broken', spoil: set('sender', { broken: true }), light: 'remote', verdict: 'silent', mend: 'fix' },
  { code: 'sender.broken', spoil: set('call', { broken: true }), light: 'answered', verdict: 'silent', mend: 'fix' },
  { code: 'sender.broken', spoil: both(OPTICAL, set('boss', { broken: true })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix' },
  { code: 'hearer.broken', spoil: set('remote', { broken: true }), light: 'remote', verdict: 'silent', mend: 'fix' },
  { code: 'hearer.broken', spoil: set('answer', { broken: true }), light: 'answered', verdict: 'silent', mend: 'fix', note: 'the receiver' },
  { code: 'hearer.broken', spoil: set('wired', { broken: true }), light: 'wired', verdict: 'silent', mend: 'fix' },
  { code: 'hearer.broken', spoil: set('eye', { broken: true }), light: 'eye', verdict: 'silent', mend: 'fix' },
  { code: 'hearer.asleep', spoil: { profiles: { remote: { wakesByRadio: false } }, settings: { remote: { asleep: true } } }, light: 'remote', verdict: 'silent', mend: 'fix' },
  { code: 'hearer.asleep', spoil: { profiles: { answer: { wakesByRadio: false } }, settings: { answer: { asleep: true } } }, light: 'answered', verdict: 'silent', mend: 'fix', note: 'the receiver' },
  { code: 'hearer.asleep', spoil: { profiles: { wired: { wakesByRadio: true } }, settings: { wired: { asleep: true } } }, light: 'wired', verdict: 'silent', mend: 'fix', note: 'no wire wakes it' },
  { code: 'hearer.battery', spoil: set('remote', { cells: 'flat' }), light: 'remote', verdict: 'silent', mend: 'fix' },
  { code: 'hearer.battery', spoil: set('answer', { cells: 'flat' }), light: 'answered', verdict: 'silent', mend: 'fix', note: 'the receiver' },
  { code: 'hearer.battery', spoil: set('eye', { cells: 'flat' }), light: 'eye', verdict: 'silent', mend: 'fix' },
  { code: 'hearer.family', spoil: both(OPTICAL, { profiles: { far: { radios: [{ family: 'plain', roles: ['remote'] }] } }, settings: { far: { family: null }, call: { role: 'off' } } }), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'gear', params: { expected: 'light', found: 'plain' } },
  { code: 'hearer.maker-mode', spoil: both(OPTICAL, set('far', { family: 'other-light' })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix', params: { found: 'other-light', expected: 'light' } },
  { code: 'hearer.maker-mode', spoil: both(POPUP, set('far', { family: 'other-light' })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix', note: 'under a pop-up' },
  { code: 'hearer.maker-mode', spoil: both(POPUP, { profiles: { far: { radios: [{ family: 'other-light', roles: ['remote'] }] } }, settings: { far: { family: null } } }), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'gear', note: 'it has no other mode' },
  { code: 'hearer.generation', spoil: both(OLD_AND_NEW(true), { profiles: { metered: control({ generation: 1 }) } }), light: 'metered', verdict: 'unmetered', mend: 'fix', params: { ability: 'ttl' }, note: 'an older remote' },
  { code: 'hearer.generation', spoil: both(OLD_AND_NEW(true), { profiles: { sender: master({ groups: ['A', 'B', 'C'], generation: 1 }) } }), light: 'metered', verdict: 'unmetered', mend: 'fix', note: 'an older sender' },
  { code: 'hearer.generation', spoil: both(OLD_AND_NEW(false), { profiles: { remote: control({ generation: 1 }) } }), light: 'remote', verdict: 'silent', mend: 'fix', params: { found: 1, expected: 2 }, note: 'its eye can answer another light' },
  { code: 'hearer.channel', spoil: both(OPTICAL, set('far', { channel: 3 })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix', params: { found: 3, expected: 1 } },
  { code: 'hearer.dip', spoil: set('call', { channel: 1 }), light: 'answered', verdict: 'silent', mend: 'fix', params: { differing: ['3'] }, note: '5 is 0100 from the first' },
  { code: 'hearer.id', spoil: set('metered', { networkId: 0 }), light: 'metered', verdict: 'silent', mend: 'fix', params: { found: 0, expected: 27 } },
  { code: 'hearer.pin', spoil: PAIRED(4711, 4712, 4711), light: 'remote', verdict: 'silent', mend: 'fix', params: { found: 4712, expected: 4711 } },
  { code: 'hearer.pin', spoil: PAIRED(1, 1, 2), light: 'metered', verdict: 'silent', mend: 'fix' },
  { code: 'sender.odd', spoil: PAIRED(9, 8, 8), light: 'metered', verdict: 'silent', mend: 'fix', params: { setting: 'pin', found: 9, expected: 8 }, note: 'the sender was paired anew' },
  { code: 'hearer.group', spoil: both(OPTICAL, set('far', { group: 'Z' })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix' },
  { code: 'hearer.selector', spoil: { profiles: { answer: { selector: true } }, settings: { answer: { selector: 'camera' } } }, light: 'answered', verdict: 'late', mend: 'fix', params: { selector: 'camera' } },
  { code: 'hearer.selector', spoil: { profiles: { answer: { selector: true } }, settings: { answer: { selector: 'camera' }, 'body-1': { shutter: '1/30' } } }, light: 'answered', verdict: 'partial', mend: 'fix', note: '31.25 ms open, 33.8 ms late' },
  { code: 'hearer.selector', spoil: { profiles: { spare: { selector: true } }, settings: { spare: { on: true, role: 'remote', channel: 5, selector: 'camera' }, answered: { receiver: 'spare' } } }, light: 'answered', verdict: 'late', mend: 'fix' },
  { code: 'hearer.firmware', spoil: { profiles: { remote: control({ firmware: '2.0' }) }, firmware: { remote: '1.30' } }, light: 'remote', verdict: 'silent', mend: 'fix', params: { found: '1.30', needed: '2.0' } },
  { code: 'hearer.firmware', spoil: { profiles: { metered: { can: canDo({ ttl: { firmware: '1.10' } }) } }, firmware: { metered: '1.9' } }, light: 'metered', verdict: 'unmetered', mend: 'fix', params: { found: '1.9', needed: '1.10' }, note: '1.9 is older than 1.10' },
  { code: 'hearer.firmware', spoil: { profiles: { top: { can: canDo({ ttl: { firmware: '4' } }) } }, firmware: { top: '3.9b' } }, light: 'top', shot: 'body-2', verdict: 'unmetered', mend: 'fix' },
  { code: 'foot.no-receiver', spoil: both(OPTICAL, { profiles: { far: { radios: [] } } }), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'gear' },
  { code: 'foot.ttl-on-plain-link', spoil: set('wired', { mode: 'ttl' }), light: 'wired', verdict: 'unmetered', mend: 'fix' },
  { code: 'foot.ttl-on-plain-link', spoil: set('answered', { mode: 'ttl' }), light: 'answered', verdict: 'unmetered', mend: 'fix' },
  { code: 'foot.voltage', spoil: { profiles: { answered: { triggerVoltage: 90 }, answer: { toleratesV: 12 } } }, light: 'answered', verdict: 'silent', mend: 'fix', params: { volts: 90, tolerated: 12 }, note: 'by its eye instead' },
  { code: 'foot.voltage', spoil: { profiles: { wired: { triggerVoltage: 250 }, 'body-1': { toleratesV: 24 } } }, light: 'wired', verdict: 'silent', mend: 'fix' },
  { code: 'foot.voltage', spoil: { profiles: { top: { triggerVoltage: 30 }, 'body-2': { toleratesV: 24 } } }, light: 'top', shot: 'body-2', verdict: 'silent', mend: 'gear' },
  { code: 'eye.burst', spoil: both(OPTICAL, { settings: { eye: { sees: ['boss'], firesFor: ['body-2'] } } }), light: 'eye', shot: 'body-2', verdict: 'early', mend: 'fix', note: 'another light to watch' },
  { code: 'eye.burst', spoil: both(OPTICAL, { settings: { eye: { sees: ['boss'], eye: 'S2', firesFor: ['body-2'] } } }), light: 'eye', shot: 'body-2', verdict: 'early', mend: 'fix', note: 'S2 is no help' },
  { code: 'eye.burst', spoil: both(POPUP, { settings: { eye: { sees: ['body-2'], firesFor: ['body-2'] } } }), light: 'eye', shot: 'body-2', verdict: 'early', mend: 'fix', note: 'the pop-up’s own words' },
  { code: 'lamp.disabled', spoil: set('wired', { lamp: false }), light: 'wired', verdict: 'silent', mend: 'fix' },
  { code: 'lamp.mode', spoil: { profiles: { wired: { can: canDo({}, { cable: { fire: false } }) } } }, light: 'wired', verdict: 'silent', mend: 'fix', params: { ability: 'fire', position: 'cable' }, note: 'nothing at all on a plain contact' },
  { code: 'lamp.mode', spoil: set('wired', { mode: 'multi', multiPops: 3, multiHz: 10 }), light: 'wired', verdict: 'silent', mend: 'less', params: { ability: 'multi' } },
  { code: 'lamp.mode', spoil: { profiles: { remote: { can: canDo({ ttl: true }, { radio: { manual: false } }) } } }, light: 'remote', verdict: 'wrong-power', mend: 'fix', params: { ability: 'manual' }, note: 'TTL only as a remote' },
  { code: 'lamp.multi-limit', spoil: MULTI(12, 20), light: 'remote', verdict: 'silent', mend: 'less', params: { pops: 12, mostPops: 10 } },
  { code: 'lamp.multi-limit', spoil: MULTI(5, 50), light: 'remote', verdict: 'silent', mend: 'less', params: { hz: 50, mostHz: 20 } },
  { code: 'lamp.multi-limit', spoil: MULTI(5, 20, -1), light: 'remote', verdict: 'silent', mend: 'less', params: { power: -1, mostPower: -3 } },
  { code: 'lamp.heat', spoil: set('remote', { hot: true }), light: 'remote', verdict: 'silent', mend: 'fix' },
  { code: 'lamp.heat', spoil: set('wired', { hot: true }), light: 'wired', verdict: 'silent', mend: 'fix' },
  { code: 'lamp.heat', spoil: set('top', { hot: true }), light: 'top', shot: 'body-2', verdict: 'silent', mend: 'fix' },
  { code: 'lamp.recycling', spoil: set('body-1', { secondsBetween: 0.2 }), light: 'remote', verdict: 'not-ready', mend: 'less', params: { seconds: 0.25, between: 0.2 }, note: '2 s at full, an eighth of it at -3' },
  { code: 'lamp.recycling', spoil: set('body-1', { secondsBetween: 0.4 }), light: 'answered', verdict: 'not-ready', mend: 'less', params: { seconds: 0.5 } },
  { code: 'lamp.recycling', spoil: { settings: { 'body-1': { secondsBetween: 0.3 }, remote: { cells: 'low' } } }, light: 'remote', verdict: 'not-ready', mend: 'fix', params: { seconds: 0.5, cells: 'low' } },
  { code: 'lamp.power-floor', spoil: set('wired', { power: -6 }), light: 'wired', verdict: 'wrong-power', mend: 'less', params: { limit: -5, stopsOff: 1 } },
  { code: 'lamp.power-ceiling', spoil: set('wired', { power: 0 }), light: 'wired', verdict: 'wrong-power', mend: 'less', params: { limit: -1 } },
  { code: 'lamp.power-ceiling', spoil: { profiles: { remote: { power: { floor: -7, ceiling: -4, step: 1, scale: 'fraction' } } } }, light: 'remote', verdict: 'wrong-power', mend: 'less', params: { wanted: -3, limit: -4, stopsOff: -1 } },
  { code: 'frame.latency', spoil: both(MULTI(5, 20), set('body-1', { shutter: '1/250' }), { profiles: { remote: { ...control({ latencyUs: 1000 }) } } }), light: 'remote', verdict: 'partial', mend: 'less', note: 'and the first of five pops comes too late for the last rows' },
  { code: 'air.covered', spoil: set('eye', { covered: true }), light: 'eye', verdict: 'silent', mend: 'fix', note: 'a hand on it' },
  { code: 'air.covered', spoil: both(OPTICAL, set('far', { covered: true })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix' },
  { code: 'air.no-sight', spoil: both(OPTICAL, set('far', { sight: 'blocked' })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix' },
  { code: 'air.no-sight', spoil: set('eye', { sight: 'blocked' }), light: 'eye', verdict: 'silent', mend: 'fix' },
  { code: 'air.cable-length', spoil: set('wired', { distanceM: 6, cableM: 5 }), light: 'wired', verdict: 'silent', mend: 'fix', params: { distanceM: 6, cableM: 5 } },
  { code: 'frame.rear-curtain', spoil: { settings: { 'body-1': { curtain: 'rear' } }, profiles: { remote: control({ latencyUs: 2000 }) } }, light: 'remote', verdict: 'partial', mend: 'fix', note: '1,000 us before the second curtain, 2,100 us of delay' },
  { code: 'frame.rear-curtain', spoil: { settings: { 'body-1': { curtain: 'rear', shutter: '1/60' } }, profiles: { answer: { radios: [{ family: 'plain', roles: ['remote'], dipSwitches: 4, latencyUs: 1500 }] } } }, light: 'answered', verdict: 'partial', mend: 'fix', note: 'a slower shutter is no help' },
  { code: 'frame.no-hss', spoil: { settings: { 'body-1': { shutter: '1/500' }, wired: { hss: true } } }, light: 'wired', verdict: 'partial', mend: 'fix', note: 'a cable carries no train' },
  { code: 'frame.no-hss', spoil: { settings: { 'body-1': { shutter: '1/500' }, remote: { hss: true } }, families: { control: { carries: { power: true, ttl: true, mode: true, hss: false } } } }, light: 'remote', verdict: 'partial', mend: 'fix', params: { lostAt: 'foot.ttl-on-plain-link' } },
  { code: 'eye.hss', spoil: { settings: { 'body-1': { shutter: '1/500' }, remote: { hss: true } } }, light: 'eye', verdict: 'partial', mend: 'fix', note: 'it answers the start of the train' },
  { code: 'power.local-trim', spoil: set('remote', { trim: 1 }), light: 'remote', verdict: 'wrong-power', mend: 'fix', params: { trim: 1, stopsOff: -1 } },
  { code: 'power.comp-limit', spoil: { settings: { metered: { compensation: 4 } }, profiles: { metered: { compLimit: 3 } } }, light: 'metered', verdict: 'wrong-power', mend: 'fix', params: { limit: 3, over: 1 } },
  { code: 'power.comp-limit', spoil: { settings: { top: { compensation: -2 }, 'body-2': { compensation: -2 } }, profiles: { top: { compLimit: 3 } } }, light: 'top', shot: 'body-2', verdict: 'wrong-power', mend: 'fix', params: { over: -1 }, note: 'the sum counts' },
  { code: 'power.rounded', spoil: { settings: { remote: { power: -2.5 }, sender: { groups: groups('A', { power: -2.5 }) } } }, light: 'remote', verdict: 'in-sync', mend: 'less', params: { rounded: -3 }, note: 'halfway goes towards less light' },
  { code: 'power.rounded', spoil: { settings: { remote: { power: -2.6 }, sender: { groups: groups('A', { power: -2.6 }) } } }, light: 'remote', verdict: 'in-sync', mend: 'less', params: { rounded: -3 } },
  { code: 'eye.anyone', spoil: {}, light: 'eye', verdict: 'in-sync', mend: 'none' },
  { code: 'advice.iso-auto', spoil: set('body-1', { isoAuto: true }), light: 'remote', verdict: 'in-sync', mend: 'fix' },
  { code: 'advice.wb-auto', spoil: set('body-1', { wbAuto: true }), light: 'remote', verdict: 'in-sync', mend: 'fix' },
  { code: 'advice.preview-on', spoil: set('body-1', { previewOn: true }), light: 'remote', verdict: 'in-sync', mend: 'fix' },
  { code: 'advice.red-eye', spoil: set('body-1', { redEye: true }), light: 'remote', verdict: 'in-sync', mend: 'fix' },
  { code: 'advice.sleep-short', spoil: { profiles: { remote: { sleepMinutes: 5, wakesByRadio: false } } }, light: 'remote', verdict: 'in-sync', mend: 'none', params: { minutes: 5 } },
  { code: 'advice.zoom-auto', spoil: set('remote', { zoomAuto: true }), light: 'remote', verdict: 'in-sync', mend: 'fix' },
  { code: 'advice.beep', spoil: set('remote', { beep: true }), light: 'remote', verdict: 'in-sync', mend: 'fix' },
  { code: 'advice.no-spare-master', spoil: {}, light: 'answered', verdict: 'in-sync', mend: 'none' },
  { code: 'advice.no-fallback', spoil: { profiles: { remote: { eyes: [] } } }, light: 'remote', verdict: 'in-sync', mend: 'none' },
  { code: 'advice.comp-twice', spoil: { settings: { metered: { compensation: 1 }, 'body-1': { compensation: 1 } }, profiles: { metered: { compLimit: 3 } } }, light: 'metered', verdict: 'in-sync', mend: 'none', params: { sum: 2 } },
  { code: 'advice.ttl-drift', spoil: {}, light: 'metered', verdict: 'in-sync', mend: 'none' },
  { code: 'advice.mixed-firmware', spoil: { add: { twin: { like: 'remote', profile: 'remote', settings: { on: true, role: 'remote', link: 'radio', channel: 11, networkId: 27, group: 'A', mode: 'manual', power: -3, firesFor: ['body-1'] } } }, firmware: { remote: '1.9', twin: '1.10' } }, light: 'remote', verdict: 'in-sync', mend: 'none' },
  { code: 'advice.master-lights', spoil: OPTICAL, light: 'far', shot: 'body-2', verdict: 'in-sync', mend: 'none' },
  { code: 'caution.strobe', spoil: MULTI(3, 10), light: 'remote', verdict: 'in-sync', mend: 'none' },
  { code: 'caution.voltage', spoil: { profiles: { eye: { triggerVoltage: 190 } } }, light: 'eye', verdict: 'in-sync', mend: 'none', params: { volts: 190 } },
  { code: 'caution.heat', spoil: { settings: { remote: { power: 0 }, sender: { groups: groups('A', { power: 0 }) } }, profiles: { remote: { heat: { fullPops: 30, restSeconds: 120 } } } }, light: 'remote', verdict: 'in-sync', mend: 'none' },
  { code: 'caution.radio-law', spoil: { families: { control: { regionNote: 'Not everywhere.' } } }, light: 'remote', verdict: 'in-sync', mend: 'none' },
];
