/** What is said, reviewed as it will be read: one sentence of what is seen, one of why, the words at the gap. */
import type { SettingPath, SettingValue } from '../src/record/settings.ts';
import type { FieldPath } from '../src/rig/check.ts';
import type { Finding } from '../src/verdict/finding';
import { findingText } from '../src/words/findingWording';
import { positionWord } from '../src/words/saying';
import { listed, settingName, settingValue } from '../src/words/settingWords';
import { changeText, namesOf } from '../src/words/wording';
import { baseKit, groups, judgeBase, type Spoil } from './baseRig';

const names = namesOf(baseKit());

function said(code: string, spoil: Spoil): string[] {
  const finding = judgeBase(spoil).findings.find((one) => one.code === code)!;
  const { what, why, gap } = findingText(finding, names);
  return [what, why, gap];
}

test.each<[string, Spoil, string[]]>([
  [
    'body.silent-shutter',
    { settings: { 'body-2': { shutterType: 'electronic' } } },
    [
      'Top stays silent.',
      'Body-2 is on its electronic shutter, which never closes the flash contact.',
      'this shutter permits no flash',
    ],
  ],
  [
    'hearer.channel',
    { settings: { metered: { channel: 3 } } },
    [
      'Metered stays silent.',
      'Sender speaks on channel 11. Metered listens on 3, so it hears nothing.',
      'channel 3, sender on 11',
    ],
  ],
  [
    'hearer.dip',
    { settings: { answer: { channel: 7 } } },
    ['Answered stays silent.', 'The switches of Answer make channel 7; Call is on 5. Flip switch 2.', 'flip switch 2'],
  ],
  [
    'sender.group-off',
    { settings: { sender: { groups: groups('B', { on: false }) } } },
    ['Metered stays silent.', 'Group B is switched off on Sender.', 'group B is off'],
  ],
  [
    'eye.preflash',
    { settings: { eye: { sees: ['metered'] } } },
    [
      'Eye fires too early and leaves the picture dark.',
      'Eye sees the metering pulse of Metered and answers 79.40 ms before the shutter opens.',
      'fires at the metering pulse',
    ],
  ],
  [
    'eye.nothing-in-view',
    { settings: { remote: { on: false } } },
    ['Eye stays silent.', 'Remote, which Eye watches, stays silent.', 'sees no light fire'],
  ],
  [
    'lamp.power-floor',
    { settings: { answered: { power: -7 } } },
    ['Answered fires 2 stops too bright.', 'Answered goes down to 1/32; 1/128 is wanted.', 'cannot go below 1/32'],
  ],
  [
    'frame.over-sync',
    { settings: { 'body-1': { shutter: '1/500' } } },
    [
      // The eye is last: lit 1 - (3400 + 600 - 1953) / 3400.
      'Answered, Eye, Metered, Remote and Wired leave a dark bar.',
      'At 1/500 the frame of Body-1 is never open all at once: a dark bar covers 60 % of it.',
      'frame 60 % dark at 1/500',
    ],
  ],
  [
    'power.overwritten',
    { settings: { sender: { groups: groups('A', { power: -1 }) } } },
    [
      'Remote fires 2 stops too bright.',
      'Sender tells group A power 1/2; Remote should have 1/8. The sender wins at every frame.',
      'sender says 1/2',
    ],
  ],
  [
    'advice.unknown-field',
    { settings: { remote: { channel: null }, eye: { sees: [] } } },
    ['Nobody can say whether Remote will fire.', 'Not recorded: channel of Remote.', 'not recorded'],
  ],
  [
    'power.by-hand',
    { settings: { eye: { sees: [] }, wired: { on: false } } },
    ['Answered is set by hand.', 'The link of Answered carries no power: walk to it to change it.', 'power by hand'],
  ],
])('%s', (code, spoil, expected) => expect(said(code, spoil)).toEqual(expected));

test('the evidence names both sides', () => {
  const finding = judgeBase({ settings: { remote: { networkId: 72 } } }).findings.find(
    (one) => one.code === 'hearer.id',
  )!;
  expect(findingText(finding, names).evidence).toEqual([
    { label: 'Remote', value: 'ID 72' },
    { label: 'Sender', value: 'ID 27' },
  ]);
});

test('lists name everybody, and draw together what is numbered', () => {
  expect(listed(['remote'], names)).toBe('Remote');
  expect(listed(['remote', 'eye'], names)).toBe('Remote and Eye');
  expect(listed(['remote', 'eye', 'top'], names)).toBe('Remote, Eye and Top');
  expect(listed(['remote', 'eye', 'top', 'wired', 'metered'], names)).toBe('Remote, Eye, Top, Wired and Metered');
  const numbered = { ...names, unit: (id: string) => (id === 'top' ? 'Top' : `Light ${id}`) };
  expect(listed(['1', '10', '2', '3'], numbered)).toBe('Light 1 to 3 and Light 10');
  expect(listed(['1', '2', '4', '5', 'top'], numbered)).toBe('Light 1, Light 2, Light 4, Light 5 and Top');
  expect(listed(['1', '2', '3'], numbered)).toBe('Light 1, Light 2 and Light 3');
  expect(listed(['8', '9', '10', '11', 'top'], numbered)).toBe('Light 8 to 11 and Top');
  expect(listed(['gone'], names)).toBe('a unit no longer in the kit');
});

