/** What is said while a fault is looked for: what was seen, what to do next, what it was. */
import { swappedIn } from '../diagnose/swappedIn.ts';
import type { Cause, Diagnosis } from '../diagnose/diagnosis.ts';
import { OTHERWISE, UNSURE } from '../diagnose/evidence.ts';
import type { ButtonCheck, Check, Incident, LookCheck, PressCheck } from '../record/incident.ts';
import type { Symptom } from '../record/incidentTerms.ts';
import { type About, cureText, rightText, wrongText } from './faultWords.ts';
import { enumerated } from './settingWords.ts';

export const SYMPTOM_NAMES: Readonly<Record<Symptom, string>> = {
  fires: 'fires',
  dark: 'stays dark',
  early: 'too early',
  bar: 'dark bar',
  bright: 'too bright',
  dim: 'too dark',
  others: 'fires for others',
  itself: 'fires by itself',
  close: 'only from close by',
  sometimes: 'only sometimes',
  stopped: 'stopped',
};

/** What to do, as orders of one sentence each. */
export function checkLines(check: Check, about: About): string[] {
  const { names } = about;
  if (check.kind === 'button') return [buttonText(check, about)];
  if (check.kind === 'look') return [lookText(check, about)];
  return [
    ...doneLines(check, about),
    ...(check.meanwhile.length > 0
      ? [`Hold ${names.unit(check.light)} a step from the camera, in full view of it.`]
      : []),
    pressText(check, about),
  ];
}

/** Another unit in one's place is set as that was to be: nothing of it is said by itself. */
function doneLines(check: PressCheck, about: About): string[] {
  const swapped = swappedIn(check);
  const own = check.done.filter(({ unit, setting }) => unit === swapped && setting !== 'broken');
  const lines = check.done
    .filter((one) => !own.includes(one))
    .map(({ unit, setting }) => cureText(about, unit, setting));
  return own.length === 0 ? lines : [...lines, `Set it as planned for ${about.names.unit(swapped!)}.`];
}

const buttonText = ({ unit, fires }: ButtonCheck, { names }: About): string =>
  `Press the test button on ${names.unit(unit)}${fires ? ` and watch ${names.unit(fires.light)}` : ''}.`;

function lookText({ unit, fields }: LookCheck, about: About): string {
  const lines = fields.map((field) => rightText(about, unit, field));
  return `Look at ${about.names.unit(unit)}: ${enumerated(lines)}?`;
}

function pressText({ light, body, attitude, letter }: PressCheck, { names }: About): string {
  const held = attitude === 'upright' ? ', held upright,' : '';
  const alone = letter == null ? '' : `, group ${letter} alone,`;
  return `Press the shutter of ${names.unit(body)}${held}${alone} and watch ${names.unit(light)}.`;
}

/** What stands on an answer's button. */
export function answerText(check: Check, answer: string, about: About): string {
  if (answer === UNSURE) return 'Can’t tell';
  if (check.kind === 'button') return answer === 'fires' ? 'It flashes' : 'Nothing';
  if (check.kind === 'look') return lookAnswer(check, answer, about);
  return answer === OTHERWISE ? 'Otherwise' : capital(SYMPTOM_NAMES[answer as Symptom] ?? answer);
}

function lookAnswer({ unit, fields }: LookCheck, answer: string, about: About): string {
  if (fields.length === 1) return answer === 'right' ? 'Yes' : 'No';
  if (answer === 'right') return fields.length === 2 ? 'Both right' : 'All right';
  return answer === 'wrong' ? 'One is off' : `Not ${rightText(about, unit, answer)}`;
}

/** Another unit in its place did it. */
export const swappedText = (unit: string, { names }: About): string =>
  `It was ${names.unit(unit)} itself or how it was set: another one does as meant.`;

/** What it may be, one sentence for each thing. */
export function causeText({ faults }: Pick<Cause, 'faults'>, about: About): string {
  if (faults.length === 0) return 'It does what the plan says: the plan is to be mended.';
  return faults.map(({ unit, field }) => wrongText(about, unit, field)).join(' ');
}

