/** What stands around one finding: the parts that a mend could touch, and how to write a change to one of them. */
import { type Change, isNoChange } from '../record/change.ts';
import { isByAir, readSetting, type SettingPath, type Settings, type SettingValue } from '../record/settings.ts';
import type { ParamsOf } from '../rig/check.ts';
import type { Code } from '../rig/codes.ts';
import { hearerOf, isFlash, type Light, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import { controlOf } from '../path/passage.ts';
import { type Shot, shotKey, shotRefOf } from '../shot/lightRun.ts';
import { bodiesOf, type Finding } from '../verdict/finding.ts';
import type { Judgement } from '../verdict/judge.ts';
import { costOf, UNMEASURED_WALK_SECONDS } from './cost.ts';

/** Changes that might mend a finding: a guess, until the simulator has proven it. */
export type Candidate = readonly Change[];

/** Guesses for the findings of one code, most natural first. */
export type Mend<C extends Code = Code> = (scene: Scene<C>) => Candidate[];

export interface Scene<C extends Code = Code> {
  judgement: Judgement;
  rig: Rig;
  finding: Finding;
  /** The unit the finding blames. */
  subject: Placed;
  params: ParamsOf<C>;
}

/** At most this many letters, lights or spares are tried per finding: more would not be read. */
export const TRIES = 4;

export function sceneOf<C extends Code>(judgement: Judgement, finding: Finding<C>): Scene<C> {
  const { rig } = judgement;
  return {
    judgement,
    rig,
    finding: finding as Finding,
    subject: rig.placed.get(finding.subject)!,
    params: finding.params,
  };
}

/** The value a setting may take; a group's path takes what its field does. */
type ValueOf<P extends SettingPath> = P extends keyof Settings ? Settings[P] : SettingValue;

export const set = <P extends SettingPath>(placed: Placed, setting: P, to: ValueOf<P>): Change => ({
  unit: placed.id,
  setting,
  from: readSetting(placed.settings, setting),
  to: to as SettingValue,
});

/** A mend of one change to the unit the finding blames. */
export const setting =
  <P extends SettingPath>(path: P, to: ValueOf<P>): Mend =>
  ({ subject }) => [[set(subject, path, to)]];

/** A mend that tries what several mends suggest, one after the other. */
export const firstOf =
  <C extends Code>(...mends: readonly Mend<C>[]): Mend<C> =>
  (scene) =>
    mends.flatMap((mend) => mend(scene));

/** Of ways that are equally natural the cheapest are tried, and all that cost as much as the last of them: no name decides. */
export function cheapestFirst(rig: Rig, ways: readonly Candidate[]): Candidate[] {
  const priced = ways.map((way) => {
    const { seconds, unmeasured } = costOf(
      rig,
      way.filter((change) => !isNoChange(change)),
    );
    return { way, price: seconds + unmeasured * UNMEASURED_WALK_SECONDS };
  });
  priced.sort((a, b) => a.price - b.price);
  const most = priced[TRIES - 1]?.price ?? Infinity;
  return priced.filter(({ price }) => price <= most).map(({ way }) => way);
}

/** The lights that suffer from the finding. */
export const lightsOf = ({ rig, finding }: Scene): Light[] =>
  finding.units.map((id) => rig.placed.get(id)!).filter(isFlash);

/** The bodies in whose shots it shows. */
export const bodiesIn = ({ rig, finding }: Scene): Placed[] => bodiesOf(finding).map((id) => rig.placed.get(id)!);

/** The shots in which it shows: a camera held upright is another shot than the same held level. */
export function shotsIn({ judgement, finding }: Scene): Shot[] {
  const keys = new Set(finding.shots.map(shotKey));
  return judgement.shots.filter((shot) => keys.has(shotKey(shotRefOf(shot))));
}

/** The sender that speaks to the first light of the finding in its shots. */
export function senderIn(scene: Scene): Placed | null {
  for (const shot of shotsIn(scene)) {
    const sender = shot.runs.get(scene.finding.units[0]!)?.sender;
    if (sender != null) return scene.rig.placed.get(sender) ?? null;
  }
  return null;
}

/** Every unit that listens to a sender's family, strangers' left out. */
export function hearersOf(rig: Rig, sender: Placed): Placed[] {
  const family = radioInUse(sender)?.family;
  const hearers = rig.lights
    .filter((light) => isByAir(light.settings) && !rig.strangers.has(light.id))
    .map((light) => hearerOf(rig, light));
  return [...new Set(hearers)].filter((hearer) => radioInUse(hearer)?.family === family);
}

/** The masters of a sender's family: their lights are on the same net. */
export function mastersLike(rig: Rig, sender: Placed): Placed[] {
  const family = radioInUse(sender)?.family;
  return rig.senders.filter(
    (other) => other.settings.role === 'master' && radioInUse(other)?.family === family && !rig.strangers.has(other.id),
  );
}

/** The sender that sets mode and power of a light. */
export function controllerOf({ judgement, rig }: Scene, light: Light): Placed | null {
  for (const shot of judgement.shots) {
    const id = shot.runs.get(light.id)?.sender;
    const sender = id == null ? undefined : rig.placed.get(id);
    if (sender && controlOf({ rig, sender, hearer: hearerOf(rig, light), light }).holds) return sender;
  }
  return null;
}

/** Lights that fire in every shot of the finding, those that do not meter first. */
export function firingIn(scene: Scene): string[] {
  const shots = shotsIn(scene);
  const isMetered = (id: string) => shots.some((shot) => shot.runs.get(id)?.delivery?.metered === true);
  return scene.rig.lights
    .map((light) => light.id)
    .filter((id) => shots.every((shot) => shot.runs.get(id)?.fires === true))
    .sort((a, b) => Number(isMetered(a)) - Number(isMetered(b)));
}
