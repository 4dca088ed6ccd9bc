/** What is dialled on one unit for a look, in the order a person does it. docs/model.md, Cards. */
import { controllersOf } from '../mend/cost.ts';
import { isSameValue } from '../record/change.ts';
import { groupPath, readSetting, type SettingPath, type SettingValue } from '../record/settings.ts';
import type { Dialled } from '../record/unit.ts';
import { familyOf, groupsOf, idRange } from '../rig/net.ts';
import { isBody, isFlash, type Placed, radioInUse, type Rig } from '../rig/rig.ts';

/** A setting, or the reset before all settings. */
export type CardSetting = SettingPath | 'reset';

/**
 * `set` as planned; `open` nobody dialled it; `changed` it was dialled, and is planned otherwise now; `unplanned` nobody
 * has recorded what it should be.
 */
export type LineState = 'set' | 'open' | 'changed' | 'unplanned';

export interface CardLine {
  setting: CardSetting;
  planned: SettingValue;
  dialled: Dialled | null;
  state: LineState;
}

/** What a line is of, and what is planned; null where nobody recorded it. */
type Planned = readonly [CardSetting, SettingValue];

/** Settings that are off unless somebody wants them on: to leave them out is to plan them off. */
const OFF_UNLESS_WANTED: ReadonlySet<SettingPath> = new Set([
  'beep',
  'zoomAuto',
  'isoAuto',
  'wbAuto',
  'redEye',
  'previewOn',
]);

export function cardLines(rig: Rig, placed: Placed): CardLine[] {
  const { unit } = placed;
  return plannedFor(rig, placed).map(([setting, planned]): CardLine => {
    const dialled = unit.dialled?.[setting] ?? null;
    return { setting, planned, dialled, state: stateOf(planned, dialled) };
  });
}

function stateOf(planned: SettingValue, dialled: Dialled | null): LineState {
  if (planned == null) return 'unplanned';
  if (!dialled) return 'open';
  return isSameValue(planned, dialled.value as SettingValue) ? 'set' : 'changed';
}

function plannedFor(rig: Rig, placed: Placed): Planned[] {
  const { unit, settings } = placed;
  const reset: Planned[] = unit.resetFirst === true || unit.borrowedFrom != null ? [['reset', true]] : [];
  if (settings.on === false) return [...reset, ['on', false]];
  const own = isBody(placed) ? ofBody(placed) : isFlash(placed) ? ofLight(rig, placed) : ofTrigger(rig, placed);
  return [...reset, ...own];
}

const plain = (placed: Placed, setting: SettingPath): Planned => {
  const value = readSetting(placed.settings, setting);
  return [setting, value ?? (OFF_UNLESS_WANTED.has(setting) ? false : null)];
};

const each = (placed: Placed, ...settings: SettingPath[]): Planned[] => settings.map((one) => plain(placed, one));

/** Only what somebody recorded: what is left out here means something by itself. */
const recorded = (placed: Placed, ...settings: SettingPath[]): Planned[] =>
  each(placed, ...settings).filter(([, value]) => value != null && value !== false);

/** Which family, ID, PIN and channel: for whatever speaks or listens. */
function netLines(rig: Rig, placed: Placed): Planned[] {
  const radios = placed.profile.kind === 'body' ? (placed.profile.radios ?? []) : placed.profile.radios;
  const family = familyOf(rig, placed);
  return [
    ...(radios.length > 1 ? each(placed, 'family') : []),
    ...(idRange(rig, placed) ? each(placed, 'networkId') : []),
    ...(family?.pairing === 'pin' ? each(placed, 'pin') : []),
    ...(radioInUse(placed) === null ? [] : each(placed, 'channel')),
  ];
}

