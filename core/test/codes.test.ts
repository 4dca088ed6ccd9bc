/** Every reason code and verdict, one spoiled setting at a time, with numbers worked out by hand. */
import { fixesFor, wantLessFor } from '../src/mend/fixes';
import { needFor } from '../src/mend/need.ts';
import { withChanges } from '../src/record/change.ts';
import { CODES } from '../src/rig/codes';
import { buildRig, indexKit } from '../src/rig/rig';
import { judge } from '../src/verdict/judge';
import { VERDICTS } from '../src/verdict/verdict';
import { findingText } from '../src/words/findingWording.ts';
import { namesOf } from '../src/words/wording';
import { baseKit, baseLook, canDo, groups, judgeBase, LIGHTS } from './baseRig';
import { type Case, MORE_CASES, set } from './gearCases';
import { LOOK_CASES } from './lookCases';
import { ODD_CASES } from './oddCases';

const sealed = { shoe: { system: 'v', centre: false } };
const radio = (more: object) => ({
  radios: [{ family: 'control', roles: ['master', 'remote'], latencyUs: 400, ...more }],
});

// prettier-ignore
const CASES: Case[] = [
  ...MORE_CASES,
  ...LOOK_CASES,
  ...ODD_CASES,
  { code: 'body.silent-shutter', spoil: set('body-1', { shutterType: 'electronic' }), light: 'remote', verdict: 'silent', mend: 'fix' },
  { code: 'body.silent-shutter', spoil: set('body-1', { shutterType: 'electronic' }), light: 'wired', verdict: 'silent', mend: 'fix', note: 'a cable is no way round it' },
  { code: 'body.silent-shutter', spoil: set('body-1', { shutterType: 'electronic' }), light: 'eye', verdict: 'silent', mend: 'fix', note: 'nor is an eye' },
  { code: 'body.flash-disabled', spoil: set('body-1', { flashFiring: false }), light: 'remote', verdict: 'silent', mend: 'fix' },
  { code: 'body.flash-disabled', spoil: set('body-2', { flashFiring: false }), light: 'top', shot: 'body-2', verdict: 'silent', mend: 'fix' },
  { code: 'body.no-sync-port', spoil: { profiles: { 'body-1': { syncSocket: 'none' } } }, light: 'wired', verdict: 'silent', mend: 'gear' },
  { code: 'body.no-sync-port', spoil: { profiles: { 'body-1': { syncSocket: 'none' } } }, light: 'answered', verdict: 'silent', mend: 'gear', note: 'its sender hangs on the port' },
  { code: 'shoe.foreign', spoil: { profiles: { sender: { foot: 'v' } } }, light: 'metered', verdict: 'unmetered', mend: 'fix' },
  { code: 'shoe.foreign', spoil: { profiles: { top: { foot: 'v' } } }, light: 'top', shot: 'body-2', verdict: 'unmetered', mend: 'fix' },
  { code: 'shoe.foreign', spoil: { profiles: { sender: { foot: 'centre-only' } } }, light: 'metered', verdict: 'unmetered', mend: 'fix', note: 'a bare centre foot never meters' },
  { code: 'shoe.no-centre', spoil: { profiles: { 'body-1': sealed } }, light: 'remote', verdict: 'silent', mend: 'fix', note: 'by cable instead' },
  { code: 'shoe.no-centre', spoil: { profiles: { 'body-2': { ...sealed, syncSocket: 'none' } } }, light: 'top', shot: 'body-2', verdict: 'silent', mend: 'gear' },
  { code: 'sender.no-link', spoil: set('sender', { mount: 'body-2' }), light: 'remote', verdict: 'silent', mend: 'gear', note: 'its sender sits on the other body' },
  { code: 'sender.role', spoil: set('remote', { firesFor: ['body-1', 'body-2'] }), light: 'remote', shot: 'body-2', verdict: 'silent', mend: 'none', note: 'the flash on body 2 could be its master' },
  { code: 'sender.no-link', spoil: { profiles: { top: { radios: [] } }, settings: { remote: { firesFor: ['body-1', 'body-2'] } } }, light: 'remote', shot: 'body-2', verdict: 'silent', mend: 'less', note: 'meant for a body without a sender' },
  { code: 'sender.off', spoil: set('sender', { on: false }), light: 'remote', verdict: 'silent', mend: 'fix' },
  { code: 'sender.off', spoil: set('call', { on: false }), light: 'answered', verdict: 'silent', mend: 'fix' },
  { code: 'sender.role', spoil: set('sender', { role: 'remote' }), light: 'remote', verdict: 'silent', mend: 'fix', params: { role: 'remote' } },
  { code: 'sender.role', spoil: set('call', { role: 'local' }), light: 'answered', verdict: 'silent', mend: 'fix' },
  { code: 'sender.channel-range', spoil: { settings: { sender: { channel: 20 }, remote: { channel: 20 } } }, light: 'remote', verdict: 'silent', mend: 'fix', params: { channel: 20, from: 1, to: 16 } },
  { code: 'sender.channel-range', spoil: set('call', { channel: 17 }), light: 'answered', verdict: 'silent', mend: 'fix' },
  { code: 'sender.group-range', spoil: set('remote', { group: 'D' }), light: 'remote', verdict: 'silent', mend: 'fix', params: { group: 'D', letters: ['A', 'B', 'C'] } },
  { code: 'sender.group-range', spoil: { profiles: { sender: { radios: [{ family: 'control', roles: ['master'], groups: ['A'] }] } } }, light: 'metered', verdict: 'silent', mend: 'fix' },
  { code: 'sender.group-off', spoil: set('sender', { groups: groups('A', { on: false }) }), light: 'remote', verdict: 'silent', mend: 'fix', params: { group: 'A' } },
  { code: 'sender.group-off', spoil: set('sender', { groups: groups('B', { on: false }) }), light: 'metered', verdict: 'silent', mend: 'fix' },
  { code: 'hearer.off', spoil: set('remote', { on: false }), light: 'remote', verdict: 'silent', mend: 'fix' },
  { code: 'hearer.off', spoil: set('answer', { on: false }), light: 'answered', verdict: 'silent', mend: 'fix', note: 'the receiver' },
  { code: 'hearer.off', spoil: set('wired', { on: false }), light: 'wired', verdict: 'silent', mend: 'fix' },
  { code: 'hearer.role', spoil: set('remote', { role: 'local' }), light: 'remote', verdict: 'silent', mend: 'fix', params: { role: 'local', wanted: 'remote' } },
  { code: 'hearer.role', spoil: set('eye', { role: 'remote' }), light: 'eye', verdict: 'silent', mend: 'fix', params: { wanted: 'eye' } },
  { code: 'hearer.role', spoil: { profiles: { eye: { eyes: ['S2'] } } }, light: 'eye', verdict: 'silent', mend: 'none', note: 'set to an eye mode it does not have; the one it has would wait for a second pulse' },
  { code: 'hearer.role', spoil: set('top', { role: 'remote' }), light: 'top', shot: 'body-2', verdict: 'silent', mend: 'fix', note: 'a remote on a shoe is deaf' },
  { code: 'hearer.family', spoil: set('remote', { family: 'plain' }), light: 'remote', verdict: 'silent', mend: 'fix' },
  { code: 'hearer.family', spoil: { profiles: { remote: { radios: [{ family: 'plain', roles: ['remote'] }] } }, settings: { call: { role: 'off' } } }, light: 'remote', verdict: 'silent', mend: 'gear', params: { expected: 'control', found: 'plain' } },
  { code: 'hearer.channel', spoil: set('remote', { channel: 3 }), light: 'remote', verdict: 'silent', mend: 'fix', params: { found: 3, expected: 11 } },
  { code: 'sender.odd', spoil: set('sender', { channel: 12 }), light: 'metered', verdict: 'silent', mend: 'fix', params: { setting: 'channel', found: 12, expected: 11, hearers: ['metered', 'remote'] } },
  { code: 'hearer.dip', spoil: set('answer', { channel: 6 }), light: 'answered', verdict: 'silent', mend: 'fix', params: { differing: ['1'] } },
  { code: 'hearer.dip', spoil: set('answer', { channel: 12 }), light: 'answered', verdict: 'silent', mend: 'fix', params: { differing: ['1', '2', '3', '4'] }, note: '12 is 1011 from the first, 5 is 0100: all four' },
  { code: 'hearer.id', spoil: set('remote', { networkId: 72 }), light: 'remote', verdict: 'silent', mend: 'fix', params: { found: 72, expected: 27 } },
  { code: 'hearer.id', spoil: { profiles: { remote: radio({ networkId: false }) } }, light: 'remote', verdict: 'silent', mend: 'fix', params: { found: 0 }, note: 'too old to have one' },
  { code: 'hearer.group', spoil: set('remote', { group: 'Z' }), light: 'remote', verdict: 'silent', mend: 'fix', params: { group: 'Z' } },
  { code: 'hearer.group', spoil: set('metered', { group: 'Q' }), light: 'metered', verdict: 'silent', mend: 'fix' },
  { code: 'foot.no-receiver', spoil: set('answered', { receiver: null }), light: 'answered', verdict: 'silent', mend: 'fix', note: 'the idle receiver is put to use' },
  { code: 'foot.no-receiver', spoil: { profiles: { remote: { radios: [] } }, settings: { call: { mount: 'body-2' } } }, light: 'remote', verdict: 'silent', mend: 'gear' },
  { code: 'foot.socket', spoil: set('wired', { plugs: ['pc', 'pc'] }), light: 'wired', verdict: 'silent', mend: 'fix' },
  { code: 'foot.socket', spoil: { profiles: { answer: { topShoe: 'none' } } }, light: 'answered', verdict: 'silent', mend: 'fix', note: 'by cable from the receiver instead' },
  { code: 'foot.socket', spoil: { profiles: { wired: { syncSocket: 'none', foot: 'none' } } }, light: 'wired', verdict: 'silent', mend: 'gear' },
  { code: 'foot.ttl-on-plain-link', spoil: set('answered', { mode: 'ttl' }), light: 'answered', verdict: 'unmetered', mend: 'fix' },
  { code: 'foot.ttl-on-plain-link', spoil: set('eye', { mode: 'ttl' }), light: 'eye', verdict: 'unmetered', mend: 'fix' },
  { code: 'foot.ttl-on-plain-link', spoil: set('wired', { mode: 'ttl' }), light: 'wired', verdict: 'unmetered', mend: 'fix' },
  { code: 'foot.ttl-on-plain-link', spoil: { families: { control: { carries: { power: true, mode: true, ttl: false } } } }, light: 'metered', verdict: 'unmetered', mend: 'fix' },
  { code: 'eye.preflash', spoil: set('eye', { sees: ['metered'] }), light: 'eye', verdict: 'early', mend: 'fix', params: { cause: 'metered', eye: 'S1', atUs: -80_000 + 50 + 450 + 100 } },
  { code: 'eye.preflash', spoil: { settings: { eye: { sees: ['top'], firesFor: ['body-2'] } } }, light: 'eye', shot: 'body-2', verdict: 'early', mend: 'fix', params: { cause: 'top', atUs: -80_000 + 50 + 100 } },
  { code: 'eye.waits-for-second', spoil: set('eye', { eye: 'S2' }), light: 'eye', verdict: 'silent', mend: 'fix', params: { seen: ['remote'] } },
  { code: 'eye.waits-for-second', spoil: set('eye', { eye: 'S2', sees: ['remote', 'wired'] }), light: 'eye', verdict: 'silent', mend: 'fix', note: 'two pulses within a millisecond are one to an eye' },
  { code: 'eye.nothing-in-view', spoil: set('eye', { sees: [] }), light: 'eye', verdict: 'silent', mend: 'fix' },
  { code: 'eye.nothing-in-view', spoil: set('remote', { on: false }), light: 'eye', verdict: 'silent', mend: 'fix', note: 'what it watches stays dark' },
  { code: 'lamp.disabled', spoil: set('eye', { lamp: false }), light: 'eye', verdict: 'silent', mend: 'fix' },
  { code: 'lamp.disabled', spoil: { profiles: { remote: { lampSwitch: true } }, settings: { remote: { lamp: false } } }, light: 'remote', verdict: 'silent', mend: 'fix' },
  { code: 'lamp.mode', spoil: { profiles: { metered: { can: canDo({}) } } }, light: 'metered', verdict: 'unmetered', mend: 'fix', params: { position: 'radio', ability: 'ttl' } },
  { code: 'lamp.mode', spoil: { profiles: { top: { can: canDo({ ttl: true }, { 'on-body': { ttl: false } }) } } }, light: 'top', shot: 'body-2', verdict: 'unmetered', mend: 'fix', params: { position: 'on-body' } },
  { code: 'lamp.power-floor', spoil: set('answered', { power: -7 }), light: 'answered', verdict: 'wrong-power', mend: 'less', params: { wanted: -7, limit: -5, stopsOff: 2 } },
  { code: 'lamp.power-floor', spoil: { settings: { remote: { power: -8 }, sender: { groups: groups('A', { power: -8 }) } } }, light: 'remote', verdict: 'wrong-power', mend: 'less', params: { stopsOff: 1 } },
  { code: 'lamp.power-ceiling', spoil: set('answered', { power: 0 }), light: 'answered', verdict: 'wrong-power', mend: 'less', params: { wanted: 0, limit: -1, stopsOff: -1 } },
  { code: 'power.overwritten', spoil: set('sender', { groups: groups('A', { power: -1 }) }), light: 'remote', verdict: 'wrong-power', mend: 'fix', params: { expected: -3, found: -1, stopsOff: 2 } },
  { code: 'power.overwritten', spoil: set('sender', { groups: groups('B', { mode: 'manual', power: -3 }) }), light: 'metered', verdict: 'unmetered', mend: 'fix', params: { setting: 'mode' } },
  { code: 'power.overwritten', spoil: set('sender', { groups: groups('A', { mode: 'ttl' }) }), light: 'remote', verdict: 'wrong-power', mend: 'fix', params: { setting: 'mode' } },
  { code: 'power.shared-group', spoil: { settings: { metered: { group: 'A', mode: 'manual', power: -5 } } }, light: 'metered', verdict: 'wrong-power', mend: 'fix', params: { expected: -5, found: -3 } },
  { code: 'frame.over-sync', spoil: set('body-1', { shutter: '1/320' }), light: 'remote', verdict: 'partial', mend: 'fix', params: { darkEdge: 'lower' } },
  { code: 'frame.over-sync', spoil: set('body-1', { shutter: '1/4000' }), light: 'remote', verdict: 'late', mend: 'fix', note: '0.25 ms open, 0.5 ms late' },
  { code: 'frame.latency', spoil: { settings: { 'body-1': { shutter: '1/250' } }, profiles: { remote: radio({ latencyUs: 1000 }) } }, light: 'remote', verdict: 'partial', mend: 'fix', params: { delayUs: 1200 }, note: 'of its lights the eye is the latest: 50 + 50 + 1000 + 100' },
  { code: 'crew.clash', spoil: { settings: { sender: { mount: 'body-2' }, remote: { firesFor: ['body-1'] } } }, light: 'remote', shot: 'body-2', verdict: 'stray', mend: 'fix' },
  { code: 'crew.clash', spoil: set('eye', { sees: ['remote', 'top'] }), light: 'eye', shot: 'body-2', verdict: 'stray', mend: 'fix', note: 'sees the other body’s light' },
  { code: 'crew.no-id', spoil: { settings: { sender: { networkId: 0 }, remote: { networkId: 0 }, metered: { networkId: 0 } } }, light: 'remote', verdict: 'in-sync', mend: 'fix' },
  { code: 'power.by-hand', spoil: { }, light: 'answered', verdict: 'in-sync', mend: 'none' },
  { code: 'power.by-hand', spoil: { }, light: 'eye', verdict: 'in-sync', mend: 'none' },
  { code: 'advice.unknown-field', spoil: set('remote', { channel: null }), light: 'remote', verdict: 'unknown', mend: 'none', params: { fields: ['remote.channel'] } },
  { code: 'advice.unknown-field', spoil: { profiles: { answered: { foot: null } } }, light: 'answered', verdict: 'unknown', mend: 'none', params: { fields: ['answered.profile.foot'] } },
  { code: 'advice.unknown-field', spoil: set('remote', { on: null }), light: 'eye', verdict: 'unknown', mend: 'none', note: 'it watches a light that is unknown' },
];

