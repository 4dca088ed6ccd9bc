/** Two transceivers on one family: the letters, IDs and signals left to them by the older of the two docs/model.md, Families. */
import { inRange, type Range } from '../measure/range.ts';
import type { Tri } from '../measure/tri.ts';
import type { Family, Generation } from '../record/family.ts';
import type { CarriedSignal } from '../record/familyTerms.ts';
import type { RadioProfile } from '../record/profile.ts';
import { type FieldRef, fieldRef, missing } from './check.ts';
import { type Placed, radioInUse, type Rig } from './rig.ts';

/** The channels and letters a radio can use, falling back on its family's as the profile says. */
export const channelsOf = (radio: RadioProfile, family: Family | undefined): Range | null =>
  radio.channels ?? family?.channels ?? null;
export const groupsOf = (radio: RadioProfile, family: Family | undefined): readonly string[] | null =>
  radio.groups ?? family?.groups ?? null;

/** The channels a unit can be set to; null where it has no radio or nobody recorded them. */
export const channelRangeOf = (rig: Rig, placed: Placed): Range | null => {
  const radio = radioInUse(placed);
  return radio ? channelsOf(radio, rig.families.get(radio.family)) : null;
};

export const familyOf = (rig: Rig, placed: Placed): Family | undefined => {
  const radio = radioInUse(placed);
  return radio ? rig.families.get(radio.family) : undefined;
};

/** The generation a radio is of; null where its family has only one, undefined where nobody recorded it. */
export function generationOf(rig: Rig, placed: Placed): Generation | null | undefined {
  const radio = radioInUse(placed);
  if (!radio) return null;
  const generations = rig.families.get(radio.family)?.generations;
  if (!generations || generations.length === 0) return null;
  if (radio.generation == null) return undefined;
  return generations.find((one) => one.number === radio.generation) ?? { number: radio.generation };
}

/** The older of two generations, whose limits hold for both; undefined while either is not recorded. */
function olderOf(rig: Rig, sender: Placed, hearer: Placed): Generation | null | undefined {
  const a = generationOf(rig, sender);
  const b = generationOf(rig, hearer);
  // A hearer of another family has no say in what this one can do.
  if (radioInUse(hearer)?.family !== radioInUse(sender)?.family) return a;
  if (a === undefined || b === undefined) return undefined;
  if (a === null || b === null) return a ?? b;
  return a.number <= b.number ? a : b;
}

/** The generations nobody recorded, of two ends whose older one decides. */
export const missingGenerations = (rig: Rig, sender: Placed, hearer: Placed): FieldRef[] =>
  [...new Set([sender, hearer])]
    .filter((one) => generationOf(rig, one) === undefined)
    .map(({ id }) => fieldRef(id, 'profile.radio.generation'));

/** What is not recorded where nobody can say which letters there are between two ends. */
export function missingLetters(rig: Rig, sender: Placed, hearer: Placed): FieldRef[] {
  const radio = radioInUse(sender);
  if (!radio) return radio === undefined ? [fieldRef(sender.id, 'family')] : [];
  return groupsOf(radio, familyOf(rig, sender)) === null
    ? [fieldRef(sender.id, 'profile.radio.groups')]
    : missingGenerations(rig, sender, hearer);
}

/** Whether the hearer's generation can hear the sender's at all. */
export function generationHears(rig: Rig, sender: Placed, hearer: Placed): Tri {
  const a = generationOf(rig, sender);
  const b = generationOf(rig, hearer);
  if (a === undefined || b === undefined) return null;
  if (a === null || b === null || a.number <= b.number) return true;
  return a.heardByOlder ?? null;
}

/** The letters a unit's own model can be set to; null where nobody recorded them. */
export const ownLetters = (rig: Rig, placed: Placed): readonly string[] | null => {
  const radio = radioInUse(placed);
  return radio ? groupsOf(radio, familyOf(rig, placed)) : null;
};

/** Whether a unit can be set to a letter, as far as is recorded; one whose model has no groups has no say. */
export function hasLetter(rig: Rig, placed: Placed, letter: string): boolean {
  const own = ownLetters(rig, placed);
  return own === null || own.length === 0 || own.includes(letter);
}

