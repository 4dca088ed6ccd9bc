import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { costOf, isAtCamera } from '../src/mend/cost.ts';
import { fixesFor, wantLessFor } from '../src/mend/fixes';
import { needFor } from '../src/mend/need.ts';
import { type Change, mergeChanges, withChanges } from '../src/record/change.ts';
import { takenBack } from './takenBack.ts';
import type { KitDocument } from '../src/record/kitDocument';
import { readSetting, type SettingPath, type SettingValue, withSetting } from '../src/record/settings.ts';
import { buildRig, indexKit } from '../src/rig/rig';
import { judge, type Judgement } from '../src/verdict/judge';
import { costText, fixText, namesOf, needText, otherLines } from '../src/words/wording';
import { baseKit, baseLook, judgeBase, type Spoil } from './baseRig';

const names = namesOf(baseKit());
const change = (unit: string, setting: SettingPath, to: SettingValue, from: SettingValue = null): Change => ({
  unit,
  setting,
  from,
  to,
});
const fixesOf = (judgement: Judgement, code: string) => {
  const finding = judgement.findings.find((one) => one.code === code)!;
  return fixesFor(judgement, finding);
};

describe('what a change costs, in seconds', () => {
  const { rig } = judgeBase({ settings: { remote: { walkSeconds: 30 }, answered: { walkSeconds: 12 } } });
  test.each<[string, Change[], number, number | null]>([
    ['at the camera 5', [change('body-1', 'shutter', '1/125')], 5, 0],
    ['each setting of a sender on the body 5', [change('sender', 'on', true), change('sender', 'channel', 3)], 10, 0],
    ['at the unit 20 and the walk', [change('remote', 'channel', 3)], 50, 30],
    [
      'one trip however much is changed there',
      [change('remote', 'channel', 3), change('remote', 'group', 'B')],
      50,
      30,
    ],
    ['the walk is not known', [change('wired', 'on', true)], 20, null],
    ['a receiver stands where its light stands', [change('answer', 'channel', 3)], 32, 12],
    ['a swap of hardware 180', [change('answered', 'receiver', 'spare')], 192, 12],
    ['to take something off is a visit', [change('answered', 'receiver', null)], 32, 12],
    [
      'what the sender pushes needs no walk',
      [change('remote', 'power', -5), change('sender', 'groups.A.power', -5)],
      5,
      0,
    ],
    ['a change of mind is free', [change('remote', 'firesFor', ['body-1'])], 0, 0],
  ])('%s', (_, changes, seconds, walkSeconds) => {
    expect(costOf(rig, changes)).toMatchObject({ seconds, walkSeconds });
  });

  test('in the hands are bodies and what sits on them, not what is connected by a cable', () => {
    expect(['body-1', 'sender', 'top', 'call'].map((id) => isAtCamera(rig, id))).toEqual([true, true, true, true]);
    expect(['wired', 'remote', 'answer', 'ghost'].map((id) => isAtCamera(rig, id))).toEqual([
      false,
      false,
      false,
      false,
    ]);
  });
});

test('a fix goes on through the faults the first one hid', () => {
  const judgement = judgeBase({ settings: { remote: { on: false, channel: 3, networkId: 5 } } });
  expect(judgement.findings.filter((one) => one.units.includes('remote')).map((one) => one.code)).toEqual([
    'hearer.off',
  ]);
  const [fix] = fixesOf(judgement, 'hearer.off');
  expect(fix!.changes.map(({ setting, to }) => [setting, to])).toEqual([
    ['on', true],
    ['channel', 11],
    ['networkId', 27],
  ]);
  expect(fixText(fix!, names)).toBe('Switch on Remote and 2 more changes');
  expect(otherLines(fix!, names)).toEqual(['Set channel 11 on Remote', 'Set ID 27 on Remote']);
});

test('a fix that would degrade something is offered only where none is clean', () => {
  // A says just what the light wants, B meters, and C says -5, so that C would do only with another power.
  const spoil: Spoil = { settings: { remote: { group: 'D' } } };
  const fixes = fixesOf(judgeBase(spoil), 'sender.group-range');
  expect(fixes[0]!.changes).toEqual([change('remote', 'group', 'A', 'D')]);
  for (const fix of fixes) {
    const after = judge(buildRig(indexKit(baseKit()), withChanges(baseLook(spoil), fix.changes)));
    expect(after.findings.filter((one) => one.severity !== 'A')).toEqual([]);
  }
});

test('a fix never mends by forgetting', () => {
  const spoil: Spoil = { profiles: { wired: { syncSocket: 'none', foot: 'none' } } };
  expect(fixesOf(judgeBase(spoil), 'foot.socket')).toEqual([]);
});

test('the slower shutter is the fastest that shows the whole frame', () => {
  // 3400 + 50 + 50 + 400 = 3900 and the eye behind it 4000: 1/250 (3906) is too fast by 94, 1/200 (4922) is not.
  const [fix] = fixesOf(judgeBase({ settings: { 'body-1': { shutter: '1/320' } } }), 'frame.over-sync');
  expect(fix!.changes).toEqual([change('body-1', 'shutter', '1/200', '1/320')]);
});

