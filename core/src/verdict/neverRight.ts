/** Whether a light is certainly not as meant in a shot, also where nobody can say what becomes of it. docs/model.md, Least work. */
import { meantFor } from '../rig/meantFor.ts';
import type { Rig } from '../rig/rig.ts';
import type { LightRun, Shot } from '../shot/lightRun.ts';
import { isFailing, verdictOf } from './verdict.ts';

/** Silent or wrongly told it is wrong either way; and what comes too late for the shutter is no better later. */
export function isNeverRight(rig: Rig, shot: Shot, run: LightRun): boolean {
  if (run.fires !== null) return isFailing(verdictOf(rig, shot, run));
  if (meantFor(rig, run.light, shot.body).holds !== true) return false;
  const { delivery, light } = run;
  // Where its sender certainly reaches it, another that only may be sooner is not asked what it says.
  const isToldSo = run.path.arrives === null || run.sender === null;
  if (isToldSo && (delivery?.verdict === 'wrong-power' || delivery?.verdict === 'unmetered')) return true;
  const { link, hss, tailDelayUs } = light.settings;
  if (link === 'eye' || link == null || hss === true || tailDelayUs != null) return false;
  const first = shot.timeline.find(
    ({ kind, unit, pulse }) => kind === 'pulse' && unit === light.id && pulse === 'main',
  );
  if (!first || first.atUs < 0) return false;
  const { verdict } = verdictOf(rig, shot, { ...run, delivery, fires: true, atUs: first.atUs, chance: 1 });
  return verdict === 'partial' || verdict === 'late';
}
