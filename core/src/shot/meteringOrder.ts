/** When each metered group is measured: one after another, all of them before the shutter. docs/model.md, Events. */
import { isByAir } from '../record/settings.ts';
import { type Body, bodyUnder, hearerOf, type Light, radioInUse, type Rig } from '../rig/rig.ts';

/** How long before the shutter the last metering pulse goes out, in microseconds. */
export const PREFLASH_LEAD_US = 80_000;

/** How much sooner each metered group is measured than the one after it, in microseconds. */
export const PREFLASH_STEP_US = 12_000;

/** The camera's own flash meters by itself, any other with its letter. */
const CAMERA_FLASH = '';
const meteredGroup = (rig: Rig, light: Light): string =>
  isByAir(light.settings) ? (hearerOf(rig, light).settings.group ?? CAMERA_FLASH) : CAMERA_FLASH;

/**
 * The groups a body can have measured, in the order in which they are: those of the lights that listen to a family spoken on
 * it, whatever they are told, so that two letters never share a moment; and its own flash, which comes first.
 */
export function meteredGroups(rig: Rig, body: Body): string[] {
  const masters = (rig.sendersOn.get(body.id) ?? []).filter(
    ({ settings }) => settings.role == null || settings.role === 'master',
  );
  const families = new Set(masters.map((sender) => radioInUse(sender)?.family));
  const isMeasured = (light: Light) => {
    if (!isByAir(light.settings)) return isOnShoe(light) && bodyUnder(rig.placed, light)?.id === body.id;
    const family = radioInUse(hearerOf(rig, light))?.family;
    return family === undefined || families.has(undefined) || families.has(family);
  };
  return [...new Set(rig.lights.filter(isMeasured).map((light) => meteredGroup(rig, light)))].sort();
}

const isOnShoe = ({ settings }: Light): boolean => settings.link === 'shoe' || settings.link === 'cord';

/** @param groups those the look meters, from meteredGroups(). */
export function preflashLeadUs(rig: Rig, light: Light, groups: readonly string[]): number {
  const at = groups.indexOf(meteredGroup(rig, light));
  return PREFLASH_LEAD_US + (at < 0 ? 0 : groups.length - 1 - at) * PREFLASH_STEP_US;
}
