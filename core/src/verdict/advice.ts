/** What works and is still worth a word: each rule looks at a judged look and names the units it concerns. */
import type { Code, Params } from '../rig/codes.ts';
import { isByAir } from '../record/look.ts';
import { familyOf } from '../rig/net.ts';
import { hearerOf, isFlash, isMeantFor, type Light, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import type { Shot } from '../shot/lightRun.ts';
import { POWER_TOLERANCE_STOPS } from '../measure/stops.ts';

export interface Advice {
  code: Code;
  subject: string;
  light: string;
  params: Params;
}

/** A remote that sleeps sooner than this may be asleep when the speeches end. In minutes. */
const SLEEP_SHORT_MINUTES = 20;

/** Full-power fire within this of full warms a head. */
const NEAR_FULL_STOPS = -1;

/** Volts above which old contacts are named wherever they are used. */
const HIGH_VOLTAGE = 24;

export function adviceFor(rig: Rig, shots: readonly Shot[]): Advice[] {
  const fires = new Set(
    shots.flatMap((shot) =>
      [...shot.runs.values()]
        .filter((run) => run.fires === true && isMeantFor(rig, run.light, shot.body))
        .map((run) => run.light.id),
    ),
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

function onBodies(rig: Rig, firing: readonly Light[]): Advice[] {
  const rules = [
    ['isoAuto', 'advice.iso-auto'],
    ['wbAuto', 'advice.wb-auto'],
    ['previewOn', 'advice.preview-on'],
    ['redEye', 'advice.red-eye'],
  ] as const;
  return rig.bodies.flatMap((body) =>
    rules
      .filter(([setting]) => body.settings[setting] === true)
      .flatMap(([setting, code]) =>
        firing
          .filter((light) => isMeantFor(rig, light, body))
          .map((light) => ({ code, subject: body.id, light: light.id, params: { setting } })),
      ),
  );
}

function onLight(rig: Rig, light: Light, among: Among): Advice[] {
  const { settings, profile } = light;
  const advice: Advice[] = [];
  const say = (code: Code, params: Params = {}, subject = light.id) =>
    advice.push({ code, subject, light: light.id, params });
  const offCamera = settings.link !== 'shoe';
  if (settings.link === 'eye') say('eye.anyone');
  if (isByAir(settings) && (profile.eyes ?? []).length === 0 && settings.receiver == null) say('advice.no-fallback');
  const sleep = profile.sleepMinutes;
  if (isByAir(settings) && sleep != null && sleep > 0 && sleep < SLEEP_SHORT_MINUTES && profile.wakesByRadio !== true)
    say('advice.sleep-short', { minutes: sleep });
  if (offCamera && settings.zoomAuto === true) say('advice.zoom-auto');
  if (settings.beep === true) say('advice.beep');
  if (settings.link === 'cable' || settings.link === 'cord') say('caution.trip', { link: settings.link });
  if (settings.mode === 'ttl' && among.metered > 1) say('advice.ttl-drift');
  if (settings.mode === 'ttl' && settings.compensation) {
    const body = rig.bodies.find((one) => one.settings.compensation && isMeantFor(rig, light, one));
    if (body) say('advice.comp-twice', { body: body.id, sum: settings.compensation + body.settings.compensation! });
  }
  const { step } = profile.power;
  if (settings.mode === 'manual' && settings.power != null && step != null) {
    // Ties go towards less light (handbook 05).
    const rounded = Math.floor(settings.power / step + 0.5 - 1e-9) * step;
    const error = rounded - settings.power;
    if (Math.abs(error) > POWER_TOLERANCE_STOPS) say('power.rounded', { wanted: settings.power, rounded, error });
  }
  if (settings.mode === 'multi') say('caution.strobe', { hz: settings.multiHz ?? null });
  if (profile.triggerVoltage != null && profile.triggerVoltage > HIGH_VOLTAGE)
    say('caution.voltage', { volts: profile.triggerVoltage });
  if (profile.heat?.fullPops != null && settings.mode === 'manual' && (settings.power ?? -9) >= NEAR_FULL_STOPS)
    say('caution.heat', { pops: profile.heat.fullPops, rest: profile.heat.restSeconds ?? null });
  const versions = among.versionsByProfile.get(profile.id) ?? [];
  if (versions.length > 1) say('advice.mixed-firmware', { versions });
  return advice;
}

function onSenders(rig: Rig, firing: readonly Light[]): Advice[] {
  const advice: Advice[] = [];
  const masters = [...new Set([...rig.sendersOn.values()].flat())].filter(
    (sender) => sender.settings.role === 'master',
  );
  for (const sender of masters) {
    const family = radioInUse(sender)?.family;
    const heard = firing.filter(
      (light) => isByAir(light.settings) && radioInUse(hearerOf(rig, light))?.family === family,
    );
    const spare = hasSpare(rig, sender, family);
    const note = familyOf(rig, sender)?.regionNote;
    for (const light of heard) {
      const say = (code: Code, params: Params = {}) =>
        advice.push({ code, subject: sender.id, light: light.id, params });
      if (!spare) say('advice.no-spare-master');
      if (isFlash(sender) && sender.settings.link === 'shoe' && sender.settings.lamp !== false)
        say('advice.master-lights');
      if (note != null) say('caution.radio-law', { note });
    }
  }
  return advice;
}

const hasSpare = (rig: Rig, sender: Placed, family: string | undefined): boolean =>
  [...rig.placed.values()].some(
    (other) =>
      other.id !== sender.id &&
      (other.profile.radios ?? []).some((radio) => radio.family === family && radio.roles.includes('master')),
  );
