/** What is said of fixes, verdicts and lines; findingWording.ts says findings. All wording is in these two. */
import { HAND } from '../measure/newId.ts';
import { stopsLabel } from '../measure/stops.ts';
import type { PairField } from '../record/settingTerms.ts';
import type { Fix } from '../mend/fixes.ts';
import type { Need } from '../mend/need.ts';
import type { Change } from '../record/change.ts';
import { isOtherCrew, type OnAir } from '../record/onAir.ts';
import { groupPartsOf, pairPartsOf, type SettingPath } from '../record/settings.ts';
import { indexKit, type Kit, type KitIndex } from '../rig/rig.ts';
import { otherCrewId } from '../rig/otherCrews.ts';
import type { SignalLine } from '../verdict/signalLine.ts';
import type { Verdict } from '../verdict/verdict.ts';
import { gapText } from './findingWording.ts';
import { listed, type Names, said, settingName, settingValue } from './settingWords.ts';

/** @param onAir other crews by their names, where the words may be about them. */
export function namesOf(kit: Kit | KitIndex, onAir: readonly OnAir[] = []): Names {
  const index = Array.isArray(kit.units) ? indexKit(kit as Kit) : (kit as KitIndex);
  const crews = new Map(onAir.filter(isOtherCrew).map((crew) => [otherCrewId(crew), crew.name]));
  return {
    unit: (id) => index.units.get(id)?.label ?? crews.get(id) ?? 'a unit no longer in the kit',
    family: (id) => index.families.get(id)?.name ?? 'an unknown family',
  };
}

/** A line read aloud. */
export function lineSentence(line: SignalLine, names: Names): string {
  const { purpose, place } = line.light.settings;
  const who = [names.unit(line.light.id), purpose, place].filter(Boolean).join(', ');
  const gap = line.fault ? `: ${gapText(line.fault, names)}` : '';
  return `${who}. ${sentenceCase(verdictText(line.verdict))}${gap}.`;
}

const sentenceCase = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

type Order = (unit: string, value: string, change: Change) => string;

const switched =
  (what: string): Order =>
  (unit, value) =>
    `Switch ${value} ${what} ${unit}`;

/** How a change of these settings is put as an order; all others are set. */
const ORDERS: { [P in SettingPath]?: Order } = {
  on: (unit, value) => `Switch ${value} ${unit}`,
  lamp: switched('the flash tube of'),
  flashFiring: switched('flash firing on'),
  passThrough: switched('pass-through on'),
  receiver: (unit, value, { to }) => (to == null ? `Take the receiver off ${unit}` : `Put ${unit} on ${value}`),
  mount: (unit, value, { to }) => (to === HAND ? `Take ${unit} in the hand` : `Put ${unit} on ${value}`),
  plugs: (unit, value, { to }) => (to == null ? `Take the cable off ${unit}` : `Use a ${value} cable on ${unit}`),
  sees: (unit, value) => `Turn the eye of ${unit} to ${value}`,
  covered: (unit) => `Uncover the sensor of ${unit}`,
  sight: (unit) => `Give ${unit} a clear line of sight`,
  sightUpright: (unit) => `Give ${unit} a clear line of sight, camera upright`,
  offAxis: (unit) => `Turn the sensor of ${unit}`,
  inSun: (unit) => `Shade the sensor of ${unit}`,
  distanceM: (unit, value) => `Bring ${unit} to ${value}`,
  cableM: (unit, value) => `Use a cable of ${value} for ${unit}`,
  dialledPower: (unit, _, { to }) =>
    to == null ? `Dial the wanted power on ${unit}` : `Dial ${stopsLabel(to as number)} stops on ${unit}`,
  trim: (unit, value, { to }) => (to == null ? `Take the trim off ${unit}` : `Trim ${unit} by ${value}`),
  asleep: (unit) => `Wake ${unit}`,
  cells: (unit) => `Put fresh cells into ${unit}`,
  seated: (unit) => `Push ${unit} home and lock it`,
  hot: (unit) => `Let ${unit} cool`,
  popupUp: (unit, _, { to }) => (to === true ? `Raise the pop-up of ${unit}` : `Fold the pop-up of ${unit}`),
  startedInOrder: (unit) => `Switch ${unit}’s stack off and on in order`,
  passive: (unit, _, { to }) =>
    to === true ? `Let ${unit} fire without setting anything` : `Let ${unit} set its lights again`,
  attitudes: (unit) => `Keep ${unit} level`,
  burstFrames: (unit, value) => `Rest ${unit} after ${value} frames`,
  tailDelayUs: (unit, value, { to }) =>
    to == null ? `Take tail sync off ${unit}` : `Set the tail delay ${value} on ${unit}`,
  link: (unit, value) => `Fire ${unit} by ${value}`,
  firesFor: (unit, value) => `Let ${unit} fire for ${value}`,
};

