/** Settings for a unit newly put into a look, so that it hears what already speaks there: proven before they are offered. */
import { canonical } from '../measure/canonical.ts';
import { radiosOf } from '../record/profile.ts';
import type { Settings } from '../record/settings.ts';
import { lettersBetween } from '../rig/net.ts';
import { type Body, type KitItem, type Placed, radioInUse, type Rig, rigOf } from '../rig/rig.ts';
import { judge } from '../verdict/judge.ts';
import { isFailing } from '../verdict/verdict.ts';

export interface Placing {
  /** The sender it would hear. */
  sender: string;
  body: string;
  settings: Settings;
}

/** One placing for each sender the unit could hear, in the order of the senders' ids. */
export function placingsFor(rig: Rig, item: KitItem): Placing[] {
  const all = rig.bodies.flatMap((body) =>
    (rig.sendersOn.get(body.id) ?? [])
      .filter((sender) => sender.settings.role === 'master' && sender.settings.on !== false)
      .map((sender) => placingOn(rig, body, sender, item))
      .filter((placing) => placing !== null),
  );
  // Two senders on one net are one choice.
  return [...new Map(all.reverse().map((placing) => [canonical(placing.settings), placing])).values()].reverse();
}

function placingOn(rig: Rig, body: Body, sender: Placed, item: KitItem): Placing | null {
  const family = radioInUse(sender)?.family;
  const radios = radiosOf(item.profile).filter((radio) => radio.roles.includes('remote'));
  if (family === undefined || !radios.some((radio) => radio.family === family)) return null;
  const { channel, networkId, pin } = sender.settings;
  const base: Settings = {
    on: true,
    role: 'remote',
    ...(radios.length > 1 && { family }),
    ...(channel != null && { channel }),
    ...(networkId != null && { networkId }),
    ...(pin != null && { pin }),
  };
  const told = groupFor(rig, sender, item, base);
  const settings: Settings = {
    ...base,
    ...told,
    ...(item.profile.kind === 'flash' && {
      link: rig.families.get(family)?.medium === 'optical' ? ('optical' as const) : ('radio' as const),
      lamp: true,
      ...(told.mode === undefined && { mode: 'manual' as const, power: item.profile.power.ceiling ?? 0 }),
    }),
  };
  if (item.profile.kind !== 'flash') return { sender: sender.id, body: body.id, settings };
  // Where several bodies speak on one net it fires for all of them, and is meant to; else for this one alone.
  const whole = [settings, { ...settings, firesFor: [body.id] }].find((tried) => comesWhole(rig, item, tried));
  return whole ? { sender: sender.id, body: body.id, settings: whole } : null;
}

const comesWhole = (rig: Rig, item: KitItem, settings: Settings): boolean =>
  !judge(withUnit(rig, item, settings)).verdicts.some((verdict) => verdict.unit === item.unit.id && isFailing(verdict));

/** A letter the sender already drives in manual: nothing at the camera need change. */
function groupFor(rig: Rig, sender: Placed, item: KitItem, settings: Settings): Settings {
  const trial = withUnit(rig, item, settings);
  const letters = lettersBetween(trial, sender, trial.placed.get(item.unit.id)!) ?? [];
  const driven = letters.find((letter) => {
    const told = sender.settings.groups?.[letter];
    return told?.on === true && told.mode === 'manual' && told.power != null;
  });
  if (driven === undefined) return letters[0] === undefined ? {} : { group: letters[0] };
  return { group: driven, mode: 'manual', power: sender.settings.groups![driven]!.power! };
}

/** The same rig with a unit of the kit put in. */
export function withUnit(rig: Rig, item: KitItem, settings: Settings): Rig {
  const placed = { id: item.unit.id, unit: item.unit, profile: item.profile, settings };
  const all = [...rig.placed.values(), placed].sort((a, b) => (a.id < b.id ? -1 : 1));
  return rigOf(rig.families, all, rig.around);
}
