/** A sender that is set otherwise than its lights, which agree with each other. docs/model.md, The odd one out. */
import { isByAir } from '../record/settings.ts';
import { canBeSet } from './canBeSet.ts';
import { isMeantFor } from './meantFor.ts';
import { networkIdOf } from './net.ts';
import { bodyUnder, hearerOf, type Light, type Placed, radioInUse, type Rig } from './rig.ts';

/** What sender and hearers must share. */
export type Shared = 'channel' | 'networkId' | 'pin';

/** So many hearers must say the same before it is the sender that is set wrong. */
export const LEAST_AGREEING = 2;

export interface Odd {
  /** What the hearers are set to. */
  agreed: number;
  /** Those that are, in id order. */
  hearers: readonly string[];
}

const found = new WeakMap<Rig, Map<string, Odd | null>>();

/**
 * What most of a sender's hearers are set to where that is not what the sender is set to, and it can be; null where as many
 * agree with the sender, where they do not agree among themselves, or where the sender has no such value.
 */
export function oddSender(rig: Rig, sender: Placed, setting: Shared): Odd | null {
  let known = found.get(rig);
  if (!known) found.set(rig, (known = new Map()));
  const key = `${setting} ${sender.id}`;
  if (!known.has(key)) known.set(key, agreedAgainst(rig, sender, setting));
  return known.get(key)!;
}

function agreedAgainst(rig: Rig, sender: Placed, setting: Shared): Odd | null {
  const byValue = new Map<number, string[]>();
  for (const hearer of hearersFor(rig, sender)) {
    const value = sharedValue(rig, hearer, setting);
    if (value !== null) byValue.set(value, [...(byValue.get(value) ?? []), hearer.id]);
  }
  const most = [...byValue].sort((a, b) => b[1].length - a[1].length);
  const [first, second] = most;
  if (!first || first[1].length < LEAST_AGREEING || second?.[1].length === first[1].length) return null;
  const [agreed, hearers] = first;
  if (agreed === sharedValue(rig, sender, setting) || !canBeSet(rig, sender, setting, agreed)) return null;
  return { agreed, hearers: hearers.sort() };
}

export const sharedValue = (rig: Rig, placed: Placed, setting: Shared): number | null =>
  (setting === 'networkId' ? networkIdOf(rig, placed) : placed.settings[setting]) ?? null;

/** Everything of its family that should listen to it: of lights meant for the body it is on. */
function hearersFor(rig: Rig, sender: Placed): Placed[] {
  const body = bodyUnder(rig.placed, sender);
  if (!body) return [];
  const family = radioInUse(sender)?.family;
  const listens = (light: Light) =>
    isByAir(light.settings) && !rig.strangers.has(light.id) && isMeantFor(rig, light, body) === true;
  const hearers = new Set(rig.lights.filter(listens).map((light) => hearerOf(rig, light)));
  return [...hearers].filter((hearer) => radioInUse(hearer)?.family === family);
}
