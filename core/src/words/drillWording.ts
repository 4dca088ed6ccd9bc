/** What is said of drills: what is to be done, what each step showed, and what it was worth. */
import type { Explained } from '../drill/replay.ts';
import type { Shown } from '../drill/play.ts';
import { LEVELS } from '../drill/levels.ts';
import type { Drill, DrillStep, Staged } from '../record/drill.ts';
import type { Symptom } from '../record/incidentTerms.ts';
import { isMeantFor } from '../rig/meantFor.ts';
import type { Rig } from '../rig/rig.ts';
import { isSameValue } from '../record/change.ts';
import { readSetting, type SettingPath, type SettingValue } from '../record/settings.ts';
import { causeText, checkLines, SYMPTOM_NAMES } from './diagnosisWording.ts';
import { type About, cureText, isStateWord, rightText, wrongText } from './faultWords.ts';
import { enumerated, settingName, settingValue } from './settingWords.ts';

const LEVEL_NAMES = ['One light', 'Three lights', 'Two bodies', 'Two faults', 'A full evening'] as const;
const LEVEL_ABOUT = [
  'One body, one light, one thing wrong.',
  'One body, up to three lights, one thing wrong.',
  'Two bodies, up to five lights, and anything may be wrong.',
  'Two things are wrong that have nothing to do with each other.',
  'Everything is up, another crew or something else is on the air, and the weather has its say. Three things are wrong.',
] as const;

/** @param level from 1. */
export const levelName = (level: number): string => LEVEL_NAMES[level - 1] ?? `Level ${level}`;
export const levelAbout = (level: number): string => LEVEL_ABOUT[level - 1] ?? '';
export const LEVEL_NUMBERS: readonly number[] = LEVELS.map((_, at) => at + 1);

/** "Level 2, rope", "Speeches, as it happened". */
export const drillTitle = ({ level, seed, look }: Pick<Staged, 'level' | 'seed' | 'look'>): string =>
  level == null ? `${look.name}, as it happened` : `Level ${level}, ${seed}`;

/** "Speeches: 4 lights on 2 bodies. One thing is not as its card says." */
export function briefText({ look, hidden }: Pick<Staged, 'look' | 'hidden'>, rig: Rig): string {
  const [lights, bodies] = [rig.lights.length, rig.bodies.length];
  const count =
    ['One thing is', 'Two things are', 'Three things are'][hidden.length - 1] ?? `${hidden.length} things are`;
  return `${look.name}: ${lights === 1 ? 'one light' : `${lights} lights`} on ${bodies === 1 ? 'one body' : `${bodies} bodies`}. ${count} not as planned.`;
}