test('a network without an ID gets one on every unit of it at once', () => {
  const none = { networkId: 0 };
  const [fix] = fixesOf(judgeBase({ settings: { sender: none, remote: none, metered: none } }), 'crew.no-id');
  expect(fix!.changes.map((one) => one.unit).sort()).toEqual(['metered', 'remote', 'sender']);
  expect(new Set(fix!.changes.map((one) => one.to))).toEqual(new Set([27]));
  expect(fixText(fix!, names)).toBe('Set ID 27 on Sender, Metered and Remote');
});

test('the demo: pressing whatever is offered, or wanting less where nothing is, ends with every look whole', () => {
  const wished: string[] = [];
  const document = JSON.parse(readFileSync(join(__dirname, '../../demo/ropewalk.json'), 'utf8')) as KitDocument;
  const kit = indexKit(document);
  for (let look of document.looks) {
    for (let press = 0; ; press++) {
      const judgement = judge(buildRig(kit, look));
      const finding = judgement.findings.find((one) => one.severity !== 'A');
      if (!finding) break;
      expect(press).toBeLessThan(20);
      const [fix] = fixesFor(judgement, finding);
      const [less] = fix ? [] : wantLessFor(judgement, finding);
      if (less) wished.push(`${look.id} ${finding.code}`);
      expect(fix ?? less).toBeDefined();
      look = withChanges(look, (fix ?? less)!.changes);
    }
  }
  expect(wished).toEqual(['family-groups lamp.power-floor']);
});

test('what to get where no setting helps', () => {
  const need = (spoil: Spoil, code: string) => {
    const judgement = judgeBase(spoil);
    return needFor(
      judgement.rig,
      judgement.findings.find((one) => one.code === code)!,
    );
  };
  const plainOnly = { radios: [{ family: 'plain', roles: ['remote'] }] };
  const foreign = need({ profiles: { remote: plainOnly }, settings: { call: { role: 'off' } } }, 'hearer.family');
  expect(foreign).toEqual({ kind: 'receiver', match: ['Control'] });
  expect(needText(foreign!)).toBe('A receiver of the Control family would do.');
  const noPort = need({ profiles: { 'body-1': { syncSocket: 'none' } } }, 'body.no-sync-port');
  expect(noPort?.kind).toBe('cable');
  expect(need({ settings: { remote: { on: false } } }, 'hearer.off')).toBeNull();
});

test('costs in words', () => {
  const fix = { changes: [], seconds: 50, leaves: [] };
  expect(costText({ ...fix, walkSeconds: 30 }, names)).toBe('50 s with the walk');
  expect(costText({ ...fix, walkSeconds: 0 }, names)).toBe('50 s');
  expect(costText({ ...fix, walkSeconds: null }, names)).toBe('50 s + the walk');
  expect(costText({ ...fix, walkSeconds: 0, leaves: ['eye', 'remote'] }, names)).toBe(
    '50 s; another fault is left on Eye and Remote',
  );
});

describe('settings by name', () => {
  const look = baseLook();
  test('a group’s settings are read and set by its letter', () => {
    const sender = look.units.sender!;
    expect(readSetting(sender, 'groups.A.power')).toBe(-3);
    expect(readSetting(sender, 'groups.Z.power')).toBeNull();
    const next = withSetting(sender, 'groups.A.power', -6);
    expect(readSetting(next, 'groups.A.power')).toBe(-6);
    expect(readSetting(next, 'groups.A.on')).toBe(true);
    expect(readSetting(sender, 'groups.A.power')).toBe(-3);
  });

  test('null takes a setting away', () => {
    expect(withSetting(look.units.remote!, 'channel', null)).not.toHaveProperty('channel');
    expect(withSetting(look.units.sender!, 'groups.A.on', null).groups!.A).not.toHaveProperty('on');
  });

  test('changes and their inverse cancel, in whatever number', () => {
    const changes = [
      change('remote', 'channel', 3, 11),
      change('remote', 'channel', 4, 3),
      change('sender', 'groups.C.power', -1, -5),
    ];
    expect(withChanges(withChanges(look, changes), takenBack(changes))).toEqual(look);
  });

  test('a change to a unit that is not there is a mistake of ours', () => {
    expect(() => withChanges(look, [change('ghost', 'on', true)])).toThrow('look look has no unit ghost');
  });

  test('later changes win and remember where the first began', () => {
    const merged = mergeChanges(
      [change('a', 'channel', 3, null)],
      [change('a', 'channel', 4, 3), change('b', 'on', true, false)],
    );
    expect(merged).toEqual([change('a', 'channel', 4, null), change('b', 'on', true, false)]);
  });
});

test('compensation goes to its limit, not to none', () => {
  const offered = (spoil: Spoil) => {
    const judgement = judgeBase(spoil);
    const finding = judgement.findings.find(({ code }) => code === 'power.comp-limit')!;
    return fixesFor(judgement, finding)[0]!.changes.map(({ unit, setting, to }) => `${unit}.${setting} ${String(to)}`);
  };
  const limit = { compLimit: 3 };
  expect(offered({ settings: { metered: { compensation: 4 } }, profiles: { metered: limit } })).toEqual([
    'metered.compensation 3',
  ]);
  // Two stops are dialled on the camera already, the same way: one is left to the flash.
  const both = { settings: { top: { compensation: -2 }, 'body-2': { compensation: -2 } }, profiles: { top: limit } };
  expect(offered(both)).toEqual(['top.compensation -1']);
});
