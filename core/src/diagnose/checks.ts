/** What could be looked at, tried or put right next, with what each answer would be. docs/model.md, Choice of checks. */
import {
  AT_UNIT_SECONDS,
  CAMERA_SECONDS,
  errandOf,
  isAtCamera,
  placeOf,
  SWAP_SECONDS,
  UNMEASURED_WALK_SECONDS,
} from '../mend/cost.ts';
import type { Check, Done, PressCheck } from '../record/incident.ts';
import { isByAir, readSetting, type SettingPath } from '../record/settings.ts';
import { byLikeness } from '../rig/likeness.ts';
import { isTrigger, type Rig } from '../rig/rig.ts';
import { likelihoodOf, symptomOf } from '../verdict/symptom.ts';
import type { Symptom } from '../record/incidentTerms.ts';
import { isRight } from '../verdict/verdict.ts';
import { closer, type Evidence, fieldsOff, OTHERWISE } from './evidence.ts';
import type { Fault, FaultField } from './fault.ts';
import { lightIn, type Reality, type Watched } from './reality.ts';
import type { Suspect } from './suspects.ts';
import { swappedIn } from './swappedIn.ts';

/** Seconds to read what is to be done and to answer it. */
const ASKING_SECONDS = 18;
/** Seconds to read one thing off a unit, to press its test button, and to press the shutter and watch. */
export const LOOK_SECONDS = 3;
export const BUTTON_SECONDS = 6;
export const PRESS_SECONDS = 4;
/** Seconds to find out who or what else is about. */
export const ASK_SECONDS = 30;

/** A check that can be made, with what it takes. */
export interface Possible {
  check: Check;
  /** Seconds of work, walks left out. */
  seconds: number;
  /** Where it is done: the unit that stands there; null for at the camera. */
  place: string | null;
  /** Where one stands after it. */
  ends: string | null;
}

export const SURROUNDINGS: ReadonlySet<string> = new Set(['crew', 'guest', 'emitter']);

/** What nobody can read off a unit: another one in its place tells. */
export const isReadOff = (field: string): boolean => field !== 'broken';

/** Whether it is found out about what is around, and not read off a unit. */
export const isAsked = (check: Check): boolean =>
  check.kind === 'look' && check.fields.some((field) => SURROUNDINGS.has(field));

/** Seconds from one place to another; out and back are half of a walk each. */
export function walkBetween(rig: Rig, from: string | null, to: string | null): number {
  if (from === to) return 0;
  const half = (place: string | null) =>
    place === null ? 0 : (rig.placed.get(place)?.settings.walkSeconds ?? UNMEASURED_WALK_SECONDS) / 2;
  return half(from) + half(to);
}

export const standsAt = (rig: Rig, unit: string): string | null => (isAtCamera(rig, unit) ? null : placeOf(rig, unit));

export function possibleChecks(reality: Reality, left: readonly Suspect[], evidence: readonly Evidence[]): Possible[] {
  const watched = wrongPresses(reality, evidence);
  const swaps = swapChecks(reality, left, watched);
  const swapped = new Set(swaps.map(({ check }) => swappedIn(check)));
  const all = [
    ...lookChecks(reality.plan, left),
    // With another unit in its place more is gone than what broke.
    ...cureChecks(reality, left, watched).filter(({ check }) => !swapped.has(swappedIn(check))),
    ...swaps,
    ...pressChecks(reality.plan, watched, evidence),
    ...buttonChecks(reality.plan, left, watched),
    ...senderChecks(reality.plan, watched),
    ...closerChecks(reality.plan, watched),
  ];
  const asked = new Set(
    evidence.filter(({ check }) => check.kind !== 'press' || check.done.length > 0).map(({ check }) => keyOf(check)),
  );
  return [
    ...new Map(all.map((one) => [keyOf(one.check), { ...one, seconds: one.seconds + ASKING_SECONDS }])).values(),
  ].filter(({ check }) => !asked.has(keyOf(check)));
}

export const keyOf = (check: Check): string => JSON.stringify(check);

/**
 * The presses in which something was not as planned, one for each light; where all was, those in which it was not as wanted.
 */