test.each<[FieldPath, unknown, string]>([
  ['power', -7 / 3, '-2⅓ stops'],
  ['groups.C.power', -4, '-4 stops'],
  ['networkId', 0, 'off'],
  ['networkId', 27, '27'],
  ['mode', 'ttl', 'TTL'],
  ['on', false, 'off'],
  ['plugs', ['pc', 'jack'], 'pc to jack'],
  ['plugs', null, 'no cable'],
  ['firesFor', null, 'every body its link can serve'],
  ['receiver', null, 'its own radio'],
  ['sees', [], 'none'],
  ['sees', ['remote', 'top'], 'Remote and Top'],
  ['family', 'control', 'Control'],
  ['mount', 'body-1', 'Body-1'],
  ['walkSeconds', 30, '30 s'],
  ['channel', null, 'not recorded'],
])('%s %p is said %s', (setting, value, words) => expect(settingValue(setting, value, names)).toBe(words));

test('settings have names a person uses', () => {
  expect(settingName('groups.C.on')).toBe('group C');
  expect(settingName('groups.C.power')).toBe('group C power');
  expect(settingName('networkId')).toBe('ID');
  expect(settingName('from.sender.distanceM', names)).toBe('distance from Sender');
  expect(settingName('from.sender.sight')).toBe('line of sight from sender');
  expect(settingName('from.sender', names)).toBe('where it stands to Sender');
  expect(settingName('profile.shoe.centre')).toBe('centre contact of the shoe');
});

test.each<[SettingPath, SettingValue, string]>([
  ['on', true, 'Switch on Remote'],
  ['lamp', true, 'Switch on the flash tube of Remote'],
  ['receiver', 'spare', 'Put Remote on Spare'],
  ['receiver', null, 'Take the receiver off Remote'],
  ['plugs', ['pc', 'jack'], 'Use a pc to jack cable on Remote'],
  ['plugs', null, 'Take the cable off Remote'],
  ['sees', ['top'], 'Turn the eye of Remote to Top'],
  ['firesFor', ['body-1'], 'Let Remote fire for Body-1'],
  ['groups.B.on', true, 'Switch on group B on Remote'],
  ['groups.B.mode', 'ttl', 'Set group B mode TTL on Remote'],
  ['mode', 'manual', 'Set mode manual on Remote'],
])('a change of %s to %p is the order "%s"', (setting, to, words) => {
  expect(changeText({ unit: 'remote', setting, from: null, to }, names)).toBe(words);
});

test.each<[SettingPath, SettingValue, SettingValue, string]>([
  ['cells', 'flat', 'good', 'Put fresh cells into Remote'],
  ['cells', 'good', 'flat', 'Note on Remote: cells flat'],
  ['sight', 'blocked', 'direct', 'Give Remote a clear line of sight'],
  ['sight', null, 'blocked', 'Note on Remote: line of sight blocked'],
  ['broken', true, false, 'Put another one in place of Remote'],
  ['broken', null, true, 'Note on Remote: state broken'],
  ['asleep', true, false, 'Wake Remote'],
  ['asleep', null, true, 'Note on Remote: sleep asleep'],
  ['on', true, null, 'Remote: power switch not recorded'],
  ['link', 'radio', null, 'Remote: link not recorded'],
  ['link', 'radio', 'optical', 'Fire Remote by coded light'],
  ['hss', true, null, 'Switch off high-speed sync on Remote'],
  ['sees', null, [], 'Turn the eye of Remote to nothing'],
  ['sees', ['eye', 'top'], ['eye'], 'Shield the eye of Remote from Top'],
  ['sees', ['eye'], ['top'], 'Turn the eye of Remote to Top and shield it from Eye'],
  ['burstFrames', 8, null, 'Let Remote shoot on and on'],
])('%s from %j to %j is told as what is done, or as a note', (setting, from, to, expected) =>
  expect(changeText({ unit: 'remote', setting, from, to }, names)).toBe(expected),
);

test('what a model can do somewhere is named by both, and a position nobody recorded by where it is used', () => {
  expect(settingName('profile.can.stacked.ttl')).toBe('TTL on a trigger');
  expect(positionWord(null)).toBe('where it is used');
  expect(positionWord('radio')).not.toBe('where it is used');
});

test.each([
  [true, 'no tail sync here', 'Body-1 should do tail sync at 1/500, but it is lost on the way, at Sender.'],
  [
    false,
    'no high-speed sync here',
    'Body-1 should do high-speed sync at 1/500, but it is lost on the way, at Sender.',
  ],
])('what is lost on the way is named: a tail %s', (tail, gap, why) => {
  const finding = {
    code: 'frame.no-hss',
    subject: 'body-1',
    severity: 'D',
    units: ['remote'],
    shots: [],
    params: { light: 'remote', shutter: '1/500', by: 'sender', tail, share: 0.5 },
  } as unknown as Finding;
  expect(findingText(finding, names)).toMatchObject({ gap, why });
});