test('the base rig is sound: every light in sync, nothing serious found', () => {
  const { verdicts, findings } = judgeBase();
  expect(
    verdicts
      .filter((verdict) => verdict.shot === 'body-1' && LIGHTS.includes(verdict.unit as never))
      .map((verdict) => verdict.verdict),
  ).toEqual(LIGHTS.map(() => 'in-sync'));
  expect(findings.filter((finding) => finding.severity !== 'A')).toEqual([]);
});

test('every code that blocks or degrades has at least three cases, and every verdict one', () => {
  const serious = Object.entries(CODES)
    .filter(([, { severity }]) => severity !== 'A')
    .map(([code]) => code);
  const thin = serious.filter((code) => CASES.filter((one) => one.code === code).length < 3);
  expect(serious.length).toBeGreaterThan(60);
  expect(thin).toEqual([]);
  // To stay dark as meant is no case of any code.
  const verdicts = new Set<string>(CASES.map((one) => one.verdict));
  expect(VERDICTS.filter((verdict) => !verdicts.has(verdict))).toEqual(['dark']);
});

test('there are at least 60 cases, and every code has one', () => {
  expect(CASES.length).toBeGreaterThanOrEqual(60);
  const named = new Set<string>(CASES.map((one) => one.code));
  // A look alone cannot know of test fires; readiness.test.ts has that code's cases.
  expect(Object.keys(CODES).filter((code) => !named.has(code))).toEqual(['advice.untested']);
});