export function wrongPresses(reality: Reality, evidence: readonly Evidence[]): Watched[] {
  const presses = evidence.flatMap(({ check, answer }) => (check.kind === 'press' ? [{ check, answer }] : []));
  const [unplanned, unwanted] = [isAsPlanned, isAsWanted].map((fits) => {
    const byLight = new Map<string, Watched>();
    for (const { check, answer } of presses) {
      const { light, body, attitude, letter } = check;
      if (!byLight.has(light) && !fits(reality, check, answer)) byLight.set(light, { light, body, attitude, letter });
    }
    return [...byLight.values()];
  });
  const wrong = unplanned!.length > 0 ? unplanned! : unwanted!;
  // Which of them comes first hangs on what they are, and not on what they are called.
  return wrong.sort((a, b) => likeness(reality.plan, a.light, b.light));
}

const likeness = ({ placed }: Rig, a: string, b: string): number => {
  const [one, other] = [placed.get(a), placed.get(b)];
  return one && other ? byLikeness(one, other) : 0;
};

/** Whatever was seen otherwise than by a press of ours cannot be pressed again. */
const isNoPress = (answer: string): boolean => answer === 'others' || answer === 'itself';

function isAsPlanned(reality: Reality, check: PressCheck, answer: string): boolean {
  const verdict = reality.verdict([], check);
  return isNoPress(answer) || (verdict === null ? answer === 'fires' : likelihoodOf(answer as Symptom, verdict) !== 0);
}

function isAsWanted(reality: Reality, check: PressCheck, answer: string): boolean {
  const verdict = reality.verdict([], check);
  if (isNoPress(answer)) return true;
  return verdict === null || verdict.verdict === 'unknown' ? answer === 'fires' : isRight(verdict);
}

/** Fields of one unit that are still suspected, the likeliest first. */
function suspectedFields(left: readonly Suspect[]): Map<string, Map<string, number>> {
  const units = new Map<string, Map<string, number>>();
  for (const { faults, weight } of left)
    for (const { unit, field } of faults) {
      const fields = units.get(unit) ?? new Map<string, number>();
      units.set(unit, fields.set(field, (fields.get(field) ?? 0) + weight));
    }
  return units;
}

/** One thing, the two likeliest, or all that can be read off a unit together. */
function lookChecks(rig: Rig, left: readonly Suspect[]): Possible[] {
  return [...suspectedFields(left)].flatMap(([unit, weights]) => {
    const fields = [...weights].sort((a, b) => b[1] - a[1]).map(([field]) => field);
    const around = fields.filter((field) => SURROUNDINGS.has(field));
    const own = fields.filter((field) => !SURROUNDINGS.has(field) && isReadOff(field));
    const sets = [
      ...own.map((field) => [field]),
      ...pairsOf(own.slice(0, MOST_PAIRED)),
      ...TOGETHER.filter((count) => count <= own.length).map((count) => own.slice(0, count)),
    ];
    const place = standsAt(rig, unit);
    return [
      ...sets.map((set): Possible => ({
        check: { kind: 'look', unit, fields: [...set] },
        seconds: LOOK_SECONDS * set.length,
        place,
        ends: place,
      })),
      ...around.map((field): Possible => ({
        check: { kind: 'look', unit, fields: [field] },
        seconds: ASK_SECONDS,
        place: null,
        ends: null,
      })),
    ];
  });
}

/** Of so many of a unit two at a time are looked at; so many of the likeliest are compared with a card at once. */
const MOST_PAIRED = 4;
const TOGETHER = [3, 4, 6, 8] as const;

const pairsOf = (fields: readonly string[]): string[][] =>
  fields.flatMap((a, at) => fields.slice(at + 1).map((b) => [a, b]));

/** What puts a fault right by hand: the unit set as planned. Null for what is none of ours to set. */
export function cureOf(rig: Rig, { unit, field }: Pick<Fault, 'unit' | 'field'>): Done | null {
  if (field === 'firmware' || SURROUNDINGS.has(field)) return null;
  const placed = rig.placed.get(unit);
  return placed
    ? { unit, setting: field, to: (readSetting(placed.settings, field as SettingPath) ?? null) as Done['to'] }
    : null;
}