/** Letters the sender can speak to that the hearer can be set to; empty when there are no groups, null when unrecorded. */
export function lettersBetween(rig: Rig, sender: Placed, hearer: Placed): readonly string[] | null {
  return lettersFrom(rig, sender, hearer)?.filter((letter) => hasLetter(rig, hearer, letter)) ?? null;
}

/** Letters the sender can speak to so that this hearer's generation understands. */
export function lettersFrom(rig: Rig, sender: Placed, hearer: Placed): readonly string[] | null {
  const radio = radioInUse(sender);
  if (!radio) return null;
  const letters = groupsOf(radio, familyOf(rig, sender));
  if (letters === null || letters.length === 0) return letters;
  const older = olderOf(rig, sender, hearer);
  if (older === undefined) return null;
  return older?.groups == null ? letters : letters.filter((letter) => older.groups!.includes(letter));
}

/** Whether the family carries it at all, and whether the older generation leaves it. */
export function carriedBetween(
  rig: Rig,
  sender: Placed,
  hearer: Placed,
  what: CarriedSignal,
): { family: Tri; older: Tri } {
  const family = familyOf(rig, sender)?.carries[what] ?? null;
  const older = olderOf(rig, sender, hearer);
  return { family, older: older === undefined ? null : older?.carries?.[what] !== false };
}

/** 0 for a unit without IDs or with its ID off; null when unrecorded. */
export function networkIdOf(rig: Rig, placed: Placed): number | null {
  const radio = radioInUse(placed);
  if (radio === null) return 0;
  if (radio?.networkId === false || familyOf(rig, placed)?.networkIds === 'none') return 0;
  const generation = generationOf(rig, placed);
  if (generation === undefined) return placed.settings.networkId === 0 ? 0 : null;
  if (generation?.networkIds === false) return 0;
  return placed.settings.networkId ?? null;
}

/** What is not recorded where nobody can say which ID a unit has. */
export function missingId(rig: Rig, placed: Placed): FieldRef[] {
  if (networkIdOf(rig, placed) !== null) return [];
  if (radioInUse(placed) === undefined) return [fieldRef(placed.id, 'family')];
  const isOpen = generationOf(rig, placed) === undefined;
  return [
    ...(isOpen ? [fieldRef(placed.id, 'profile.radio.generation')] : []),
    ...missing([placed.id, 'networkId', placed.settings.networkId]),
  ];
}

/** Our own masters that speak a hearer's family on its channel. */
export function mastersOf(rig: Rig, hearer: Placed): Placed[] {
  const family = radioInUse(hearer)?.family;
  return rig.senders.filter(
    (sender) =>
      !rig.strangers.has(sender.id) &&
      sender.settings.role === 'master' &&
      radioInUse(sender)?.family === family &&
      sender.settings.channel === hearer.settings.channel,
  );
}

/** The IDs a unit can be set to, or null when it has none or nobody recorded it. */
export function idRange(rig: Rig, placed: Placed): Range | null {
  const radio = radioInUse(placed);
  if (!radio || radio.networkId === false || generationOf(rig, placed)?.networkIds === false) return null;
  const ids = familyOf(rig, placed)?.networkIds;
  return ids == null || ids === 'none' ? null : ids;
}

/** Where a free ID is looked for first: low numbers are what strangers leave in place. */
export const FIRST_FREE_ID = 27;

/** An ID no unit of the look is set to, away from the low numbers strangers leave in place. */
export function freeId(rig: Rig, range: Range): number | null {
  const taken = new Set([...rig.placed.values()].map((placed) => placed.settings.networkId ?? 0));
  const start = Math.min(range.to, Math.max(range.from, FIRST_FREE_ID));
  for (let step = 0; step <= range.to - range.from; step++) {
    const id = start + step <= range.to ? start + step : range.from + (start + step - range.to - 1);
    if (id > 0 && inRange(id, range) && !taken.has(id)) return id;
  }
  return null;
}
