/** Cases of what surrounds a look: distance and sun, how a camera is held, strangers, emitters, slow pulses, bursts. */
import type { Settings } from '../src/record/settings.ts';
import { groups, type Spoil } from './baseRig';
import { both, type Case, control, OPTICAL, POPUP, RIVAL, set } from './gearCases';

const sensor = (more: object): Spoil => ({ profiles: { far: { sensor: more } } });
const reach = (distanceM: number, reachM = 80, light = 'remote'): Spoil => ({
  settings: { [light]: { distanceM } },
  families: { control: { reachM }, plain: { reachM } },
});

/** Channels 1 to 32 of the family, 5 MHz apart and 2 wide: channel 11 lies at 2,455. */
const FREQUENCIES = Array.from({ length: 32 }, (_, index) => ({
  channel: index + 1,
  mhz: 2405 + 5 * index,
  widthMhz: 2,
}));
const JAMMED: Spoil = {
  families: { control: { frequencies: FREQUENCIES, reachM: 80 } },
  look: { emitters: [{ name: 'House network', mhz: 2452, widthMhz: 20 }] },
};

/** Another crew's camera with its own sender, on a channel. */
const STRANGER = (sender: Settings, like = 'sender'): Spoil => ({
  add: {
    theirs: {
      like: 'body',
      settings: {
        stranger: true,
        shutterType: 'mechanical',
        shutter: '1/160',
        flashFiring: true,
        exposureMode: 'manual',
      },
    },
    'their-sender': {
      like,
      settings: { on: true, role: 'master', mount: 'theirs', groups: groups('A', {}), ...sender },
    },
  },
});

/** A guest's camera whose pop-up the eye sees. */
const GUEST: Spoil = {
  add: {
    guest: {
      like: 'body',
      settings: {
        stranger: true,
        popupUp: true,
        mode: 'ttl',
        shutterType: 'mechanical',
        shutter: '1/160',
        flashFiring: true,
        exposureMode: 'auto',
      },
    },
  },
  profiles: { guest: { popup: 'plain', noFlashModes: [] } },
  settings: { eye: { sees: ['remote', 'guest'] } },
};

const full = { settings: { remote: { power: 0 }, sender: { groups: groups('A', { power: 0 }) } } };
const slow = (fullUs: number): Spoil => ({
  profiles: { remote: { duration: { measure: 't.1', fullUs, floorUs: 100 } } },
});
export const TAIL = (tailDelayUs: number, fullUs: number): Spoil =>
  both(full, slow(fullUs), set('body-1', { shutter: '1/1000' }), {
    settings: { remote: { power: 0, tailDelayUs } },
  });

const burst = (frames: number, secondsBetween: number): Spoil => set('body-1', { secondsBetween, burstFrames: frames });