/** So many cures at most are weighed as checks: those of the likeliest. */
const MOST_CURES = 16;

/** A plain fix proves itself: it is put right, and the shutter pressed again. */
function cureChecks(reality: Reality, left: readonly Suspect[], watched: readonly Watched[]): Possible[] {
  const causes = new Map(left.map((suspect) => [suspect.cause, suspect]));
  return [...causes.values()].slice(0, MOST_CURES).flatMap((suspect): Possible[] => {
    const possible = provingPress(reality, suspect, watched);
    return possible ? [possible] : [];
  });
}

/** What stays with the place, or goes over to the other unit with its program, and is not gone with the unit. */
const OF_THE_PLACE: ReadonlySet<string> = new Set([
  ...SURROUNDINGS,
  'firmware',
  'sight',
  'sightUpright',
  'distanceM',
  'offAxis',
  'from',
  'covered',
  'inSun',
  'heardShare',
]);

/** Whether it is gone once another unit, set as planned, is in that one's place. */
export const goesWithUnit = (field: string): boolean => !OF_THE_PLACE.has(field.split('.')[0]!);

/** Of so many units the likeliest are weighed to be swapped. */
const MOST_SWAPS = 3;

/** Another unit, set as planned, in place of one: all that is the unit's own is tried at once. */
function swapChecks(reality: Reality, left: readonly Suspect[], [press]: readonly Watched[]): Possible[] {
  const rig = reality.plan;
  if (!press) return [];
  return [...suspectedFields(left)].slice(0, MOST_SWAPS).flatMap(([unit, weights]): Possible[] => {
    const own = [...weights.keys()].filter((field) => field !== 'broken' && goesWithUnit(field));
    const done = ['broken', ...own].map((field) => cureOf(rig, { unit, field: field as FaultField }));
    if (!weights.has('broken') || own.length === 0 || done.includes(null)) return [];
    const place = standsAt(rig, unit);
    const seconds = SWAP_SECONDS + PRESS_SECONDS + walkBetween(rig, place, null);
    return [
      { check: { kind: 'press', ...pressed(press), done: done as Done[], meanwhile: [] }, seconds, place, ends: null },
    ];
  });
}

/** The press that proves a cure, with what is put right for it; null where nothing of it can be set by hand. */
export function provingPress(
  reality: Reality,
  { faults }: Pick<Suspect, 'faults'>,
  watched: readonly Watched[],
): Possible | null {
  const rig = reality.plan;
  const done = faults.map((fault) => cureOf(rig, fault));
  const press = watched.find((one) => differs(reality, faults, one)) ?? watched[0];
  if (!press || done.length === 0 || done.includes(null)) return null;
  const places = new Set(done.map((one) => standsAt(rig, one!.unit)));
  const walk = [...places].reduce((sum, place) => sum + walkBetween(rig, null, place) * 2, 0);
  const work = (done as Done[]).reduce((sum, one) => sum + workOf(rig, one), 0);
  const [place] = places;
  return {
    check: { kind: 'press', ...pressed(press), done: done as Done[], meanwhile: [] },
    // Back to the camera for the press.
    seconds: work + PRESS_SECONDS + (places.size > 1 ? walk : walkBetween(rig, place ?? null, null)),
    place: places.size > 1 ? null : (place ?? null),
    ends: null,
  };
}

export const workOf = (rig: Rig, { unit, setting, to }: Done): number =>
  errandOf(rig, { unit, setting: setting as SettingPath, from: null, to: null })?.seconds ??
  (to === null ? CAMERA_SECONDS : AT_UNIT_SECONDS);

/** Whether these faults make a difference to what is seen there. */
const differs = (reality: Reality, faults: readonly Fault[], watched: Watched): boolean => {
  const [planned, really] = [reality.verdict([], watched), reality.verdict(faults, watched)];
  return planned !== null && really !== null && symptomOf(planned) !== symptomOf(really);
};

const pressed = ({ light, body, attitude, letter }: Watched): Omit<PressCheck, 'kind' | 'done' | 'meanwhile'> => ({
  light,
  body,
  attitude,
  ...(letter != null && { letter }),
});

