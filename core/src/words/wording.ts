/** What is said of fixes, verdicts and lines; findingWording.ts says findings. All wording is in these two. */
import { HAND } from '../measure/newId.ts';
import type { LINKS, PairField } from '../record/settingTerms.ts';
import type { Fix } from '../mend/fixes.ts';
import type { Need } from '../mend/need.ts';
import { type Change, isSameValue } from '../record/change.ts';
import { isOtherCrew, type OnAir } from '../record/onAir.ts';
import { groupPartsOf, pairPartsOf } from '../record/settingPath.ts';
import type { SettingPath, SettingValue } from '../record/settings.ts';
import { indexKit, type Kit, type KitIndex } from '../rig/rig.ts';
import { otherCrewId } from '../rig/otherCrews.ts';
import type { SignalLine } from '../verdict/signalLine.ts';
import type { Verdict } from '../verdict/verdict.ts';
import { gapText, lostText } from './findingWording.ts';
import { durationText, stopsCounted } from './saying.ts';
import {
  listed,
  meantWhenLeftOut,
  type Names,
  powerText,
  settingName,
  settingValue,
  stopsText,
} from './settingWords.ts';

/** @param onAir other crews by their names, where the words may be about them. */
export function namesOf(kit: Kit | KitIndex, onAir: readonly OnAir[] = []): Names {
  const index = Array.isArray(kit.units) ? indexKit(kit as Kit) : (kit as KitIndex);
  const crews = new Map(onAir.filter(isOtherCrew).map((crew) => [otherCrewId(crew), crew.name]));
  return {
    unit: (id) => index.units.get(id)?.label ?? crews.get(id) ?? 'a unit no longer in the kit',
    family: (id) => index.families.get(id)?.name ?? 'an unknown family',
    power: (id, stops) => powerText(index.profiles.get(index.units.get(id)?.profile ?? ''), stops),
  };
}

/** A line read aloud. */
export function lineSentence(line: SignalLine, names: Names): string {
  const { purpose, place } = line.light.settings;
  const who = [names.unit(line.light.id), purpose, place].filter(Boolean).join(', ');
  const gap = line.fault ? `: ${gapText(line.fault, names)}` : '';
  return `${who}. ${sentenceCase(whereText(line.verdict, names))}${gap}.`;
}

/** What is said of lights with one fate, of which the first is one: why they stay dark, or what becomes of them. */
export const fateText = (first: SignalLine, names: Names): string =>
  first.fault ? gapText(first.fault, names) : verdictText(first.verdict);

/** A verdict in a few words: of a light that stays silent the reason, where one is known. */
export const shortText = (verdict: Verdict, names: Names): string =>
  verdict.verdict === 'silent' && verdict.faults[0] ? gapText(verdict.faults[0], names) : verdictText(verdict);

/** A verdict, and where the signal was lost: "silent, lost at the sender, Sender 1". */
export function whereText(verdict: Verdict, names: Names): string {
  const lost = verdict.verdict === 'silent' || verdict.verdict === 'unmetered' ? verdict.faults[0] : undefined;
  return lost ? `${verdictText(verdict)}, ${lostText(lost, verdict.unit, names)}` : verdictText(verdict);
}

const sentenceCase = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** Null where the change is the other way about, and no order. */
type Order = (unit: string, value: string, change: Change) => string | null;

const switched =
  (what: string): Order =>
  (unit, _, { to }) =>
    `Switch ${to === true ? 'on' : 'off'} ${what} ${unit}`;

/** An order that only one value is; any other is a note of how it stands. */
const when =
  (value: SettingValue, order: (unit: string) => string): Order =>
  (unit, _, { to }) =>
    isSameValue(to, value) ? order(unit) : null;

const LINK_WAYS: Readonly<Record<(typeof LINKS)[number], string>> = {
  radio: 'by radio',
  optical: 'by coded light',
  eye: 'by its eye',
  shoe: 'on the shoe',
  cord: 'by a cord',
  cable: 'by a cable',
};

