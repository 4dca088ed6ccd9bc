import { settingsSchema } from '@ergon/core/record/lookSchema';
import { STAGES } from '@ergon/core/rig/codes';
import { indexKit } from '@ergon/core/rig/rig';
import { linesOf } from '@ergon/core/verdict/signalLine';
import { fieldsAt } from '../src/editing/settingFields';
import { judgeLook } from '../src/rig/judgedLook';
import { demoRig } from './rigFixture';

const rig = demoRig();
const { judgement } = judgeLook(
  indexKit(rig),
  rig.looks.find((look) => look.id === 'first-dance')!,
  { tests: [], onAir: [] },
);
const fields = (light: string, stage: (typeof STAGES)[number], body = 0) => {
  const shot = judgement.shots[body]!;
  const line = linesOf(judgement, shot).find((one) => one.light.id === light)!;
  return fieldsAt(judgement.rig, line, shot.body, stage);
};
const named = (light: string, stage: (typeof STAGES)[number], body = 0) =>
  fields(light, stage, body).map((field) => `${field.unit} ${field.setting}`);

test('each station shows what is set there, on the unit it is set on', () => {
  expect(named('light-6', 'body')).toEqual([
    'body-1 shutterType',
    'body-1 exposureMode',
    'body-1 flashFiring',
    'body-1 attitudes',
    'body-1 stranger',
    'body-1 isoAuto',
    'body-1 wbAuto',
    'body-1 previewOn',
    'body-1 redEye',
    'body-1 compensation',
  ]);
  expect(named('light-6', 'shoe')).toEqual(['sender-1 mount', 'sender-1 seated']);
  expect(named('light-6', 'sender')).toEqual([
    'sender-1 on',
    'sender-1 role',
    'sender-1 groups.C.on',
    'sender-1 groups.C.mode',
    'sender-1 groups.C.power',
    'sender-1 passive',
    'sender-1 cells',
    'sender-1 asleep',
    'sender-1 broken',
  ]);
  expect(named('light-6', 'air')).toEqual([
    'sender-1 channel',
    'sender-1 networkId',
    'light-6 distanceM',
    'light-6 heardShare',
    'light-6 from.sender-1',
    'light-6 from.sender-2',
  ]);
  expect(named('light-6', 'hearer')).toEqual([
    'light-6 on',
    'light-6 role',
    'light-6 channel',
    'light-6 networkId',
    'light-6 group',
    'light-6 cells',
    'light-6 asleep',
    'light-6 broken',
  ]);
  expect(named('light-6', 'lamp')).toEqual([
    'light-6 mode',
    'light-6 power',
    'light-6 lamp',
    'light-6 hss',
    'light-6 tailDelayUs',
    'light-6 trim',
    'light-6 beep',
    'light-6 zoomAuto',
    'light-6 hot',
    'light-6 firesFor',
  ]);
  expect(named('light-6', 'frame')).toEqual([
    'body-1 shutter',
    'body-1 aperture',
    'body-1 iso',
    'body-1 curtain',
    'body-1 secondsBetween',
  ]);
});

test('a light on a receiver is set at the receiver, which has no ID and no groups', () => {
  expect(named('light-9', 'hearer')).toEqual([
    'answer-1 on',
    'answer-1 role',
    'answer-1 channel',
    'answer-1 cells',
    'answer-1 asleep',
    'answer-1 broken',
  ]);
  expect(named('light-9', 'foot')).toEqual(['light-9 link', 'light-9 receiver']);
  expect(named('light-9', 'air')).toEqual(['call-1 channel', 'light-9 distanceM', 'light-9 heardShare']);
});

test('an eye has its view and its mode; a light without a tube switch is not asked for one', () => {
  expect(named('light-8', 'air', 1)).toEqual([
    'light-8 sees',
    'light-8 sight',
    'light-8 sightUpright',
    'light-8 covered',
    'light-8 inSun',
    'light-8 offAxis',
    'light-8 distanceM',
  ]);
  expect(named('light-8', 'hearer', 1)).toEqual([
    'light-8 on',
    'light-8 role',
    'light-8 eye',
    'light-8 cells',
    'light-8 asleep',
    'light-8 broken',
  ]);
  expect(named('light-8', 'lamp', 1)).not.toContain('light-8 lamp');
});

test('a group the sender does not have is not offered on it', () => {
  expect(named('light-4', 'sender')).toEqual([
    'sender-1 on',
    'sender-1 role',
    'sender-1 passive',
    'sender-1 cells',
    'sender-1 asleep',
    'sender-1 broken',
  ]);
});

test('ranges come from the family, floors from the profile, letters from the radio', () => {
  const editor = (light: string, stage: (typeof STAGES)[number], setting: string) =>
    fields(light, stage).find((field) => field.setting === setting)?.editor;
  expect(editor('light-6', 'hearer', 'channel')).toEqual({ kind: 'number', from: 1, to: 24 });
  expect(editor('light-6', 'hearer', 'networkId')).toEqual({ kind: 'number', from: 0, to: 60 });
  expect(editor('light-6', 'lamp', 'power')).toEqual({ kind: 'stops', floor: -8, step: 0.1 });
  expect(editor('light-6', 'hearer', 'group')).toMatchObject({
    options: ['A', 'B', 'C', 'D', 'E', 'F', 'G'].map((value) => ({ value })),
  });
  expect(editor('light-6', 'hearer', 'role')).toMatchObject({
    options: expect.arrayContaining([{ value: 'remote', label: 'remote' }]),
  });
});

test('every choice on offer is one the document accepts', () => {
  let tried = 0;
  for (const shot of judgement.shots) {
    for (const line of linesOf(judgement, shot)) {
      for (const stage of STAGES) {
        for (const { setting, editor } of fieldsAt(judgement.rig, line, shot.body, stage)) {
          if (editor.kind !== 'choice' || setting.startsWith('groups.')) continue;
          for (const { value } of editor.options) {
            tried++;
            expect(settingsSchema.safeParse({ [setting]: value }).success).toBe(true);
          }
        }
      }
    }
  }
  expect(tried).toBeGreaterThan(200);
});