/** The light with another body, or another light with the same one, where nobody has looked yet. */
function pressChecks(rig: Rig, watched: readonly Watched[], evidence: readonly Evidence[]): Possible[] {
  const seen = new Set(
    evidence.flatMap(({ check }) => (check.kind === 'press' ? [`${check.light} ${check.body} ${check.attitude}`] : [])),
  );
  const ours = rig.bodies.filter(({ id }) => !rig.strangers.has(id));
  const wanted = [
    ...watched.flatMap((one) => ours.map(({ id }): Watched => ({ ...one, body: id }))),
    ...watched
      .slice(0, 1)
      .flatMap((one) =>
        [...rig.lights].sort(byLikeness).map(({ id }): Watched => ({ ...one, light: id, letter: null })),
      ),
  ];
  return wanted
    .filter(({ light, body, attitude }) => !rig.strangers.has(light) && !seen.has(`${light} ${body} ${attitude}`))
    .map((one) => ({
      check: { kind: 'press', ...pressed(one), done: [], meanwhile: [] },
      seconds: PRESS_SECONDS,
      place: null,
      ends: null,
    }));
}

/** A flash's own button leaves out everything but the lamp. */
function buttonChecks(rig: Rig, left: readonly Suspect[], watched: readonly Watched[]): Possible[] {
  const suspected = new Set(left.flatMap(({ faults }) => faults.map(({ unit }) => unit)));
  return watched
    .filter(({ light }) => suspected.has(light) && lightIn(rig, light))
    .map(({ light }) => {
      const place = standsAt(rig, light);
      return { check: { kind: 'button', unit: light }, seconds: BUTTON_SECONDS, place, ends: place };
    });
}

/** A sender's button leaves out the body. */
function senderChecks(rig: Rig, watched: readonly Watched[]): Possible[] {
  return watched.slice(0, MOST_BUTTONS).flatMap(({ light: id, body }) => {
    const light = lightIn(rig, id);
    const senders = light && isByAir(light.settings) ? (rig.sendersOn.get(body) ?? []) : [];
    return senders
      .filter((sender) => isTrigger(sender) && sender.settings.role === 'master')
      .map(({ id: unit }): Possible => ({
        check: { kind: 'button', unit, fires: { light: id, body } },
        seconds: BUTTON_SECONDS,
        place: null,
        ends: null,
      }));
  });
}

/** Where many lights are dark, one of them tells as much as all. */
const MOST_BUTTONS = 2;

/** Carried to the camera for one press. */
function closerChecks(rig: Rig, watched: readonly Watched[]): Possible[] {
  return watched
    .filter(({ light }) => ['radio', 'optical', 'eye'].includes(lightIn(rig, light)?.settings.link ?? ''))
    .filter(({ light }) => !isAtCamera(rig, light))
    .map((one) => ({
      check: { kind: 'press', ...pressed(one), done: [], meanwhile: closer(rig, one.light) },
      seconds: PRESS_SECONDS + AT_UNIT_SECONDS,
      place: placeOf(rig, one.light),
      ends: placeOf(rig, one.light),
    }));
}

/** What may be answered, beside "can't tell". */
export function answersOf({ check }: Pick<Possible, 'check'>): readonly string[] {
  if (check.kind === 'button') return ['fires', 'dark'];
  if (check.kind === 'press') return ['fires', 'dark', OTHERWISE];
  return check.fields.length === 2 ? [...check.fields, 'right'] : ['right', 'wrong'];
}

/** What would be answered with these faults; null where nobody can say. */
export function predicted(
  reality: Reality,
  faults: readonly Fault[],
  check: Check,
  done: readonly Done[],
): string | null {
  if (check.kind === 'button') {
    const fires = reality.button(faults, check, done);
    return fires === null ? null : fires ? 'fires' : 'dark';
  }
  if (check.kind === 'press') {
    const verdict = reality.verdict(faults, check, [...done, ...check.done, ...check.meanwhile]);
    const symptom = verdict && symptomOf(verdict);
    return symptom === null ? null : symptom === 'fires' || symptom === 'dark' ? symptom : OTHERWISE;
  }
  const off = fieldsOff(reality, faults, { check, done });
  if (off.length === 0) return 'right';
  return check.fields.length === 2 ? off[0]! : 'wrong';
}
