/** Several controllers on one net: who speaks to a light, and who says otherwise. The last to speak wins. */
import { both, same, type Tri } from '../measure/tri.ts';
import { groupPath } from '../record/settings.ts';
import { type FieldRef, fieldRef, missing } from '../rig/check.ts';
import { byLikeness } from '../rig/likeness.ts';
import { missingId, networkIdOf } from '../rig/net.ts';
import { isBody, type Placed, radioInUse } from '../rig/rig.ts';
import { senderSleeps } from '../rig/sleep.ts';
import type { Hop } from './hop.ts';

export interface Speaker {
  /** Null where what is not recorded decides who it is. */
  sender: Placed | null;
  unknown: readonly FieldRef[];
}

/**
 * A passive sender leaves settings to another controller of its net, if there is one. Of several the one that is furthest
 * from what the light wants counts: any of them may be the last to speak.
 */
export function speakerFor({ rig, sender: passive, hearer, light }: Omit<Hop, 'body'>): Speaker {
  const letter = hearer.settings.group;
  const others = othersOnNet(rig, passive).map((one) => {
    const isOn = letter == null ? null : (one.other.settings.groups?.[letter]?.on ?? null);
    const field = letter == null ? fieldRef(hearer.id, 'group') : fieldRef(one.other.id, groupPath(letter, 'on'));
    return { ...one, speaks: both(one.speaks, isOn), fields: isOn === null ? [...one.fields, field] : one.fields };
  });
  const open = others.filter(({ speaks }) => speaks === null);
  if (open.length > 0) return { sender: null, unknown: open.flatMap(({ fields }) => fields) };
  const speaking = others.filter(({ speaks }) => speaks === true).map(({ other }) => other);
  if (speaking.length < 2) return { sender: speaking[0] ?? passive, unknown: [] };
  const unsaid = speaking.flatMap((one) => unsaidBy(one, letter!));
  if (unsaid.length > 0) return { sender: null, unknown: unsaid };
  const byFarness = (a: Placed, b: Placed) => farOff(b, light, letter!) - farOff(a, light, letter!) || byLikeness(a, b);
  return { sender: speaking.sort(byFarness)[0]!, unknown: [] };
}

/** What nobody recorded of what a controller tells a group. */
function unsaidBy({ id, settings }: Placed, letter: string): FieldRef[] {
  const { mode, power } = settings.groups?.[letter] ?? {};
  return missing([id, groupPath(letter, 'mode'), mode], [id, groupPath(letter, 'power'), mode === 'ttl' ? 0 : power]);
}

/** Further off than any power, in half stops. */
const OTHER_MODE = 1000;

/** How far what a controller says is from what a light wants: another mode is further than any power; brighter, than darker. */
function farOff({ settings }: Placed, { settings: wanted }: Hop['light'], letter: string): number {
  const told = settings.groups?.[letter];
  if (told?.mode !== wanted.mode) return OTHER_MODE;
  const stops = (told?.power ?? 0) - (wanted.power ?? 0);
  return 2 * Math.abs(stops) + (stops > 0 ? 0.5 : 0);
}

/** The id of another controller on the same channel and ID that says what the light should have. */
export function rivalOf({ rig, sender, light }: Hop, letter: string, setting: 'mode' | 'power'): string | null {
  const wanted = light.settings[setting];
  const others = othersOnNet(rig, sender).filter(({ other, speaks }) => {
    const told = other.settings.groups?.[letter];
    return speaks === true && told?.on === true && wanted != null && told[setting] === wanted;
  });
  return others.sort((a, b) => byLikeness(a.other, b.other))[0]?.other.id ?? null;
}

interface Other {
  other: Placed;
  speaks: Tri;
  /** What is not recorded where that is open. */
  fields: readonly FieldRef[];
}

/** Other controllers of a sender's family, in somebody's hand too, and whether they speak on its channel and ID. */
function othersOnNet(rig: Hop['rig'], sender: Placed): Other[] {
  const family = radioInUse(sender)?.family;
  return rig.senders.flatMap((other): Other[] => {
    const { role, on, passive, channel } = other.settings;
    const radio = radioInUse(other);
    if (other.id === sender.id || passive === true || radio === null || family === undefined) return [];
    const speaks = [
      same(radio?.family, family),
      same(role, 'master'),
      isAwake(rig, other),
      same(channel, sender.settings.channel),
      same(networkIdOf(rig, other), networkIdOf(rig, sender)),
    ].reduce(both);
    if (speaks === false) return [];
    const fields = [
      ...missing(
        [other.id, 'family', radio?.family],
        [other.id, 'role', role],
        [other.id, 'on', isBody(other) ? true : on],
        [other.id, 'profile.sleepMinutes', isBody(other) ? false : senderSleeps(rig, other)],
        [other.id, 'channel', channel],
        [sender.id, 'channel', sender.settings.channel],
      ),
      ...missingId(rig, other),
      ...missingId(rig, sender),
    ];
    return [{ other, speaks, fields }];
  });
}

/** One that is off, asleep, broken or whose cells are flat never speaks. */
function isAwake(rig: Hop['rig'], other: Placed): Tri {
  if (isBody(other)) return true;
  const { on = null, cells } = other.settings;
  if (cells === 'flat' || other.settings.broken === true) return false;
  const sleeps = senderSleeps(rig, other);
  return both(on, sleeps === null ? null : !sleeps);
}
