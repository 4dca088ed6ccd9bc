/** Mends at the camera: the shutter, and how it is held. */
import { fastestLabelAtLeast } from '../measure/stops.ts';
import { isBody, type Placed } from '../rig/rig.ts';
import { LONGEST_DECAY_US } from '../shot/frameLoss.ts';
import { pulseDecayUs } from '../shot/pulseShape.ts';
import { bodiesIn, type Candidate, lightsOf, type Scene, set, shotsIn } from './scene.ts';

/** Delay of a slow link with an eye behind it, in microseconds. */
const SLOW_LINK_US = 1500;

/** Time constants after which all but a third of a stop of a pulse is out: 1 - e^-x is 2^(-1/3) at 1.58. */
const PULSE_OVER_DECAYS = 1.58;

export function flashShutters({ subject }: Scene): Candidate[] {
  if (!isBody(subject)) return [];
  const types = subject.profile.shutters.filter((shutter) => shutter.flash === true).map((shutter) => shutter.type);
  return types.map((type) => [set(subject, 'shutterType', type)]);
}

export const heldLevel = (scene: Scene): Candidate[] => bodiesIn(scene).map((body) => [set(body, 'attitudes', null)]);

/** A change of a body's shutter to a label; none where no label is slow enough. */
const toShutter = (body: Placed, leastUs: number): Candidate[] => {
  const label = fastestLabelAtLeast(leastUs);
  return label === null ? [] : [[set(body, 'shutter', label)]];
};

/** Slow enough that the pulse, or the last of several, is over to a third of a stop before the first row closes. */
export const pastThePulse = (scene: Scene): Candidate[] =>
  shotsIn(scene).flatMap((shot) => {
    const needed = scene.finding.units.map((id) => {
      const run = shot.runs.get(id);
      const decayUs = run && pulseDecayUs(run.light, run.delivery?.power ?? 0);
      // Without its tail delay it comes when the first curtain is home.
      const atUs = run?.tail ? (shot.curtain.tauUs ?? 0) + run.path.latencyUs : (run?.lastUs ?? run?.atUs ?? 0);
      // A leaf shutter has no time in hand: what nobody recorded may last as long as any flash does.
      const unrecorded = shot.curtain.tauUs === 0 ? LONGEST_DECAY_US : 0;
      return atUs + PULSE_OVER_DECAYS * (decayUs ?? unrecorded);
    });
    const noTail = lightsOf(scene)
      .filter((light) => light.settings.tailDelayUs != null)
      .map((light) => set(light, 'tailDelayUs', null));
    const slower = toShutter(shot.body, Math.max(...needed));
    return noTail.length === 0 ? slower : [...slower, ...slower.map((changes) => [...changes, ...noTail])];
  });

/** A tail that starts sooner or later may lie better over the passing slit. */
export function shorterTail(scene: Scene): Candidate[] {
  const [light] = lightsOf(scene);
  const delayUs = light?.settings.tailDelayUs;
  return light && delayUs != null ? [0, delayUs / 2].map((us) => [set(light, 'tailDelayUs', Math.round(us))]) : [];
}

/** Slow enough for the whole frame by itself, with the delay of a slow link in hand. */
export const withinSync = (scene: Scene): Candidate[] =>
  shotsIn(scene)
    .filter((shot) => shot.curtain.tauUs !== null)
    .flatMap((shot) => toShutter(shot.body, shot.curtain.tauUs! + SLOW_LINK_US));

/** Where the light can, the shutter may stay as fast as it is. */
export const highSpeed = (scene: Scene): Candidate[] => [lightsOf(scene).map((light) => set(light, 'hss', true))];

/** Row 0 closes after the open time t, so the whole frame is lit when t is at least the pulse's time. */
export function slowerShutter(scene: Scene): Candidate[] {
  const { judgement, finding, subject } = scene;
  const late = judgement.verdicts
    .filter((verdict) => verdict.shot === subject.id && finding.units.includes(verdict.unit))
    .map((verdict) => verdict.lastUs ?? verdict.atUs ?? 0);
  // Where the pulse is slow, a shutter that only just takes its start in is no good.
  return [...toShutter(subject, Math.max(...late)), ...pastThePulse(scene)];
}
