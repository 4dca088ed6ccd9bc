/** Describing models by question and answer, what is then said of them, and one field at a time. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ARCHETYPES, archetypeOf } from '../src/describe/archetypes';
import { compareFirmware, isNewEnough } from '../src/rig/firmware';
import type { KitDocument } from '../src/record/kitDocument';
import { abilityLines, TAGS, tagsOf } from '../src/describe/profileAbilities';
import type { Profile } from '../src/record/profile';
import { readProfileField, withProfileField } from '../src/record/profileField';
import { allQuestions, guidedQuestions, QUESTIONS, withAnswer } from '../src/describe/profileQuestions';
import { profileSchema } from '../src/record/profileSchema';
import type { Answer, QuestionContext } from '../src/describe/question';
import { indexKit } from '../src/rig/rig';

const demo = JSON.parse(readFileSync(join(__dirname, '../../demo/ropewalk.json'), 'utf8')) as KitDocument;
const { families, profiles } = indexKit(demo);
const context = (archetype: string | null): QuestionContext => ({
  families,
  systems: ['kestoril', 'varnholt'],
  sockets: ['pc', 'jack-3.5'],
  archetype,
});

/** Answers the guide's questions as they come; what has no answer is "not sure". */
function describeModel(archetype: string, answers: Record<string, Answer>): { profile: Profile; asked: string[] } {
  let profile = archetypeOf(archetype)!.base('new');
  const asked: string[] = [];
  for (;;) {
    const question = guidedQuestions(profile, context(archetype)).find((one) => !asked.includes(one.id));
    if (!question) return { profile, asked };
    asked.push(question.id);
    profile = withAnswer(
      profile,
      question,
      answers[question.id] ?? (question.required ? 'Name' : null),
      context(archetype),
    );
  }
}

test.each(ARCHETYPES.map((one) => [one.id]))(
  '%s: at most twelve answers, and sound whether they are given or not',
  (id) => {
    const unsure = describeModel(id, {});
    expect(unsure.asked.length).toBeLessThanOrEqual(12);
    const family = id.includes('optical') || id.includes('popup') ? 'lapwing' : 'plover';
    const given = describeModel(id, {
      family,
      foot: 'kestoril',
      'shoe.system': 'kestoril',
      'radios.0.generation': 2,
      ttl: ['remote'],
    });
    expect(given.asked.length).toBeLessThanOrEqual(12);
    const { kind } = archetypeOf(id)!;
    // A trigger without a family is no trigger yet; everything else may be left open.
    if (kind !== 'trigger') expect(profileSchema.safeParse(unsure.profile).success).toBe(true);
    expect(profileSchema.safeParse(given.profile)).toMatchObject({ success: true });
  },
);

test('there are about fifteen archetypes, each with an id of its own', () => {
  expect(ARCHETYPES.length).toBeGreaterThanOrEqual(15);
  expect(new Set(ARCHETYPES.map((one) => one.id)).size).toBe(ARCHETYPES.length);
});

test('what is answered changes what is asked next: generations only where the family has some', () => {
  expect(describeModel('radio-shoe-flash', { family: 'plover' }).asked).toContain('radios.0.generation');
  expect(describeModel('radio-shoe-flash', { family: 'dunlin' }).asked).not.toContain('radios.0.generation');
  expect(describeModel('radio-shoe-flash', {}).asked).not.toContain('roles');
});

test('not sure leaves a field unrecorded, and the preview says so', () => {
  const { profile } = describeModel('radio-shoe-flash', { family: 'dunlin', eyes: [] });
  expect(readProfileField(profile, 'foot')).toBeNull();
  const remote = abilityLines(profile, families).find((line) => line.place === 'as a radio remote')!;
  expect(remote.does).toEqual(['fires', 'manual power']);
  expect(remote.open).toEqual(['TTL', 'high-speed sync']);
  expect(abilityLines(profile, families).find((line) => line.place === 'as an eye')!.doesNot).toEqual(['fires']);
});

test('TTL in one place is not TTL in the other', () => {
  const { profile } = describeModel('radio-shoe-flash', { family: 'plover', ttl: ['on-body'], hss: [] });
  expect(readProfileField(profile, 'can.on-body.ttl')).toBe(true);
  expect(readProfileField(profile, 'can.stacked.ttl')).toBe(true);
  expect(readProfileField(profile, 'can.radio.ttl')).toBe(false);
  expect(readProfileField(profile, 'can.radio.hss')).toBe(false);
});

