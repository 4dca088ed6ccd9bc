/** What a meter would read of a press, from what the lights that fire really give. docs/model.md, Readings. */
import { apertures } from '../exposure/aperture.ts';
import { sumOfReadings } from '../exposure/reading.ts';
import { frozenPower } from '../exposure/usualCompensation.ts';
import type { LightRun, Shot } from '../shot/lightRun.ts';
import type { Lit } from './lightLevel.ts';
import { dialStopOf } from './realLight.ts';

export interface MeterShot {
  /** Stops above f/1, of the lights asked for together; null where nothing fired, or nobody can say what it gives. */
  stops: number | null;
  /** Those of them that stayed dark for certain. */
  dark: readonly string[];
}

/**
 * @param asked the lights whose light falls on the meter; the others fire too, and are held off.
 * @param levelOf what a light reads as it is set, in stops above f/1; null where that cannot be said.
 */
export function meterShot(shot: Shot, asked: readonly string[], levelOf: (lit: Lit) => number | null): MeterShot {
  const runs = asked.flatMap((id) => shot.runs.get(id) ?? []);
  const dark = runs.filter(({ fires }) => fires === false).map(({ light }) => light.id);
  const lit = runs.filter(({ fires }) => fires !== false);
  const levels = lit.map((run) => (run.fires === true ? readOf(shot, run, levelOf) : null));
  const isKnown = levels.length > 0 && levels.every((stops) => stops !== null);
  return { stops: isKnown ? sumOfReadings(levels) : null, dark };
}

function readOf({ body }: Shot, { light, delivery, train }: LightRun, levelOf: (lit: Lit) => number | null) {
  const at = (power: number) => levelOf({ light, body, power, train });
  if (delivery === null || delivery.metered === null) return null;
  if (!delivery.metered) return delivery.power === null ? null : at(delivery.power);
  const full = at(0);
  const { aperture } = body.settings;
  const { floor, ceiling } = light.profile.power;
  if (full === null || aperture == null || floor == null || ceiling == null) return null;
  // Metering gives what the aperture asks for, with what is compensated, as far as the lamp goes.
  const most = light.profile.compLimit ?? Infinity;
  const compensation = (light.settings.compensation ?? 0) + (body.settings.compensation ?? 0);
  const asked = apertures.stopsOf(aperture) + Math.min(most, Math.max(-most, compensation));
  return at(Math.min(ceiling, Math.max(floor, frozenPower(asked, full, dialStopOf(light)))));
}
