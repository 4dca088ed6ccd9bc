/** When each metered group is measured: one after another, all of them before the shutter. docs/model.md, Events. */
import { isByAir } from '../record/settings.ts';
import { isMeantFor } from '../rig/meantFor.ts';
import { type Body, hearerOf, type Light, type Rig } from '../rig/rig.ts';

/** How long before the shutter the last metering pulse goes out, in microseconds. */
export const PREFLASH_LEAD_US = 80_000;

/** How much sooner each metered group is measured than the one after it, in microseconds. */
export const PREFLASH_STEP_US = 12_000;

/** The camera's own flash meters by itself, any other with its letter. */
const CAMERA_FLASH = '';
const meteredGroup = (rig: Rig, light: Light): string =>
  isByAir(light.settings) ? (hearerOf(rig, light).settings.group ?? CAMERA_FLASH) : CAMERA_FLASH;

/** The groups that the lights meant for a body are to be metered in, in the order in which they are measured. */
export function meteredGroups(rig: Rig, body: Body): string[] {
  const metered = rig.lights.filter(
    (light) =>
      light.settings.mode !== 'manual' && light.settings.mode !== 'multi' && isMeantFor(rig, light, body) !== false,
  );
  return [...new Set(metered.map((light) => meteredGroup(rig, light)))].sort();
}

/** @param groups those the look meters, from meteredGroups(). */
export function preflashLeadUs(rig: Rig, light: Light, groups: readonly string[]): number {
  const at = groups.indexOf(meteredGroup(rig, light));
  return PREFLASH_LEAD_US + (at < 0 ? 0 : groups.length - 1 - at) * PREFLASH_STEP_US;
}