/** The same of where a light stands to one other unit. */
const STANDING: Record<PairField, (unit: string, value: string, from: string) => string> = {
  sight: (unit, _, from) => `Give ${unit} a clear line of sight to ${from}`,
  sightUpright: (unit, _, from) => `Give ${unit} a clear line of sight to ${from}, camera upright`,
  distanceM: (unit, value, from) => `Bring ${unit} to ${value} from ${from}`,
  offAxis: (unit, _, from) => `Turn the sensor of ${unit} to ${from}`,
};

/** One change as an order: "Set channel 11 on Light 6". */
export function changeText(change: Change, names: Names): string {
  const unit = names.unit(change.unit);
  const value = settingValue(change.setting, change.to, names);
  const order = ORDERS[change.setting];
  if (order) return order(unit, value, change);
  const group = groupPartsOf(change.setting);
  if (group?.field === 'on') return `Switch ${value} group ${group.letter} on ${unit}`;
  const pair = pairPartsOf(change.setting);
  if (pair?.field) return STANDING[pair.field](unit, value, names.unit(pair.other));
  return `Set ${settingName(change.setting, names)} ${value} on ${unit}`;
}

/** The button: the first change, with all the units it is made on, and how many other changes go with it. */
export function fixText(fix: Fix, names: Names): string {
  const first = fix.changes[0]!;
  const alike = fix.changes.filter((change) => isAlike(change, first));
  const others = fix.changes.length - alike.length;
  const text =
    alike.length === 1
      ? changeText(first, names)
      : `Set ${said(first.setting, first.to, names)} on ${listed(
          alike.map((change) => change.unit),
          names,
        )}`;
  return others === 0 ? text : `${text} and ${others} more`;
}

/** What a fix changes beyond what its button says. */
export const otherChanges = (fix: Fix): readonly Change[] =>
  fix.changes.filter((change) => !isAlike(change, fix.changes[0]!));

const isAlike = (a: Change, b: Change): boolean => a.setting === b.setting && a.to === b.to;

export const costText = (fix: Fix): string =>
  `${fix.seconds} s${fix.walkSeconds === null ? ' + the walk' : fix.walkSeconds > 0 ? ' with the walk' : ''}`;

export function needText(need: Need): string {
  const match = need.match.join(' and ');
  switch (need.kind) {
    case 'receiver':
      return match ? `A receiver of the ${match} family would do.` : 'A receiver of the sender’s family would do.';
    case 'sender':
      return match ? `A sender with a ${match} foot would do.` : 'Another sender would do.';
    case 'cable':
      return match ? `A cable or adapter between ${match} would do.` : 'A fitting cable would do.';
    case 'top-shoe':
      return 'A trigger with a shoe on top would do.';
    case 'firmware':
      return `Firmware ${match} or newer would do.`;
    case 'generation':
      return match ? `A unit of generation ${match} or newer would do.` : 'A unit that speaks the same would do.';
    case 'turns':
      return 'Agree turns with them, or another way to fire: an eye, a cable, a radio of another family.';
    case 'isolator':
      return `${match ? `At ${match}: measure` : 'Measure'} or ask service; a receiver or an isolating adapter rated for it would do.`;
  }
}

const VERDICT_WORDS: Record<Verdict['verdict'], string> = {
  'in-sync': 'in the frame',
  dark: 'dark, as meant',
  partial: 'part of the frame',
  early: 'too early',
  late: 'too late',
  silent: 'silent',
  'not-ready': 'not charged in time',
  'wrong-power': 'wrong power',
  unmetered: 'unmetered',
  stray: 'fires when it should not',
  unreliable: 'fires in some shots',
  unknown: 'unknown',
};

export function verdictText(verdict: Verdict): string {
  const words = VERDICT_WORDS[verdict.verdict];
  if (verdict.verdict === 'partial' && verdict.share !== null) {
    return `${Math.round(verdict.share * 100)} % of the frame`;
  }
  if (verdict.verdict === 'unreliable' && verdict.chance !== null)
    return `fires in about ${Math.round(verdict.chance * 100)} of 100 shots`;
  if (verdict.verdict === 'wrong-power' && verdict.stopsOff !== null)
    return `${stopsLabel(verdict.stopsOff)} stops off`;
  return words;
}
