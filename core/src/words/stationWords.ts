/** What the stations of a line are called wherever a person reads them. */
import type { PlainSetting } from '../record/settings.ts';
import type { Stage } from '../rig/codes.ts';
import type { Rig } from '../rig/rig.ts';
import type { Station, StationState } from '../verdict/signalLine.ts';
import { type Names, said } from './settingWords.ts';

export const STATION_NAMES: Readonly<Record<Stage, string>> = {
  body: 'body',
  shoe: 'shoe',
  sender: 'sender',
  air: 'air',
  hearer: 'receiver',
  foot: 'foot',
  lamp: 'lamp',
  frame: 'frame',
};

const STATE_WORDS: Record<StationState, string> = {
  ok: 'works',
  loss: 'works with a loss',
  unknown: 'not recorded',
  fail: 'the line stops here',
  beyond: 'not reached',
  none: 'not on this line',
};

/** What a station's unit is set to there; a shoe, a foot, the air and the frame are set to nothing. */
const SET_AT: Readonly<Partial<Record<Stage, readonly PlainSetting[]>>> = {
  body: ['shutter'],
  sender: ['channel', 'networkId'],
  hearer: ['channel', 'networkId', 'group', 'eye'],
  lamp: ['power'],
};

/**
 * A station for a reader: "Light 6, receiver, channel 3, ID 27, group C: the line stops here".
 * @param whose the light the line ends at; of what several lines share, the sender.
 */
export function stationText(rig: Rig, whose: string, { stage, state, unit }: Station, names: Names): string {
  const settings = rig.placed.get(unit)?.settings;
  const set = (SET_AT[stage] ?? []).flatMap((setting) => {
    const value = settings?.[setting];
    return value == null ? [] : [said(setting, value, names, unit)];
  });
  return `${[names.unit(whose), STATION_NAMES[stage], ...set].join(', ')}: ${STATE_WORDS[state]}`;
}
