/** Mends of mode and power, on the light and on what drives it. */
import type { Change } from '../record/change.ts';
import { groupPath } from '../record/settings.ts';
import { hearerOf, type Light } from '../rig/rig.ts';
import { type Candidate, controllerOf, lightsOf, type Scene, set } from './scene.ts';

/** Where a light that metered by itself starts in manual when nobody recorded a power: a sixteenth, to be metered from. */
const START_POWER_STOPS = -4;

/** Mode or power of a light, and of its group on the sender where that sets it. */
function told(scene: Scene, light: Light, field: 'mode' | 'power', value: Change['to']): Change[] {
  const sender = controllerOf(scene, light);
  const letter = hearerOf(scene.rig, light).settings.group;
  const own: Change = { ...set(light, field, null), to: value };
  return sender && letter != null ? [own, { ...set(sender, groupPath(letter, field), value) }] : [own];
}

/** The power wanted, or where a light starts that metered by itself. */
export function startPower({ settings, profile: { power } }: Light): number {
  return settings.power ?? Math.min(Math.max(START_POWER_STOPS, power.floor ?? -12), power.ceiling ?? 0);
}

export function toManual(scene: Scene, light: Light): Change[] {
  const power = startPower(light);
  const [mode, ...groupMode] = told(scene, light, 'mode', 'manual');
  const [own, ...groupPower] = told(scene, light, 'power', power);
  return [mode!, own!, ...groupMode, ...groupPower];
}

export const toPower = (scene: Scene, light: Light, power: number): Change[] => told(scene, light, 'power', power);

export const allToManual = (scene: Scene): Candidate[] => [lightsOf(scene).flatMap((light) => toManual(scene, light))];

export const allToTtl = (scene: Scene): Candidate[] => [
  lightsOf(scene).flatMap((light) => told(scene, light, 'mode', 'ttl')),
];

/** Pops, rate and power down to what the model takes. */
export function withinMultiLimits(scene: Scene): Candidate[] {
  const least = (wanted: number | null | undefined, most: number | null | undefined) =>
    wanted == null || most == null ? wanted : Math.min(wanted, most);
  const changes = lightsOf(scene).flatMap((light) => {
    const { multi } = light.profile;
    const { multiPops, multiHz, power } = light.settings;
    return [
      set(light, 'multiPops', least(multiPops, multi?.pops)),
      set(light, 'multiHz', least(multiHz, multi?.hz)),
      ...toPower(scene, light, least(power, multi?.power) ?? 0),
    ];
  });
  return [changes];
}

/** As much as it takes in all, set on the body or on the light; where that is out of range for either, on both. */
export const withinCompensation = ({ rig, subject, params }: Scene<'power.comp-limit'>): Candidate[] => {
  const body = rig.placed.get(params.body)!;
  const most = Math.sign(params.over) * params.limit;
  const [ofBody, ofLight] = [body.settings.compensation ?? 0, subject.settings.compensation ?? 0];
  // The camera gives up no more than it has.
  const isOfBody = params.over * ofBody > 0 && params.over * (most - ofLight) >= 0;
  return [
    [set(subject, 'compensation', most - ofBody || null)],
    ...(isOfBody ? [[set(body, 'compensation', most - ofLight || null)]] : []),
    [set(subject, 'compensation', most), set(body, 'compensation', null)],
  ];
};