/** How a change of these settings is put as an order; all others are set. */
const ORDERS: { [P in SettingPath]?: Order } = {
  on: (unit, value) => `Switch ${value} ${unit}`,
  lamp: switched('the flash tube of'),
  flashFiring: switched('flash firing on'),
  passThrough: switched('pass-through on'),
  receiver: (unit, value, { to }) => (to == null ? `Take the receiver off ${unit}` : `Put ${unit} on ${value}`),
  mount: (unit, value, { to }) => (to === HAND ? `Take ${unit} in the hand` : `Put ${unit} on ${value}`),
  plugs: (unit, value, { to }) => (to == null ? `Take the cable off ${unit}` : `Use a ${value} cable on ${unit}`),
  covered: when(null, (unit) => `Uncover the sensor of ${unit}`),
  sight: when('direct', (unit) => `Give ${unit} a clear line of sight`),
  sightUpright: when('direct', (unit) => `Give ${unit} a clear line of sight, camera upright`),
  offAxis: when(0, (unit) => `Turn the sensor of ${unit}`),
  inSun: when(null, (unit) => `Shade the sensor of ${unit}`),
  distanceM: (unit, value) => `Bring ${unit} to ${value}`,
  cableM: (unit, value) => `Use a cable of ${value} for ${unit}`,
  dialledPower: (unit, value, { to }) => (to == null ? `Dial the wanted power on ${unit}` : `Dial ${value} on ${unit}`),
  compensation: (unit, value, { to }) =>
    to == null ? `Take the compensation off ${unit}` : `Set compensation ${value} on ${unit}`,
  redEye: switched('the red-eye lamp of'),
  beep: switched('the beep of'),
  zoomAuto: switched('the automatic zoom of'),
  isoAuto: switched('automatic ISO on'),
  wbAuto: switched('automatic white balance on'),
  previewOn: switched('the exposure preview of'),
  hss: switched('high-speed sync on'),
  secondsBetween: (unit, value, { to }) =>
    to == null ? `Shoot single frames with ${unit}` : `Shoot a frame every ${value} with ${unit}`,
  trim: (unit, value, { to }) => (to == null ? `Take the trim off ${unit}` : `Trim ${unit} by ${value}`),
  broken: when(false, (unit) => `Put another one in place of ${unit}`),
  asleep: when(false, (unit) => `Wake ${unit}`),
  cells: when('good', (unit) => `Put fresh cells into ${unit}`),
  seated: when(true, (unit) => `Push ${unit} home and lock it`),
  hot: when(null, (unit) => `Let ${unit} cool`),
  popupUp: (unit, _, { to }) => (to === true ? `Raise the pop-up of ${unit}` : `Fold the pop-up of ${unit}`),
  startedInOrder: when(true, (unit) => `Switch ${unit}’s stack off and on in order`),
  passive: (unit, _, { to }) =>
    to === true ? `Let ${unit} fire without setting anything` : `Let ${unit} set its lights again`,
  attitudes: when(null, (unit) => `Keep ${unit} level`),
  burstFrames: (unit, value, { to }) =>
    to == null ? `Let ${unit} shoot on and on` : `Rest ${unit} after ${value} frames`,
  tailDelayUs: (unit, value, { to }) =>
    to == null ? `Take tail sync off ${unit}` : `Set the tail delay ${value} on ${unit}`,
  link: (unit, _, { to }) => `Fire ${unit} ${LINK_WAYS[to as keyof typeof LINK_WAYS]}`,
  firesFor: (unit, value) => `Let ${unit} fire for ${value}`,
};

/** The same of where a light stands to one other unit. */
const STANDING: Record<PairField, (unit: string, value: string, from: string) => string> = {
  sight: (unit, _, from) => `Give ${unit} a clear line of sight to ${from}`,
  sightUpright: (unit, _, from) => `Give ${unit} a clear line of sight to ${from}, camera upright`,
  distanceM: (unit, value, from) => `Bring ${unit} to ${value} from ${from}`,
  offAxis: (unit, _, from) => `Turn the sensor of ${unit} to ${from}`,
};

/** An eye is turned to what it sees then, and shielded from what it does not see any more. */
function eyeText({ unit, from, to }: Change, names: Names): string {
  const [before, after] = [from, to].map((value) => (Array.isArray(value) ? (value as string[]) : []));
  const gone = before!.filter((id) => !after!.includes(id));
  const come = after!.filter((id) => !before!.includes(id));
  const me = names.unit(unit);
  const shielded = `shield it from ${listed(gone, names)}`;
  if (come.length === 0 && gone.length === 0) return `Turn the eye of ${me} to nothing`;
  if (come.length === 0) return `Shield the eye of ${me} from ${listed(gone, names)}`;
  return `Turn the eye of ${me} to ${listed(come, names)}${gone.length === 0 ? '' : ` and ${shielded}`}`;
}

/**
 * One change as an order: "Set channel 11 on Light 6".
 * @param unit whom it is said of: all the units that are set alike.
 */