// prettier-ignore
export const LOOK_CASES: Case[] = [
  // Loss 20 log10(d / reach); share the normal distribution at 1.6449 - loss / 3 dB.
  { code: 'air.range', spoil: reach(90), light: 'remote', verdict: 'unreliable', mend: 'fix', chance: 0.904, params: { distanceM: 90, reachM: 80 }, note: '1.02 dB beyond: z is 1.304' },
  { code: 'air.range', spoil: reach(160), light: 'remote', verdict: 'unreliable', mend: 'fix', chance: 0.359, note: 'at twice the reach, 6.02 dB: z is -0.362' },
  { code: 'air.range', spoil: reach(300), light: 'remote', verdict: 'silent', mend: 'fix', note: '11.5 dB: one shot in 70 is as good as none' },
  { code: 'air.range', spoil: both(OPTICAL, set('far', { distanceM: 14 }), sensor({ indoorM: 12 })), light: 'far', shot: 'body-2', verdict: 'unreliable', mend: 'fix', chance: 0.885, params: { reachM: 12 } },
  { code: 'air.range', spoil: reach(160), light: 'eye', verdict: 'unreliable', mend: 'fix', chance: 0.359, note: 'the eye fires when what it watches does' },
  { code: 'air.sun', spoil: both(OPTICAL, set('far', { inSun: true, distanceM: 8 }), sensor({ indoorM: 12, outdoorM: 5 })), light: 'far', shot: 'body-2', verdict: 'unreliable', mend: 'fix', chance: 0.612, params: { distanceM: 8, reachM: 5 }, note: '4.08 dB: z is 0.284' },
  { code: 'air.sun', spoil: both(OPTICAL, set('far', { inSun: true, distanceM: 20 }), sensor({ indoorM: 30, outdoorM: 5 })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix', note: 'fine indoors, dead outside' },
  { code: 'air.sun', spoil: { settings: { eye: { inSun: true, distanceM: 9 } }, profiles: { eye: { sensor: { indoorM: 30, outdoorM: 2 } } } }, light: 'eye', verdict: 'silent', mend: 'fix' },
  { code: 'air.angle', spoil: both(OPTICAL, set('far', { offAxis: 70 }), sensor({ halfAngle: 40 })), light: 'far', shot: 'body-2', verdict: 'unreliable', mend: 'fix', chance: 0.245, params: { offAxis: 70, halfAngle: 40 }, note: '20 log10(cos 40 / cos 70) is 7.0 dB' },
  { code: 'air.angle', spoil: both(OPTICAL, set('far', { offAxis: 100 }), sensor({ halfAngle: 40 })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix', note: 'it looks away' },
  { code: 'air.angle', spoil: both(OPTICAL, set('far', { offAxis: 60, distanceM: 12 }), sensor({ halfAngle: 40, indoorM: 12 })), light: 'far', shot: 'body-2', verdict: 'unreliable', mend: 'fix', chance: 0.659, note: '3.7 dB and nothing to spare' },
  { code: 'air.interference', spoil: set('remote', { heardShare: 0.8 }), light: 'remote', verdict: 'unreliable', mend: 'fix', chance: 0.8, note: 'its eye is another way in' },
  { code: 'air.interference', spoil: set('metered', { heardShare: 0.5 }), light: 'metered', verdict: 'unreliable', mend: 'fix', chance: 0.5 },
  { code: 'air.interference', spoil: both(OPTICAL, set('far', { heardShare: 0.9 })), light: 'far', shot: 'body-2', verdict: 'unreliable', mend: 'fix', chance: 0.9, note: 'by its eye' },
  { code: 'air.no-sight', spoil: both(POPUP, set('far', { sightUpright: 'blocked' }), { settings: { 'body-2': { attitudes: ['level', 'upright'] } } }), light: 'far', shot: 'body-2', attitude: 'upright', verdict: 'silent', mend: 'fix', params: { upright: true }, note: 'fine until the camera is turned' },
  { code: 'air.no-sight', spoil: both(POPUP, set('far', { sight: 'blocked', sightUpright: 'direct' }), { settings: { 'body-2': { attitudes: ['level', 'upright'] } } }), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix', note: 'and the other way round' },
  { code: 'air.covered', spoil: both(POPUP, set('far', { covered: true })), light: 'far', shot: 'body-2', verdict: 'silent', mend: 'fix' },
  { code: 'air.cable-length', spoil: set('wired', { distanceM: 30, cableM: 10 }), light: 'wired', verdict: 'silent', mend: 'fix' },
  { code: 'air.cable-length', spoil: set('wired', { distanceM: 5.1, cableM: 5 }), light: 'wired', verdict: 'silent', mend: 'fix' },
  { code: 'hearer.asleep', spoil: { look: { quietMinutes: 45 }, profiles: { remote: { sleepMinutes: 30, wakesByRadio: false } } }, light: 'remote', verdict: 'silent', mend: 'fix', params: { minutes: 30, quiet: 45 }, note: 'asleep after the speeches' },
  { code: 'hearer.asleep', spoil: { look: { quietMinutes: 45 }, profiles: { eye: { sleepMinutes: 10, wakesByRadio: true } } }, light: 'eye', verdict: 'silent', mend: 'fix', note: 'no radio reaches an eye' },
  { code: 'advice.unknown-field', spoil: { look: { quietMinutes: 45 }, profiles: { remote: { sleepMinutes: null, wakesByRadio: false } } }, light: 'remote', verdict: 'unknown', mend: 'none', params: { fields: ['remote.profile.sleepMinutes'] } },
  { code: 'crew.clash', spoil: STRANGER({ channel: 11, networkId: 27 }), light: 'remote', shot: 'theirs', verdict: 'stray', mend: 'fix', note: 'another crew on our channel and ID' },
  { code: 'crew.clash', spoil: GUEST, light: 'eye', shot: 'guest', verdict: 'stray', mend: 'fix', params: { cause: 'guest', link: 'eye' }, note: 'a guest’s pop-up' },
  { code: 'eye.preflash', spoil: both(POPUP, { profiles: { 'body-1': { popup: 'plain' } }, settings: { 'body-1': { popupUp: true, mode: 'ttl' }, eye: { sees: ['body-1'] } } }), light: 'eye', verdict: 'early', mend: 'fix', params: { cause: 'body-1' }, note: 'our own pop-up meters too' },
  { code: 'crew.channels-exhausted', spoil: both(STRANGER({ channel: 5 }, 'call'), { families: { plain: { channels: { from: 5, to: 5 } } } }), light: 'answered', shot: 'theirs', verdict: 'stray', mend: 'gear', params: { family: 'plain' }, note: 'a family of one channel, and no IDs' },
  { code: 'crew.channels-exhausted', spoil: both(STRANGER({ channel: 5 }, 'call'), { families: { plain: { channels: { from: 4, to: 5 } } }, add: { ...STRANGER({ channel: 5 }, 'call').add, second: { like: 'call', settings: { on: true, role: 'master', mount: 'theirs', channel: 4 } } } }), light: 'answered', shot: 'theirs', verdict: 'stray', mend: 'gear', note: 'they use both' },
  { code: 'crew.channels-exhausted', spoil: both(STRANGER({ channel: 5 }, 'call'), { profiles: { answer: { radios: [{ family: 'plain', roles: ['remote'], channels: { from: 5, to: 5 } }] } } }), light: 'answered', shot: 'theirs', verdict: 'stray', mend: 'gear', note: 'our receiver has but one' },
  { code: 'crew.emitter-near', spoil: both(JAMMED, set('remote', { distanceM: 60 })), light: 'remote', verdict: 'unreliable', mend: 'fix', chance: 0.681, params: { emitter: 'House network', channel: 11 }, note: '2.5 dB to spare less 6.02: z is 0.471' },
  { code: 'crew.emitter-near', spoil: JAMMED, light: 'metered', verdict: 'unreliable', mend: 'fix', params: { carried: null }, note: 'nobody measured how far it stands' },
  { code: 'crew.emitter-near', spoil: both(JAMMED, set('remote', { distanceM: 80 })), light: 'remote', verdict: 'unreliable', mend: 'fix', chance: 0.359 },
  { code: 'sender.rivals', spoil: both(RIVAL, set('sender', { groups: groups('A', { power: -1 }) }), { profiles: { second: { foot: 'k' } } }), light: 'remote', verdict: 'wrong-power', mend: 'fix', note: 'or the one on the camera goes passive' },
  { code: 'power.by-hand', spoil: set('sender', { passive: true, groups: groups('B', { on: false }) }), light: 'remote', verdict: 'in-sync', mend: 'none', note: 'a passive sender sets nothing' },
  { code: 'power.overwritten', spoil: both(RIVAL, { settings: { sender: { passive: true }, second: { groups: groups('A', { power: -6 }) } } }), light: 'remote', verdict: 'wrong-power', mend: 'fix', stopsOff: -3, note: 'the other controller speaks for the passive one' },
  { code: 'power.shared-group', spoil: { settings: { metered: { group: 'A', mode: 'manual', power: -6 } } }, light: 'metered', verdict: 'wrong-power', mend: 'fix', stopsOff: 3 },
  { code: 'power.shared-group', spoil: { settings: { metered: { group: 'A', mode: 'manual', power: -1 } } }, light: 'metered', verdict: 'wrong-power', mend: 'fix', stopsOff: -2 },
  { code: 'power.local-trim', spoil: set('remote', { trim: -1 }), light: 'remote', verdict: 'wrong-power', mend: 'fix', stopsOff: 1 },
  { code: 'power.local-trim', spoil: set('remote', { trim: 0.5 }), light: 'remote', verdict: 'wrong-power', mend: 'fix', stopsOff: -0.5 },
  { code: 'power.comp-limit', spoil: { settings: { metered: { compensation: -5 } }, profiles: { metered: { compLimit: 3 } } }, light: 'metered', verdict: 'wrong-power', mend: 'fix', stopsOff: 2, params: { over: -2 } },
  // Time constant t.1 / ln 10; of the pulse at 3,900 us the first row has 1,100 us left at 1/200, the last 4,430.
  { code: 'frame.tail-gradient', spoil: both(full, slow(5000), set('body-1', { shutter: '1/200' })), light: 'remote', verdict: 'wrong-power', mend: 'fix', stopsOff: -0.5, params: { tail: false }, note: 'a slow pulse at full power' },
  { code: 'frame.tail-gradient', spoil: TAIL(0, 8000), light: 'remote', verdict: 'wrong-power', mend: 'fix', params: { tail: true }, note: 'tail sync: the slit passes while the pulse dies' },
  { code: 'frame.tail-gradient', spoil: TAIL(2500, 8000), light: 'remote', verdict: 'partial', mend: 'fix', params: { tail: true }, note: 'started too late: the first rows have closed' },
  { code: 'frame.duration', spoil: both(full, slow(3000), { settings: { 'body-1': { shutterType: 'leaf', shutter: '1/1000' } } }), light: 'remote', verdict: 'wrong-power', mend: 'fix', stopsOff: -1.7, note: 'a leaf shutter open for 977 us, the pulse at 500: 1 - e^(-477 / 1303) is 0.307, -1.7 stops' },
  { code: 'frame.duration', spoil: both(full, slow(3000), { settings: { 'body-1': { shutterType: 'leaf', shutter: '1/500' } } }), light: 'remote', verdict: 'wrong-power', mend: 'fix', stopsOff: -0.6, note: '1 - e^(-1453 / 1303) is 0.672, -0.57 stops' },
  { code: 'frame.duration', spoil: both(full, slow(6000), { settings: { 'body-1': { shutterType: 'leaf', shutter: '1/250' } } }), light: 'remote', verdict: 'wrong-power', mend: 'fix', stopsOff: -0.5, note: '1 - e^(-3406 / 2606) is 0.729, -0.46 stops' },
  { code: 'advice.unknown-field', spoil: both(full, { settings: { 'body-1': { shutter: '1/1000' }, remote: { power: 0, tailDelayUs: 0 } } }), light: 'remote', verdict: 'unknown', mend: 'none', params: { fields: ['remote.profile.duration.fullUs', 'remote.profile.duration.measure'] }, note: 'a tail of unknown length' },
  { code: 'frame.latency', spoil: { settings: { 'body-1': { shutter: '1/250' } }, profiles: { metered: control({ latencyUs: 1600 }) } }, light: 'metered', verdict: 'partial', mend: 'fix' },
  { code: 'frame.rear-curtain', spoil: { settings: { 'body-1': { curtain: 'rear', shutter: '1/30' } }, profiles: { remote: control({ latencyUs: 2000 }) } }, light: 'remote', verdict: 'partial', mend: 'fix' },
  { code: 'frame.no-hss', spoil: { settings: { 'body-1': { shutter: '1/1000' }, answered: { hss: true } } }, light: 'answered', verdict: 'partial', mend: 'fix', note: 'nor does a plain radio: open for 977 us, and 850 us late' },
  { code: 'frame.no-hss', spoil: both(slow(8000), set('body-1', { shutter: '1/500' }), set('remote', { tailDelayUs: 0 }), { families: { control: { carries: { power: true, ttl: true, mode: true, hss: false } } } }), light: 'remote', verdict: 'partial', mend: 'fix', params: { tail: true }, note: 'the word for a tail goes where that for a train goes' },
  { code: 'eye.hss', spoil: { settings: { 'body-1': { shutter: '1/1000' }, remote: { hss: true } } }, light: 'eye', verdict: 'partial', mend: 'fix' },
  { code: 'eye.hss', spoil: { settings: { 'body-1': { shutter: '1/500' }, metered: { hss: true, mode: 'manual', power: -3, group: 'A' }, eye: { sees: ['metered'] } } }, light: 'eye', verdict: 'partial', mend: 'fix' },
  { code: 'frame.over-sync', spoil: set('body-2', { shutter: '1/500' }), light: 'top', shot: 'body-2', verdict: 'partial', mend: 'fix', note: 'on the shoe too: open for 1,953 us of 3,400' },
  { code: 'eye.waits-for-second', spoil: set('eye', { eye: 'S2', sees: ['wired'] }), light: 'eye', verdict: 'silent', mend: 'fix' },
  { code: 'eye.preflash', spoil: set('eye', { sees: ['metered', 'remote'] }), light: 'eye', verdict: 'early', mend: 'fix' },
  { code: 'eye.nothing-in-view', spoil: set('eye', { sees: ['top'] }), light: 'eye', verdict: 'silent', mend: 'fix', note: 'it watches what fires for another body' },
  // A pop at full takes the whole charge, 2 s to make up; at a half it takes half.
  { code: 'lamp.recycling', spoil: both(burst(5, 1), { settings: { remote: { power: 0 }, sender: { groups: groups('A', { power: 0 }) } } }), light: 'remote', verdict: 'not-ready', mend: 'less', params: { frame: 2 }, note: 'half charged after a second' },
  { code: 'lamp.recycling', spoil: both(burst(9, 0.5), { settings: { remote: { power: -1 }, sender: { groups: groups('A', { power: -1 }) } } }), light: 'remote', verdict: 'not-ready', mend: 'less', params: { frame: 4 }, note: '1, 0.75, 0.5, then 0.25 of its charge, and it needs 0.5' },
  { code: 'lamp.heat', spoil: both(burst(20, 2), { settings: { remote: { power: -1 }, sender: { groups: groups('A', { power: -1 }) } }, profiles: { remote: { heat: { fullPops: 8, restSeconds: 60 } } } }), light: 'remote', verdict: 'not-ready', mend: 'less', params: { frame: 17, pops: 8 }, note: 'sixteen halves are eight' },
  { code: 'caution.trip', spoil: {}, light: 'wired', verdict: 'in-sync', mend: 'none' },
];