/** "1:05": minutes and seconds. */
export function clockText(seconds: number): string {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** What was seen of one press: "Body 1 was fired. Stays dark: Light 1 and Light 3. The others fire." */
export function seenText(seen: Staged['seen'], about: About): string {
  const [first] = seen;
  if (!first) return '';
  const upright = first.attitude === 'upright' ? ', held upright' : '';
  const saw = seen.map((one) => [one.light, one.saw] as const);
  return `${about.names.unit(first.body)} was fired${upright}. ${bySymptom(saw, first.body, about)}`;
}

/** "Stays dark: Light 1 and Light 3. The others fire." */
function bySymptom(seen: readonly (readonly [string, Symptom])[], body: string, about: About): string {
  const { names } = about;
  const lights = new Map<Symptom, string[]>();
  const told = seen.filter(([light, saw]) => !isDarkAsMeant(light, body, saw, about));
  for (const [light, saw] of told) lights.set(saw, [...(lights.get(saw) ?? []), names.unit(light)]);
  const odd = [...lights].filter(([saw]) => saw !== 'fires');
  const said = odd.map(([saw, own]) => `${capital(SYMPTOM_NAMES[saw])}: ${enumerated(own)}.`);
  if (odd.length === 0) return 'All fire.';
  return [...said, ...(lights.has('fires') ? ['The others fire.'] : [])].join(' ');
}

/** A light that is not meant for a body rightly stays dark when that one is fired. */
const isDarkAsMeant = (light: string, bodyId: string, saw: Symptom, { rig }: About): boolean => {
  const one = rig.lights.find(({ id }) => id === light);
  const body = rig.bodies.find(({ id }) => id === bodyId);
  return saw === 'dark' && one !== undefined && body !== undefined && isMeantFor(rig, one, body) === false;
};

/** What one light did when a body was fired: "stays dark", "dark as meant". */
export const sawText = (light: string, body: string, saw: Symptom, about: About): string =>
  isDarkAsMeant(light, body, saw, about) ? 'dark as meant' : SYMPTOM_NAMES[saw];

/** What a trainee did: "Fired Body 1", "Looked at Light 2: channel". */
export function stepText(step: DrillStep, about: About): string {
  const { names } = about;
  switch (step.kind) {
    case 'press': {
      const held = step.attitude === 'upright' ? ', held upright' : '';
      const alone = step.letter == null ? '' : `, group ${step.letter} alone`;
      const near = step.near == null ? '' : `, ${names.unit(step.near)} held close`;
      return `Fired ${names.unit(step.body)}${held}${alone}${near}`;
    }
    case 'look':
      return `Looked at ${names.unit(step.unit)}: ${rightText(about, step.unit, step.field)}?`;
    case 'button':
      return `Pressed the test button on ${names.unit(step.unit)}`;
    case 'set':
      return setText(step, about);
    case 'swap':
      return `Put another one in place of ${names.unit(step.unit)}`;
    case 'well':
      return 'Said that all do as planned';
  }
}

function setText({ unit, setting, to }: Extract<DrillStep, { kind: 'set' }>, about: About): string {
  if (isPlanned(unit, setting, to as SettingValue, about)) return cureText(about, unit, setting).replace(/\.$/, '');
  const value = settingValue(setting as SettingPath, to, about.names, unit);
  return `Set ${settingName(setting as SettingPath, about.names)} ${value} on ${about.names.unit(unit)}`;
}

function isPlanned(unit: string, setting: string, to: SettingValue, { rig }: About): boolean {
  const settings = rig.placed.get(unit)?.settings;
  return settings !== undefined && isSameValue(readSetting(settings, setting as SettingPath) ?? null, to ?? null);
}

/** What a step showed: "Light 2: stays dark; the others fire." */
export function shownText(step: DrillStep, shown: Shown, about: About): string {
  switch (shown.kind) {
    case 'press':
      return step.kind === 'press' ? pressShown(step.body, shown, about) : '';
    case 'look':
      return step.kind === 'look' ? foundText(step, shown, about) : '';
    case 'button':
      return buttonShown(shown.lit, about);
    case 'well':
      return shown.isWell ? 'All do as planned.' : 'Not yet: something still does otherwise.';
    default:
      return '';
  }
}

function pressShown(body: string, { saw, strays }: Extract<Shown, { kind: 'press' }>, about: About): string {
  const known = [...saw].flatMap(([light, symptom]) => (symptom === null ? [] : [[light, symptom] as const]));
  const too = strays.length === 0 ? '' : ` Some fire when others shoot: ${enumerated(strays.map(about.names.unit))}.`;
  return `${bySymptom(known, body, about)}${too}`;
}

/** What a look at one thing showed. */
export function foundText(
  { unit, field }: Pick<Extract<DrillStep, { kind: 'look' }>, 'unit' | 'field'>,
  { off, value }: Extract<Shown, { kind: 'look' }>,
  about: About,
): string {
  if (!off) return 'As planned.';
  if (isStateWord(field)) return wrongText(about, unit, field);
  return `It is ${settingName(field as SettingPath, about.names)} ${settingValue(field as SettingPath, value, about.names, unit)}.`;
}

function buttonShown(lit: ReadonlyMap<string, boolean>, { names }: About): string {
  const [on, off] = [true, false].map((is) =>
    [...lit].filter(([, fires]) => fires === is).map(([id]) => names.unit(id)),
  );
  if (lit.size === 0) return 'Nothing here answers it.';
  const parts = [
    on!.length > 0 && `Flashes: ${enumerated(on!)}.`,
    off!.length > 0 && `Nothing at ${enumerated(off!)}.`,
  ];
  return parts.filter(Boolean).join(' ');
}

/** What a step was worth: one sentence for each thing. */
export function worthLines(explained: Explained, about: About): string[] {
  const { step, shown, better, could, before } = explained;
  if (shown.kind === 'well') return shown.isWell ? [] : ['Fire every body, in each way it is held, before you say so.'];
  const isIdle = could !== null && could.least === could.most && could.most === before && before > 1;
  return [
    ...(isIdle ? ['It could tell nothing: every cause that was left would show the same.'] : couldLines(explained)),
    ...(isIdle ? [] : [`${countText(explained)}${likelyText(explained, about)}`]),
    ...(better && !isSameStep(step, better.check)
      ? [`Most for its time: ${checkLines(better.check, about).join(' ')} (${clockText(better.seconds)})`]
      : []),
  ];
}

/** " It may be: Light 2 is switched off. Light 2 is asleep. Or 8 more." */
function likelyText({ likeliest, after, before, step }: Explained, about: About): string {
  if (after === null || after === before || step.kind === 'set' || step.kind === 'swap') return '';
  const said = likeliest.map((cause) => causeText(cause, about));
  const more = after - likeliest.length;
  return ` ${after === 1 ? 'It is' : 'It may be'}: ${said.join(' ')}${more > 0 ? ` Or ${more} more.` : ''}`;
}

function couldLines({ could, before }: Explained): string[] {
  if (!could || before === null || before < 2) return [];
  const { least, most } = could;
  return [`It could leave ${least === most ? least : `${least} to ${most}`} of ${before} causes.`];
}

function countText({ before, after, step }: Explained): string {
  if (after === null) return 'No one or two causes explain all of it: more is wrong.';
  if (step.kind === 'set' || step.kind === 'swap')
    return after === 1 ? 'One cause was left.' : `${after} causes were left.`;
  if (before !== null && after > before) return `More than one thing is wrong: ${after} ways are left.`;
  if (after === before) return after === 1 ? 'The cause was known.' : `It ruled out nothing: ${after} are left.`;
  return after === 1 ? 'It left one cause.' : `It left ${after}.`;
}

function isSameStep(step: DrillStep, check: NonNullable<Explained['better']>['check']): boolean {
  if (check.kind === 'look')
    return step.kind === 'look' && step.unit === check.unit && check.fields.includes(step.field);
  if (check.kind === 'button') return step.kind === 'button' && step.unit === check.unit;
  if (step.kind === 'swap') return check.done.some(({ unit, setting }) => unit === step.unit && setting === 'broken');
  if (check.done.length > 0)
    return (
      step.kind === 'set' && check.done.some(({ unit, setting }) => unit === step.unit && setting === step.setting)
    );
  return step.kind === 'press' && step.body === check.body;
}

/** What it was, one sentence for each thing that was hidden. */
export const hiddenLines = ({ hidden }: Pick<Staged, 'hidden'>, about: About): string[] =>
  hidden.map(({ unit, field }) => wrongText(about, unit, field));

/** "2:10 in 9 steps; the best order takes 1:01 in 4." */
export const scoreText = ({ took, best, solved }: Pick<Drill, 'took' | 'best' | 'solved'>): string =>
  `${solved ? '' : 'Given up after '}${clockText(took.seconds)} in ${steps(took.steps)}; the best order takes ${clockText(best.seconds)} in ${best.steps}.`;

const steps = (count: number): string => (count === 1 ? '1 step' : `${count} steps`);

const ROW_NAMES: Readonly<Record<string, string>> = {
  on: 'Switched off',
  asleep: 'Asleep',
  broken: 'Broken',
  seated: 'Loose foot',
  plugs: 'Loose cable',
  hot: 'Heat',
  crew: 'Another crew',
  guest: 'A guest’s flash',
  emitter: 'Else on the air',
  'groups.on': 'Group off',
  'groups.power': 'Group power',
  'groups.mode': 'Group mode',
  dialledPower: 'Power on it',
  heardShare: 'Disturbed',
  distanceM: 'Too far',
  secondsBetween: 'Too fast',
  covered: 'Covered',
  inSun: 'Sun',
  offAxis: 'Turned away',
  sight: 'View blocked',
  sightUpright: 'View, upright',
};

/** A kind of fault, as a heading says it: "Channel", "Loose foot". */
export const faultKind = (row: string): string => ROW_NAMES[row] ?? capital(settingName(row as SettingPath));

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** "2.1 times the best, over 3 drills; given up once." */
export function missedText({
  count,
  givenUp,
  times,
}: {
  count: number;
  givenUp: number;
  times: number | null;
}): string {
  const over = count === 1 ? 'one drill' : `${count} drills`;
  const fast = times === null ? `Not found in ${over}` : `${times.toFixed(1)} times the best over ${over}`;
  if (times === null || givenUp === 0) return `${fast}.`;
  return `${fast}; given up ${givenUp === 1 ? 'once' : `${givenUp} times`}.`;
}