export function changeText(change: Change, names: Names, unit: string = names.unit(change.unit)): string {
  if (change.setting === 'mount' && change.to == null && typeof change.from === 'string' && change.from !== HAND)
    return `Take ${unit} off ${names.unit(change.from)}`;
  // To forget is no order: nobody does anything to the unit.
  if (change.to == null && meantWhenLeftOut(change.setting) === undefined)
    return `${unit}: ${settingName(change.setting, names)} not recorded`;
  if (change.setting === 'sees') return eyeText(change, names);
  const value = settingValue(change.setting, change.to, names, change.unit);
  const told = ORDERS[change.setting]?.(unit, value, change);
  if (told != null) return told;
  if (told === null) return `Note on ${unit}: ${settingName(change.setting, names)} ${value}`;
  const group = groupPartsOf(change.setting);
  if (group?.field === 'on') return `Switch ${value} group ${group.letter} on ${unit}`;
  const pair = pairPartsOf(change.setting);
  if (pair?.field) return STANDING[pair.field](unit, value, names.unit(pair.other));
  return `Set ${settingName(change.setting, names)} ${value} on ${unit}`;
}

/** Every change, those that are alike together: "Set channel 11 on Light 6 and Light 7", "Switch on group C on Sender 1". */
export function changeLines(changes: readonly Change[], names: Names): string[] {
  const alike = new Map<string, Change[]>();
  for (const change of changes) {
    const { unit, setting, to } = change;
    // An eye is told from what it is turned; a power may read otherwise on another model.
    const key = setting === 'sees' ? `sees ${unit}` : `${setting} ${settingValue(setting, to, names, unit)}`;
    alike.set(key, [...(alike.get(key) ?? []), change]);
  }
  return [...alike.values()].map((same) => {
    const units = same.map(({ unit }) => unit);
    return changeText(same[0]!, names, listed(units, names));
  });
}

/** The button: the first change, with all the units it is made on, and how many others go with it. */
export function fixText(fix: Fix, names: Names): string {
  const [text, ...rest] = changeLines(fix.changes, names) as [string, ...string[]];
  const others = rest.length;
  return others === 0 ? text : `${text} and ${others === 1 ? 'one more change' : `${others} more changes`}`;
}

/** What a fix changes beyond what its button says. */
export const otherLines = (fix: Fix, names: Names): string[] => changeLines(fix.changes, names).slice(1);

/** What a fix costs, and what it does not mend. */
export function costText({ seconds, walkSeconds, leaves }: Fix, names: Names): string {
  const walk = walkSeconds === null ? ' + the walk' : walkSeconds > 0 ? ' with the walk' : '';
  const left = leaves.length === 0 ? '' : `; another fault is left on ${listed(leaves, names)}`;
  return `${durationText(seconds)}${walk}${left}`;
}

export function needText(need: Need): string {
  const match = need.match.join(' and ');
  switch (need.kind) {
    case 'receiver':
      return match ? `A receiver of the ${match} family would do.` : 'A receiver of the sender’s family would do.';
    case 'sender':
      return match ? `A sender with a ${match} foot would do.` : 'Another sender would do.';
    case 'cable':
      return match ? `A cable or adapter between ${match} would do.` : 'A fitting cable would do.';
    case 'socket':
      return 'There is nothing for it to go into: an adapter on the shoe, or another unit, would do.';
    case 'top-shoe':
      return 'A trigger with a shoe on top would do.';
    case 'firmware':
      return `Firmware ${match} or newer would do.`;
    case 'generation':
      return match ? `A unit of generation ${match} or newer would do.` : 'A unit that speaks the same would do.';
    case 'coded-light':
      return match
        ? `A flash that listens for the coded light of ${match} would do.`
        : 'A flash that listens for the same coded light would do.';
    case 'less-light':
      return `At its lowest it is ${stopsCounted(need.stops!)} too bright: ${timesText(2 ** (need.stops! / 2))} as far from what it lights, a diffuser, or ${stopsCounted(need.stops!)} of density in front of it would do.`;
    case 'more-light':
      return `At full it is ${stopsCounted(need.stops!)} too dark: ${timesText(2 ** (-need.stops! / 2))} as far from what it lights, ISO up, or a second flash beside it would do.`;
    case 'shield':
      return 'Shield its eye from that side, or fire it another way: by radio, or by a cable.';
    case 'first-light':
      return 'A flash that the camera fires, where its eye sees it, would do: on the shoe, by radio or by cable.';
    case 'turns':
      return 'Agree turns with them, or another way to fire: an eye, a cable, a radio of another family.';
    case 'isolator':
      return `${match ? `At ${match}: measure` : 'Measure'} or ask service; a receiver or an isolating adapter rated for it would do.`;
  }
}

/** "1.4 times", "twice". */
const timesText = (factor: number): string => (factor === 2 ? 'twice' : `${Number(factor.toFixed(1))} times`);

const VERDICT_WORDS: Record<Verdict['verdict'], string> = {
  'in-sync': 'in the frame',
  dark: 'silent, as meant',
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
  if (verdict.verdict === 'wrong-power' && verdict.stopsOff !== null) return `${stopsText(verdict.stopsOff)} off`;
  return words;
}
