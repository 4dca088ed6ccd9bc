/** When each metered group is measured: one after another, all of them before the shutter. docs/model.md, Events. */
import { isByAir } from '../record/settings.ts';
import { familyOf } from '../rig/net.ts';
import { type Body, bodyUnder, hearerOf, type Light, type Placed, radioInUse, type Rig } from '../rig/rig.ts';

/** How long before the shutter the last metering pulse goes out, in microseconds. */
export const PREFLASH_LEAD_US = 80_000;

/** How much sooner each metered group is measured than the one after it, in microseconds. */
export const PREFLASH_STEP_US = 12_000;

/** The camera's own flash meters by itself, any other with its letter. */
const CAMERA_FLASH = '';
const meteredGroup = (rig: Rig, light: Light): string =>
  isByAir(light.settings) ? (hearerOf(rig, light).settings.group ?? CAMERA_FLASH) : CAMERA_FLASH;

/**
 * The groups a body has measured, in the order in which they are: those that a light in them wants metered or a sender on the
 * body tells to meter, or may; its own flash first.
 */
export function meteredGroups(rig: Rig, body: Body): string[] {
  const meters = (mode: string | null | undefined) => mode == null || mode === 'ttl';
  const senders = (rig.sendersOn.get(body.id) ?? []).filter(({ settings }) => (settings.role ?? 'master') === 'master');
  const families = new Set(senders.map((sender) => radioInUse(sender)?.family));
  const isReached = (light: Light) => {
    if (!isByAir(light.settings)) return isOnShoeOf(rig, body, light);
    const family = radioInUse(hearerOf(rig, light))?.family;
    return families.size > 0 && (family === undefined || families.has(undefined) || families.has(family));
  };
  const wanted = rig.lights.filter((light) => meters(light.settings.mode) && isReached(light));
  const told = senders.flatMap((sender) => lettersOf(rig, sender).filter((letter) => isToldToMeter(sender, letter)));
  return [...new Set([...wanted.map((light) => meteredGroup(rig, light)), ...told])].sort();
}

const lettersOf = (rig: Rig, sender: Placed): readonly string[] =>
  familyOf(rig, sender)?.groups ?? Object.keys(sender.settings.groups ?? {});

/** Or may be; a letter of which neither is recorded is not in use. */
function isToldToMeter({ settings }: Placed, letter: string): boolean {
  const { on, mode } = settings.groups?.[letter] ?? {};
  return mode === 'ttl' ? on !== false : mode == null && on === true;
}

const isOnShoeOf = (rig: Rig, body: Body, light: Light): boolean =>
  (light.settings.link === 'shoe' || light.settings.link === 'cord') && bodyUnder(rig.placed, light)?.id === body.id;

/** @param groups those the look meters, from meteredGroups(). */
export function preflashLeadUs(rig: Rig, light: Light, groups: readonly string[]): number {
  const at = groups.indexOf(meteredGroup(rig, light));
  return PREFLASH_LEAD_US + (at < 0 ? 0 : groups.length - 1 - at) * PREFLASH_STEP_US;
}