/** How likely, in words that promise no more than there is: "about 3 in 10". */
export function shareText(share: number): string {
  if (share > 0.95) return 'almost surely';
  const tenths = Math.round(share * 10);
  return tenths < 1 ? 'hardly' : `about ${tenths} in 10`;
}

/** What was seen or answered at a place of the evidence. */
export function evidenceText({ seen, checks }: Pick<Incident, 'seen' | 'checks'>, index: number, about: About): string {
  const sighting = seen[index];
  if (sighting)
    return `${about.names.unit(sighting.light)} ${SYMPTOM_NAMES[sighting.saw]} with ${about.names.unit(sighting.body)}`;
  const { check, answer } = checks[index - seen.length]!;
  if (check.kind === 'press' && answer !== OTHERWISE) {
    const after = check.done.length + check.meanwhile.length > 0 ? ' after that' : '';
    return `${about.names.unit(check.light)} ${SYMPTOM_NAMES[answer as Symptom] ?? answer} with ${about.names.unit(check.body)}${after}`;
  }
  const [last] = checkLines(check, about).slice(-1);
  return `${last!.replace(/[.?]$/, '')}: ${answerText(check, answer, about).toLowerCase()}`;
}

/** "Light 2 fires with Body 1, so Sender 1 is fine." */
export const clearedLines = (
  { cleared }: Pick<Diagnosis, 'cleared'>,
  incident: Pick<Incident, 'seen' | 'checks'>,
  about: About,
): string[] => {
  const byEvidence = new Map<number, string[]>();
  for (const { unit, by } of cleared) byEvidence.set(by, [...(byEvidence.get(by) ?? []), about.names.unit(unit)]);
  return [...byEvidence].map(([by, units]) => {
    const said = evidenceText(incident, by, about);
    return `${said}, so ${enumerated(units)} ${units.length === 1 ? 'is' : 'are'} fine.`;
  });
};

/** "Light 9 is something else: that comes after this."; null where nothing was set aside. */
export function laterText(
  { later }: Pick<Diagnosis, 'later'>,
  { seen }: Pick<Incident, 'seen'>,
  { names }: About,
): string | null {
  const lights = [...new Set(later.flatMap((index) => (seen[index] ? [names.unit(seen[index].light)] : [])))];
  if (lights.length === 0) return null;
  return `${enumerated(lights)} ${lights.length === 1 ? 'is' : 'are'} something else: that comes after this.`;
}

/** One incident in a log: what was seen, what it was, and what it cost. */
export function incidentText(
  { seen, ended, at }: Incident,
  about: About,
  timeOf: (time: string) => number,
): { what: string; cause: string; minutes: string } {
  const first = seen.find(({ saw }) => saw !== 'fires') ?? seen[0]!;
  const what = `${about.names.unit(first.light)} ${SYMPTOM_NAMES[first.saw]}`;
  if (ended == null) return { what, cause: 'Still looked for.', minutes: '' };
  const minutes = Math.max(0, Math.round((timeOf(ended.at) - timeOf(at)) / MS_A_MINUTE));
  return { what, cause: endText(ended, about), minutes: minutes === 0 ? 'less than a minute' : `${minutes} min lost` };
}

function endText({ cause, proven, swapped }: NonNullable<Incident['ended']>, about: About): string {
  if (swapped != null) return swappedText(swapped, about);
  if (cause.length > 0) return cause.map(({ unit, field }) => wrongText(about, unit, field)).join(' ');
  return proven ? 'It was in the plan.' : 'Nobody found out why.';
}

const MS_A_MINUTE = 60_000;

/** Where nothing reproduces all of it: what stands against the likeliest. */
export function unexplainedText(
  diagnosis: Diagnosis,
  incident: Pick<Incident, 'seen' | 'checks'>,
  about: About,
): string | null {
  const { unexplained, causes } = diagnosis;
  if (unexplained.length === 0)
    return causes.length === 0
      ? 'Nothing known does all of this. Look again at what was seen, one light at a time.'
      : null;
  const said = unexplained.map((index) => evidenceText(incident, index, about));
  return `Nothing explains this${causes.length === 0 ? '' : ' with the rest'}: ${enumerated(said)}. Look at it again.`;
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
