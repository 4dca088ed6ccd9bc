/** What works and is still worth a word: each rule looks at a judged look and names the units it concerns. */
import { POWER_TOLERANCE_STOPS } from '../exposure/powerScale.ts';
import { roundedToStep } from '../exposure/powerSteps.ts';
import { isByAir } from '../record/settings.ts';
import type { Fault, ParamsOf } from '../rig/check.ts';
import type { BodyNuisance } from '../rig/codeParams.ts';
import type { Code } from '../rig/codes.ts';
import { familyOf } from '../rig/net.ts';
import { isMeantFor } from '../rig/meantFor.ts';
import { hearerOf, isFlash, type Light, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import type { Shot } from '../shot/lightRun.ts';

/** What is worth a word, and the light it concerns. */
export interface Advice {
  fault: Fault;
  light: string;
}

/** A remote that sleeps sooner than this may be asleep when the speeches end. In minutes. */
const SLEEP_SHORT_MINUTES = 20;

/** Full-power fire within this of full warms a head. */
const NEAR_FULL_STOPS = -1;

/** Volts above which old contacts are named wherever they are used. */
const HIGH_VOLTAGE = 24;

export function adviceFor(rig: Rig, shots: readonly Shot[]): Advice[] {
  const fires = new Set(
    shots
      // Turned upright a camera may take the very shot it took level.
      .filter(({ runs }, index) => runs !== shots[index - 1]?.runs)
      .flatMap(({ runs, body }) =>
        [...runs.values()].filter((run) => run.fires === true && isMeantFor(rig, run.light, body)),
      )
      .map((run) => run.light.id),
  );
  const firing = rig.lights.filter((light) => fires.has(light.id));
  if (firing.length === 0) return [];
  const among = amongOf(firing);
  return [
    ...onBodies(rig, firing),
    ...firing.flatMap((light) => onLight(rig, light, among)),
    ...onSenders(rig, firing),
  ];
}

/** What the firing lights have in common, counted once. */
interface Among {
  metered: number;
  versionsByProfile: ReadonlyMap<string, readonly string[]>;
}

function amongOf(firing: readonly Light[]): Among {
  const versions = new Map<string, Set<string>>();
  for (const { profile, unit } of firing) {
    if (unit.firmware == null) continue;
    versions.set(profile.id, (versions.get(profile.id) ?? new Set()).add(unit.firmware));
  }
  return {
    metered: firing.filter((light) => light.settings.mode === 'ttl').length,
    versionsByProfile: new Map([...versions].map(([id, set]) => [id, [...set].sort()])),
  };
}

type NuisanceCode = 'advice.iso-auto' | 'advice.wb-auto' | 'advice.preview-on' | 'advice.red-eye';

function onBodies(rig: Rig, firing: readonly Light[]): Advice[] {
  const rules: readonly (readonly [BodyNuisance, NuisanceCode])[] = [
    ['isoAuto', 'advice.iso-auto'],
    ['wbAuto', 'advice.wb-auto'],
    ['previewOn', 'advice.preview-on'],
    ['redEye', 'advice.red-eye'],
  ];
  return rig.bodies.flatMap((body) =>
    rules
      .filter(([setting]) => body.settings[setting] === true)
      .flatMap(([setting, code]) =>
        firing
          .filter((light) => isMeantFor(rig, light, body))
          .map((light): Advice => ({ fault: { code, subject: body.id, params: { setting } }, light: light.id })),
      ),
  );
}

function onLight(rig: Rig, light: Light, among: Among): Advice[] {
  const faults = [...onLink(light), ...onMetering(rig, light, among), ...onPower(light), ...cautionsOn(light)];
  const versions = among.versionsByProfile.get(light.profile.id) ?? [];
  const mixed = versions.length > 1 ? [about(light, 'advice.mixed-firmware', { versions })] : [];
  return [...faults, ...mixed];
}

const about = <C extends Code>({ id }: Light, code: C, params: ParamsOf<C>): Advice => ({
  fault: { code, subject: id, params } as Fault,
  light: id,
});

function onLink(light: Light): Advice[] {
  const { settings, profile } = light;
  const advice: Advice[] = [];
  const isAir = isByAir(settings);
  if (settings.link === 'eye') advice.push(about(light, 'eye.anyone', {}));
  if (isAir && (profile.eyes ?? []).length === 0 && settings.receiver == null)
    advice.push(about(light, 'advice.no-fallback', {}));
  const minutes = profile.sleepMinutes ?? 0;
  if (isAir && minutes > 0 && minutes < SLEEP_SHORT_MINUTES && profile.wakesByRadio !== true)
    advice.push(about(light, 'advice.sleep-short', { minutes }));
  if (settings.link !== 'shoe' && settings.zoomAuto === true) advice.push(about(light, 'advice.zoom-auto', {}));
  if (settings.beep === true) advice.push(about(light, 'advice.beep', {}));
  return advice;
}

function onMetering(rig: Rig, light: Light, among: Among): Advice[] {
  const { mode, compensation } = light.settings;
  if (mode !== 'ttl') return [];
  const advice: Advice[] = [];
  if (among.metered > 1) advice.push(about(light, 'advice.ttl-drift', {}));
  const body = compensation
    ? rig.bodies.find((one) => one.settings.compensation && isMeantFor(rig, light, one))
    : undefined;
  if (body) {
    const sum = compensation! + body.settings.compensation!;
    advice.push(about(light, 'advice.comp-twice', { body: body.id, sum }));
  }
  return advice;
}

function onPower(light: Light): Advice[] {
  const { mode, power: wanted } = light.settings;
  const { step } = light.profile.power;
  if (mode !== 'manual' || wanted == null || step == null) return [];
  const rounded = roundedToStep(wanted, step);
  const error = rounded - wanted;
  return Math.abs(error) > POWER_TOLERANCE_STOPS
    ? [about(light, 'power.rounded', { light: light.id, wanted, rounded, error })]
    : [];
}

function cautionsOn(light: Light): Advice[] {
  const { link = null, mode, multiHz = null, power } = light.settings;
  const { triggerVoltage: volts, heat } = light.profile;
  const advice: Advice[] = [];
  if (link === 'cable' || link === 'cord') advice.push(about(light, 'caution.trip', { link }));
  if (mode === 'multi') advice.push(about(light, 'caution.strobe', { hz: multiHz }));
  if (volts != null && volts > HIGH_VOLTAGE) advice.push(about(light, 'caution.voltage', { volts }));
  const isNearFull = mode === 'manual' && power != null && power >= NEAR_FULL_STOPS;
  if (heat?.fullPops != null && isNearFull)
    advice.push(about(light, 'caution.heat', { pops: heat.fullPops, rest: heat.restSeconds ?? null }));
  return advice;
}

function onSenders(rig: Rig, firing: readonly Light[]): Advice[] {
  const masters = rig.senders.filter((sender) => sender.settings.role === 'master');
  return masters.flatMap((sender) => {
    const family = radioInUse(sender)?.family;
    const heard = firing.filter(
      (light) => isByAir(light.settings) && radioInUse(hearerOf(rig, light))?.family === family,
    );
    const faults = onSender(rig, sender, family);
    return heard.flatMap((light) => faults.map((fault): Advice => ({ fault, light: light.id })));
  });
}

function onSender(rig: Rig, sender: Placed, family: string | undefined): Fault[] {
  const subject = sender.id;
  const note = familyOf(rig, sender)?.regionNote ?? null;
  const lights = isFlash(sender) && sender.settings.link === 'shoe' && sender.settings.lamp !== false;
  const faults: Fault[] = [];
  if (!hasSpare(rig, sender, family)) faults.push({ code: 'advice.no-spare-master', subject, params: {} });
  if (lights) faults.push({ code: 'advice.master-lights', subject, params: {} });
  if (note !== null) faults.push({ code: 'caution.radio-law', subject, params: { note } });
  return faults;
}

const hasSpare = (rig: Rig, sender: Placed, family: string | undefined): boolean =>
  [...rig.placed.values()].some(
    (other) =>
      other.id !== sender.id &&
      (other.profile.radios ?? []).some((radio) => radio.family === family && radio.roles.includes('master')),
  );