function toldGroups(placed: Placed): Planned[] {
  return Object.keys(placed.settings.groups ?? {})
    .sort()
    .flatMap((letter): Planned[] => {
      const on = plain(placed, groupPath(letter, 'on'));
      if (on[1] === false) return [on];
      const mode = plain(placed, groupPath(letter, 'mode'));
      return mode[1] === 'ttl' ? [on, mode] : [on, mode, plain(placed, groupPath(letter, 'power'))];
    });
}

const hasLetters = (rig: Rig, placed: Placed): boolean => {
  const radio = radioInUse(placed);
  return radio != null && groupsOf(radio, familyOf(rig, placed))?.length !== 0;
};

const isMaster = ({ settings }: Placed): boolean => settings.role === 'master';

function ofTrigger(rig: Rig, placed: Placed): Planned[] {
  const { profile } = placed;
  if (profile.kind !== 'trigger') return [];
  const roles = new Set(profile.radios.flatMap((radio) => radio.roles));
  return [
    ...netLines(rig, placed),
    ...(roles.size > 1 ? each(placed, 'role') : []),
    ...(isMaster(placed) ? toldGroups(placed) : hasLetters(rig, placed) ? each(placed, 'group') : []),
    ...recorded(placed, 'passive', 'tailDelayUs'),
    ...(profile.selector === true ? each(placed, 'selector') : []),
    ...(profile.passThroughSwitch === true ? each(placed, 'passThrough') : []),
    ...(isMaster(placed) ? each(placed, 'mount') : []),
    ...recorded(placed, 'plugs', 'cord', 'startedInOrder'),
  ];
}

function ofLight(rig: Rig, placed: Placed): Planned[] {
  if (!isFlash(placed)) return [];
  const { settings, profile } = placed;
  const { link = null, receiver = null } = settings;
  const hears = receiver === null && (link === 'radio' || link === 'optical' || isMaster(placed));
  return [
    ...(hears ? netLines(rig, placed) : []),
    ...each(placed, 'role', 'link'),
    ...(link === 'eye' ? each(placed, 'eye') : []),
    ...(isMaster(placed) ? toldGroups(placed) : []),
    ...(hears && !isMaster(placed) && hasLetters(rig, placed) ? each(placed, 'group') : []),
    ...(controllersOf(rig, placed).length > 0 ? [] : byHand(placed)),
    ...recorded(placed, 'hss', 'tailDelayUs', 'trim'),
    ...(profile.lampSwitch === true ? each(placed, 'lamp') : []),
    ...(profile.zoomMm == null ? [] : each(placed, 'zoomAuto')),
    ...(settings.zoomAuto === true ? [] : recorded(placed, 'zoomMm')),
    ...recorded(placed, 'densityLoss', 'subjectM'),
    ...(profile.beeper === true ? each(placed, 'beep') : []),
    ...recorded(placed, 'receiver', 'mount', 'plugs', 'cord', 'startedInOrder'),
  ];
}

/** A metering flash has no power of its own to dial. */
function byHand(placed: Placed): Planned[] {
  const mode = plain(placed, 'mode');
  if (mode[1] === 'ttl') return [mode, ...recorded(placed, 'compensation')];
  return [mode, ...each(placed, 'power'), ...(mode[1] === 'multi' ? each(placed, 'multiPops', 'multiHz') : [])];
}

function ofBody(placed: Placed): Planned[] {
  if (!isBody(placed)) return [];
  const { popup, previewsExposure } = placed.profile;
  return [
    ...each(placed, 'shutterType', 'shutter', 'exposureMode'),
    ...recorded(placed, 'aperture'),
    ...each(placed, 'isoAuto'),
    ...(placed.settings.isoAuto === true ? [] : recorded(placed, 'iso')),
    ...each(placed, 'wbAuto', 'redEye'),
    ...(previewsExposure === true ? each(placed, 'previewOn') : []),
    ...each(placed, 'flashFiring'),
    ...(popup == null || popup === 'none' ? [] : recorded(placed, 'popupUp')),
    ...recorded(placed, 'curtain', 'compensation'),
  ];
}
