/** What may be off at a unit: said when it is right, when it is not, and how it is put right. */
import { groupPartsOf } from '../record/settingPath.ts';
import { readSetting, type SettingPath } from '../record/settings.ts';
import type { FieldPath } from '../rig/check.ts';
import type { Rig } from '../rig/rig.ts';
import { type Names, said, settingName, settingValue } from './settingWords.ts';
import { changeLines } from './wording.ts';

/** Where the words are about a unit of this rig. */
export interface About {
  rig: Rig;
  names: Names;
}

interface Said {
  /** After the unit's name and a colon, or on an answer: "switched on", "channel 11". */
  right: string;
  /** A sentence of its own. */
  wrong: (unit: string) => string;
  /** An order. */
  cure: (unit: string) => string;
}

const FIELDS: Readonly<Record<string, Said>> = {
  on: { right: 'switched on', wrong: (unit) => `${unit} is switched off.`, cure: (unit) => `Switch on ${unit}.` },
  broken: {
    right: 'in working order',
    wrong: (unit) => `${unit} or its cable is broken.`,
    cure: (unit) => `Put another one in place of ${unit}, and another cable where it has one.`,
  },
  asleep: { right: 'awake', wrong: (unit) => `${unit} is asleep.`, cure: (unit) => `Wake ${unit}.` },
  cells: {
    right: 'fresh cells',
    wrong: (unit) => `The cells of ${unit} are empty.`,
    cure: (unit) => `Put fresh cells into ${unit}.`,
  },
  seated: {
    right: 'foot fully home',
    wrong: (unit) => `${unit} sits loose on its foot.`,
    cure: (unit) => `Push ${unit} fully home and lock it.`,
  },
  plugs: {
    right: 'cable plugged in at both ends',
    wrong: (unit) => `The cable of ${unit} hangs loose.`,
    cure: (unit) => `Plug in the cable of ${unit} at both ends.`,
  },
  sight: {
    right: 'its view clear',
    wrong: (unit) => `Something stands in the view of ${unit}.`,
    cure: (unit) => `Clear the view of ${unit}.`,
  },
  sightUpright: {
    right: 'its view clear with the camera upright',
    wrong: (unit) => `With the camera upright something stands in the view of ${unit}.`,
    cure: (unit) => `Clear the view of ${unit} with the camera upright.`,
  },
  covered: {
    right: 'sensor free',
    wrong: (unit) => `The sensor of ${unit} is covered.`,
    cure: (unit) => `Uncover the sensor of ${unit}.`,
  },
  inSun: {
    right: 'no sun on its sensor',
    wrong: (unit) => `The sun is on the sensor of ${unit}.`,
    cure: (unit) => `Shade the sensor of ${unit}.`,
  },
  offAxis: {
    right: 'sensor turned to the camera',
    wrong: (unit) => `The sensor of ${unit} is turned away.`,
    cure: (unit) => `Turn the sensor of ${unit} to the camera.`,
  },
  distanceM: {
    right: 'as near as planned',
    wrong: (unit) => `${unit} is too far away.`,
    cure: (unit) => `Bring ${unit} nearer.`,
  },
  heardShare: {
    right: 'nothing disturbs its signal',
    wrong: (unit) => `Something disturbs the signal to ${unit}.`,
    cure: (unit) => `Move ${unit} to where nothing disturbs its signal.`,
  },
  hot: { right: 'cool', wrong: (unit) => `${unit} shut down from heat.`, cure: (unit) => `Let ${unit} cool down.` },
  secondsBetween: {
    right: 'shot no faster than planned',
    wrong: (unit) => `${unit} shoots faster than the lights charge.`,
    cure: (unit) => `Shoot no faster than planned with ${unit}.`,
  },
  lamp: {
    right: 'flash tube on',
    wrong: (unit) => `The flash tube of ${unit} is switched off.`,
    cure: (unit) => `Switch on the flash tube of ${unit}.`,
  },
  sees: {
    right: 'its light in view',
    wrong: (unit) => `${unit} no longer sees the light it answers.`,
    cure: (unit) => `Turn ${unit} to the light it answers.`,
  },
  passive: {
    right: 'firing and telling as planned',
    wrong: (unit) => `${unit} leaves the lights to another sender, or no longer does.`,
    cure: (unit) => `Set on ${unit} who tells the lights, as planned.`,
  },
  firmware: {
    right: 'the firmware recorded',
    wrong: (unit) => `${unit} has an older firmware than recorded.`,
    cure: (unit) => `Take another unit for ${unit}, or update it.`,
  },
  crew: {
    right: 'nobody else on its channel',
    wrong: (unit) => `Another crew is on the channel of ${unit}.`,
    cure: () => 'Move to another channel: Lines, Air finds one.',
  },
  guest: {
    right: 'no guest’s flash in its view',
    wrong: (unit) => `${unit} answers a guest’s flash.`,
    cure: (unit) => `Turn ${unit} away from the guests, or fire it by radio.`,
  },
  emitter: {
    right: 'nothing else on its frequency',
    wrong: (unit) => `Something else sends on the frequency of ${unit}.`,
    cure: () => 'Move to another channel: Lines, Air finds one.',
  },
};

/** Whether a field is said in words of its own, and not by its value. */
export const isStateWord = (field: string): boolean => FIELDS[field] !== undefined;

/** As planned: "channel 11", "switched on". */
export function rightText({ rig, names }: About, unit: string, field: string): string {
  const known = FIELDS[field];
  if (known) return known.right;
  const settings = rig.placed.get(unit)?.settings;
  const planned = settings && readSetting(settings, field as SettingPath);
  const group = groupPartsOf(field);
  if (group?.field === 'on') return `group ${group.letter} ${planned === false ? 'off' : 'on'}`;
  return said(field as FieldPath, planned, names, unit);
}

/** On a list: "Channel: 11", "Switched on". */
export function cardText(about: About, unit: string, field: string): string {
  if (isStateWord(field) || groupPartsOf(field)?.field === 'on') return capital(rightText(about, unit, field));
  const settings = about.rig.placed.get(unit)?.settings;
  const planned = settings && readSetting(settings, field as SettingPath);
  const path = field as FieldPath;
  return `${capital(settingName(path, about.names))}: ${settingValue(path, planned, about.names, unit)}`;
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** "Light 3 is switched off.", "Light 3 is not set to channel 11." */
export function wrongText(about: About, unit: string, field: string): string {
  const known = FIELDS[field];
  const name = about.names.unit(unit);
  if (known) return known.wrong(name);
  return `${name} is not set to ${rightText(about, unit, field)}.`;
}

/** "Set channel 11 on Light 3." */
export function cureText(about: About, unit: string, field: string): string {
  const known = FIELDS[field];
  if (known) return known.cure(about.names.unit(unit));
  const settings = about.rig.placed.get(unit)?.settings;
  const to = settings && readSetting(settings, field as SettingPath);
  return `${changeLines([{ unit, setting: field as SettingPath, from: null, to }], about.names).join('; ')}.`;
}
