/** Cases of numbers and links that a unit's own model or family does not have. */
import { groups } from './baseRig';
import { both, type Case, control, OPTICAL, POPUP, set } from './gearCases';

const ids = (from: number, to: number) => ({ families: { control: { networkIds: { from, to } } } });
const few = (to: number) => ({ families: { light: { networkIds: { from: 1, to } } } });

// prettier-ignore
export const ODD_CASES: Case[] = [
  { code: 'sender.id-range', spoil: ids(1, 20), light: 'remote', verdict: 'silent', mend: 'fix', params: { networkId: 27, from: 1, to: 20 }, note: 'both ends agree on an ID neither has' },
  { code: 'sender.id-range', spoil: ids(30, 40), light: 'metered', verdict: 'silent', mend: 'fix', note: 'too low' },
  { code: 'sender.id-range', spoil: both(OPTICAL, few(3), { settings: { boss: { networkId: 4 }, far: { networkId: 4 } } }), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix', note: 'one beyond the last' },
  { code: 'hearer.id', spoil: both(OPTICAL, few(3), { settings: { boss: { networkId: 3 }, far: { networkId: 4 } } }), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix', params: { found: 4, from: 1, to: 3 } },
  { code: 'sender.odd', spoil: set('sender', { networkId: 5 }), light: 'remote', verdict: 'silent', mend: 'fix', params: { setting: 'networkId', found: 5, expected: 27 } },
  { code: 'hearer.pin', spoil: { families: { control: { pairing: 'pin' } }, settings: { sender: { pin: 4 }, remote: { pin: 5 }, metered: { pin: 6 } } }, light: 'metered', verdict: 'silent', mend: 'fix', params: { found: 6, expected: 4 }, note: 'no two agree' },
  { code: 'hearer.channel', spoil: { profiles: { remote: control({ channels: { from: 1, to: 10 } }) } }, light: 'remote', verdict: 'silent', mend: 'fix', params: { found: 11, expected: 11, from: 1, to: 10 }, note: 'both on 11, which it does not have' },
  { code: 'hearer.channel', spoil: { profiles: { answer: { radios: [{ family: 'plain', roles: ['remote'], channels: { from: 1, to: 4 }, dipSwitches: 2 }] } } }, light: 'answered', verdict: 'silent', mend: 'fix', params: { found: 5, to: 4 }, note: 'two switches make four channels' },
  { code: 'hearer.group', spoil: { profiles: { remote: control({ groups: ['B', 'C'] }) } }, light: 'remote', verdict: 'silent', mend: 'fix', params: { own: true, letters: ['B', 'C'] }, note: 'a letter its model does not have, although the sender drives it' },
  { code: 'hearer.group', spoil: both(OPTICAL, { profiles: { far: { radios: [{ family: 'light', roles: ['remote'], groups: ['B'] }] } } }), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix', params: { group: 'A', own: true } },
  { code: 'hearer.medium', spoil: set('remote', { link: 'optical' }), light: 'remote', verdict: 'silent', mend: 'fix', params: { link: 'optical', family: 'control' }, note: 'said to be told by light, and its family is radio' },
  { code: 'hearer.medium', spoil: both(OPTICAL, set('far', { link: 'radio' })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix', params: { link: 'radio', family: 'light' } },
  { code: 'hearer.medium', spoil: both(POPUP, set('far', { link: 'radio' })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix', note: 'under a pop-up' },
  { code: 'power.dialled', spoil: set('answered', { dialledPower: -4 }), light: 'answered', verdict: 'wrong-power', mend: 'fix', params: { wanted: -2, dialled: -4, stopsOff: -2 } },
  { code: 'power.dialled', spoil: set('wired', { dialledPower: -1 }), light: 'wired', verdict: 'wrong-power', mend: 'fix', stopsOff: 1, note: 'on a cable' },
  { code: 'power.dialled', spoil: both(set('eye', { dialledPower: -5 }), { settings: { sender: { groups: groups('A', {}) } } }), light: 'eye', verdict: 'wrong-power', mend: 'fix', stopsOff: -1, note: 'on an eye' },
  { code: 'sender.asleep', spoil: { look: { quietMinutes: 45 }, profiles: { sender: { sleepMinutes: 30 } } }, light: 'remote', verdict: 'silent', mend: 'fix', params: { minutes: 30, quiet: 45 }, note: 'after the speeches' },
];