test.each(
  CASES.map(
    (one, index) => [`${index + 1} ${one.code} · ${one.light}${one.note ? ` · ${one.note}` : ''}`, one] as const,
  ),
)('%s', (_, one) => {
  const before = judgeBase(one.spoil);
  const shot = one.shot ?? 'body-1';
  const verdict = before.verdicts.find(
    (v) => v.unit === one.light && v.shot === shot && v.attitude === (one.attitude ?? 'level'),
  )!;
  expect(verdict.verdict).toBe(one.verdict);
  if (one.chance !== undefined) expect(verdict.chance).toBeCloseTo(one.chance, 2);
  if (one.stopsOff !== undefined) expect(verdict.stopsOff).toBeCloseTo(one.stopsOff, 1);
  const finding = before.findings.find((found) => found.code === one.code && found.units.includes(one.light));
  expect(finding).toBeDefined();
  if (one.params) expect(finding!.params).toMatchObject(one.params);

  const text = findingText(finding!, namesOf(baseKit(one.spoil)));
  expect([text.what, text.why].join(' ')).not.toMatch(/undefined|null|NaN|\[object/);
  expect(text.gap.split(' ').length).toBeLessThanOrEqual(7);

  const fixes = fixesFor(before, finding!);
  if (one.mend === 'none') return expect(fixes).toEqual([]);
  if (one.mend === 'gear') {
    expect(fixes).toEqual([]);
    expect(needFor(before.rig, finding!)).not.toBeNull();
    return;
  }
  if (one.mend === 'less') expect(fixes).toEqual([]);
  const offered = one.mend === 'less' ? wantLessFor(before, finding!) : fixes;
  expect(offered.length).toBeGreaterThan(0);
  for (const fix of offered) {
    const after = judge(buildRig(indexKit(baseKit(one.spoil)), withChanges(baseLook(one.spoil), fix.changes)));
    expect(after.findings.map((found) => found.id)).not.toContain(finding!.id);
  }
});
