/** Mends of a burst a light does not keep up with: fresh cells, or else less power, a slower pace, fewer frames. */
import { isFlash } from '../rig/rig.ts';
import { burstOf, keepsUp } from '../shot/burst.ts';
import { paceOf } from '../shot/pace.ts';
import { toPower } from './modeMends.ts';
import { bodiesIn, type Candidate, type Scene, set, shotsIn } from './scene.ts';

/** A burst shorter than this is no burst. In frames. */
const LEAST_BURST_FRAMES = 2;

/** Stops from one power to the next where nobody recorded the steps of the model: the finest any has. */
const FINEST_STEP = 1 / 3;

export const freshCells = ({ subject }: Scene): Candidate[] => {
  const { cells } = subject.settings;
  return cells == null || cells === 'good' ? [] : [[set(subject, 'cells', 'good')]];
};

/** The most power at which it keeps up. */
export function lessPower(scene: Scene): Candidate[] {
  const { rig, subject } = scene;
  const { floor, step } = subject.profile.kind === 'flash' ? subject.profile.power : {};
  const { mode, power } = subject.settings;
  if (!isFlash(subject) || mode !== 'manual' || power == null || floor == null) return [];
  const paces = shotsIn(scene).map(({ body }) => paceOf(rig, subject, body));
  for (let less = power - (step ?? FINEST_STEP); less >= floor - 1e-9; less -= step ?? FINEST_STEP) {
    const at = Math.round(less * 300) / 300;
    if (paces.every((pace) => pace === null || keepsUp(burstOf(subject, pace, at))))
      return [toPower(scene, subject, at)];
  }
  return [];
}

/** Only as many frames as it keeps up with. */
export function shorterBurst(scene: Scene<'lamp.heat' | 'lamp.recycling'>): Candidate[] {
  const { frame } = scene.params;
  if (frame == null || frame <= LEAST_BURST_FRAMES) return [];
  return bodiesIn(scene).map((body) => [set(body, 'burstFrames', frame - 1)]);
}

export const slowerBurst = (scene: Scene<'lamp.recycling'>): Candidate[] =>
  bodiesIn(scene).map((body) => [set(body, 'secondsBetween', Math.ceil(scene.params.seconds! * 10) / 10)]);
