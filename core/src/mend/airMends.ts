/** Mends of where a light stands: nearer, in sight, turned to what it must see, in general or to the one unit it is noted for. */
import { BOUNCE_DB, BOUNCE_SUN_DB, BOUNCE_WAY } from '../measure/chance.ts';
import type { Change } from '../record/change.ts';
import type { PairField } from '../record/settingTerms.ts';
import { pairPath, type SettingValue } from '../record/settings.ts';
import { isFlash, type Light } from '../rig/rig.ts';
import { type Candidate, lightsOf, type Mend, type Scene, set, shotsIn } from './scene.ts';
import { heldLevel } from './shutterMends.ts';

/** Where a light's distance or sight is noted of what reaches it in the finding's shots, there; else in general. */
function noted(scene: Scene, light: Light, field: PairField, to: SettingValue): Change[] {
  const { from, sees } = light.settings;
  const others = new Set(shotsIn(scene).flatMap((shot) => [shot.runs.get(light.id)?.sender, shot.body.id]));
  for (const seen of sees ?? []) others.add(seen);
  const pairs = Object.entries(from ?? {}).filter(([id, pair]) => others.has(id) && pair[field] != null);
  if (pairs.length === 0) return [{ ...set(light, field, null), to }];
  return pairs.map(([id]) => ({ ...set(light, pairPath(id, field), null), to }));
}

const forSubject = (scene: Scene, field: PairField, to: SettingValue): Candidate[] =>
  isFlash(scene.subject) ? [noted(scene, scene.subject, field, to)] : [];

/** A bounce uses up so much of the reach. */
const BOUNCE_PART = BOUNCE_WAY * 10 ** (BOUNCE_DB / 20);
const BOUNCE_SUN_PART = BOUNCE_PART * 10 ** (BOUNCE_SUN_DB / 20);

/** As near as the link is stated to reach; by a bounce it reaches less far, and the straight way is the other mend. */
export const withinReach: Mend<'air.sun' | 'air.range'> = (scene) => {
  const { params, finding } = scene;
  if (params.bounce !== true) return forSubject(scene, 'distanceM', params.reachM);
  const part = finding.code === 'air.sun' ? BOUNCE_SUN_PART : BOUNCE_PART;
  const near =
    params.reachM === null ? [] : forSubject(scene, 'distanceM', Math.floor((10 * params.reachM) / part) / 10);
  return [...forSubject(scene, 'sight', 'direct'), ...near];
};

export const clearSight: Mend<'air.no-sight'> = (scene) => {
  const straight = forSubject(scene, 'sight', 'direct');
  return scene.params.upright
    ? [...forSubject(scene, 'sightUpright', 'direct'), ...straight, ...heldLevel(scene)]
    : straight;
};

export const turnedTo: Mend<'air.angle'> = (scene) => forSubject(scene, 'offAxis', 0);

/** So near that it comes through in spite of everything else, in whole metres. */
export const nearEnough: Mend = (scene) =>
  lightsOf(scene).flatMap((light) => {
    const general = light.settings.distanceM ?? null;
    const metres = Object.values(light.settings.from ?? {}).map((pair) => pair.distanceM ?? null);
    const furthest = Math.max(...[general, ...metres].map((value) => value ?? -1));
    if (furthest < 0) return [];
    return [2, 4].map((part) => noted(scene, light, 'distanceM', Math.max(1, Math.floor(furthest / part))));
  });