test('the sort of gear gives its role: a plain sender is master, a strobe is remote', () => {
  expect(readProfileField(describeModel('plain-sender', { family: 'curlew' }).profile, 'radios.0.roles')).toEqual([
    'master',
  ]);
  expect(readProfileField(describeModel('battery-strobe', { family: 'plover' }).profile, 'radios.0.roles')).toEqual([
    'remote',
  ]);
  expect(readProfileField(describeModel('transceiver', { family: 'curlew' }).profile, 'radios.0.roles')).toEqual([
    'master',
    'remote',
  ]);
});

test('every question reads back what it wrote, for every model of the demo', () => {
  let checked = 0;
  for (const profile of profiles.values()) {
    for (const question of allQuestions(profile, context(null))) {
      const answer = question.read(profile);
      if (answer === null) continue;
      expect({ id: question.id, answer: question.read(question.write(profile, answer)) }).toEqual({
        id: question.id,
        answer,
      });
      checked++;
    }
  }
  expect(checked).toBeGreaterThan(300);
  expect(new Set(QUESTIONS.map((one) => one.id)).size).toBe(QUESTIONS.length);
});

test('every question can be unanswered again without harm to the rest', () => {
  for (const profile of profiles.values()) {
    for (const question of allQuestions(profile, context(null))) {
      if (
        question.required ||
        question.id === 'family' ||
        question.id === 'roles' ||
        question.id.startsWith('radios.0')
      )
        continue;
      const emptied = question.write(profile, null);
      if (/^(zoomMm|guideNumbers|shutters\.0)/.test(question.id)) continue;
      expect({ id: question.id, sound: profileSchema.safeParse(emptied).success }).toEqual({
        id: question.id,
        sound: true,
      });
    }
  }
});

test('a field emptied takes its empty parent along, and leaves its neighbours', () => {
  const flash = profiles.get('tholmar-200')!;
  const once = withProfileField(flash, 'recycle.full', null);
  expect(readProfileField(once, 'recycle')).toEqual({ floor: 0.05 });
  expect(readProfileField(withProfileField(once, 'recycle.floor', null), 'recycle')).toBeNull();
  expect(readProfileField(flash, 'recycle.full')).toBe(1.8);
});

test.each([
  ['1.10', '1.9', 1],
  ['1.9', '1.10', -1],
  ['2', '2.0', 0],
  ['v2.0.1', '2.0', 1],
  ['1.10b', '1.10a', 1],
  ['1.10', '1.10a', -1],
])('firmware %s against %s', (a, b, sign) => expect(Math.sign(compareFirmware(a, b)!)).toBe(sign));

test('a version that cannot be read decides nothing', () => {
  expect(compareFirmware('spring', '1.0')).toBeNull();
  expect(isNewEnough('spring', '1.0')).toBeNull();
  expect(isNewEnough(null, '1.0')).toBeNull();
  expect(isNewEnough(null, null)).toBe(true);
  expect(isNewEnough('1.9', '1.10')).toBe(false);
});

test('tags are only what is certain', () => {
  expect([...tagsOf(profiles.get('tholmar-60k')!, families)]).toEqual([
    'sender',
    'radio remote',
    'eye',
    'TTL remote',
    'high-speed sync',
  ]);
  expect([...tagsOf(profiles.get('hesperrow-sprite')!, families)]).toEqual([]);
  expect([...tagsOf(profiles.get('kestoril-s200')!, families)]).toEqual(['optical remote', 'TTL remote']);
  const seen = new Set([...profiles.values()].flatMap((profile) => [...tagsOf(profile, families)]));
  expect([...seen].sort()).toEqual([...TAGS].sort());
});

test('the demo catalogue: at least thirty models of six makers over six families', () => {
  expect(profiles.size).toBeGreaterThanOrEqual(30);
  expect(new Set([...profiles.values()].map((profile) => profile.maker)).size).toBeGreaterThanOrEqual(6);
  expect(families.size).toBeGreaterThanOrEqual(6);
});

test('a model of which somebody no longer knows the first family keeps what it has of others', () => {
  const family = QUESTIONS.find(({ id }) => id === 'family')!;
  const radios = ['plover', 'curlew', 'heron'].map((one) => ({ family: one, roles: ['remote' as const] }));
  const profile = { kind: 'flash', radios } as unknown as Profile;
  expect(family.write(profile, null)).toMatchObject({ radios: radios.slice(1) });
  expect(family.write(profile, 'curlew')).toMatchObject({
    radios: [{ family: 'curlew', roles: ['remote'] }, ...radios.slice(1)],
  });
});
