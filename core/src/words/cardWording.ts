/** What is said on cards: what to dial in the unit's own scale, what changed since, and what to mind. */
import { powerOnDial } from '../exposure/powerScale.ts';
import type { CardLine, CardSetting } from '../cards/cardLines.ts';
import { type Card, type CardNote, leftOn, linesIn } from '../cards/cards.ts';
import type { FirstCheck } from '../cards/firstCheck.ts';
import { HOW_TO_KEYS } from '../record/profileTerms.ts';
import type { Profile } from '../record/profile.ts';
import { groupPartsOf } from '../record/settingPath.ts';
import type { FieldPath } from '../rig/check.ts';
import type { Placed } from '../rig/rig.ts';
import { dialOf, listed, type Names, settingName, settingValue, stopsText } from './settingWords.ts';

/** How to reach a setting on a model, in the crew's own words: a sender's `groups.C.power` is its power. Null where nobody wrote it. */
export function howToOf(profile: Profile, setting: string): string | null {
  const group = groupPartsOf(setting);
  const field = group ? (group.field === 'on' ? 'group' : group.field) : setting;
  const key = HOW_TO_KEYS.find((one) => one === field);
  return (key && profile.howTo?.[key]) || null;
}

/** "Channel", "Group C power", "Reset". */
export function lineName(setting: CardSetting): string {
  const name = setting === 'reset' ? 'reset' : settingName(setting as FieldPath);
  return name.charAt(0).toUpperCase() + name.slice(1);
}

/** A value as it is read on the unit: "1/8, −3 stops", "11", "off". */
export function lineValue(placed: Placed, setting: CardSetting, value: unknown, names: Names): string {
  if (setting === 'reset') return value === true ? 'to factory settings' : 'not reset';
  if (value == null) return 'not planned';
  const field = groupPartsOf(setting)?.field ?? setting;
  if (field !== 'power') return settingValue(setting as FieldPath, value, names);
  const shown = powerOnDial(value as number, dialOf(placed.profile));
  const stops = stopsText(value as number);
  return shown === null ? stops : `${shown} (${stops})`;
}

/** "changed since you set it: 11, now 7"; null for a line that did not change. */
export function changedText(placed: Placed, line: CardLine, names: Names): string | null {
  if (line.state !== 'changed') return null;
  return `was ${lineValue(placed, line.setting, line.dialled!.value, names)}, set by ${line.dialled!.by}`;
}

const PARTS: Readonly<Record<string, string>> = { flash: 'the flash', body: 'the camera', trigger: 'the trigger' };

export function noteText(note: CardNote, names: Names): string {
  switch (note.code) {
    case 'told-by':
      return `Mode and power come from ${listed(note.senders, names)}.`;
    case 'after-first-fire':
      return 'It shows them after the first test fire: the screen before that proves nothing.';
    case 'sleeps':
      return `Sleeps after ${note.minutes} min${note.wakes === true ? '; its sender wakes it' : ': switch that off, or wake it by hand'}.`;
    case 'start-order':
      return `Power off, foot home, lock turned. Switch on ${note.parts.map((part) => PARTS[part] ?? part).join(', then ')}.`;
    case 'stand':
      return 'Widest stance, a weight over one leg, clear of exits and aisles. Local rules go first.';
  }
}

/** Where a card's unit stands: "at the camera", "west pole, 24 s there and back". */
export function whereText({ atCamera, place, walkSeconds }: Card): string {
  if (atCamera) return 'at the camera';
  const walk = walkSeconds === null ? 'walk not measured' : `${walkSeconds} s there and back`;
  return `${place ?? 'place not recorded'}, ${walk}`;
}

const count = (many: number, one: string): string => `${many} ${one}${many === 1 ? '' : 's'}`;

/** "18 settings on 6 units are not dialled yet."; null where everything planned is dialled. */
export function toDialText(cards: readonly Pick<Card, 'lines'>[]): string | null {
  const open = cards.filter((card) => leftOn(card) > 0);
  const left = open.reduce((sum, card) => sum + leftOn(card), 0);
  return left === 0
    ? null
    : `${count(left, 'setting')} on ${count(open.length, 'unit')} ${left === 1 ? 'is' : 'are'} not dialled yet.`;
}

/** "3 settings to dial, 1 changed since", "all set". */
export function leftText(card: Pick<Card, 'lines'>): string {
  const [changed, unplanned] = [linesIn(card, 'changed').length, linesIn(card, 'unplanned').length];
  const left = leftOn(card);
  const parts = [
    left > 0 && `${count(left, 'setting')} to dial`,
    changed > 0 && `${changed} changed since`,
    unplanned > 0 && `${unplanned} not planned`,
  ].filter(Boolean);
  return parts.length === 0 ? 'all set' : parts.join(', ');
}

/** The first thing to look at after a miss: "Channel 11 on Light 2: nobody has dialled it yet." */
export function firstCheckText({ at, line }: FirstCheck, placed: Placed, names: Names): string {
  const unit = names.unit(placed.id);
  if (line === null) return `Look at ${unit}: cells, sleep, foot and cover.`;
  const what = `${lineName(line.setting)} ${lineValue(placed, line.setting, line.planned, names)} on ${unit}`;
  if (at === 'card')
    return `${what}: ${line.state === 'open' ? 'nobody has dialled it yet' : 'it changed since it was dialled'}.`;
  return `Read ${what} off the unit itself: its card says so. Then cells, sleep, foot and cover.`;
}
