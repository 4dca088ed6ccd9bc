/** What each light of a net is wanted to do in each look, and which letters reach it. docs/model.md, Groups. */
import type { Net } from '../air/nets.ts';
import { canonical } from '../measure/canonical.ts';
import { AT_UNIT_SECONDS } from '../mend/cost.ts';
import { UNMEASURED_WALK_SECONDS } from '../mend/cost.ts';
import { controlOf } from '../path/passage.ts';
import { type GroupSettings, isByAir, readSetting, groupPath } from '../record/settings.ts';
import type { Fault } from '../rig/check.ts';
import { lettersBetween } from '../rig/net.ts';
import { sendersServing } from '../rig/serving.ts';
import { hearerOf, type Light, type Placed, radioInUse, type Rig } from '../rig/rig.ts';

/** What a light is wanted to do in one look. */
export interface Want {
  /** Equal for two lights one letter can serve. */
  key: string;
  /** What a sender would tell its group. */
  told: GroupSettings;
  /** No sender sets it here: somebody walks to it whenever its want changes, and nothing overwrites it. */
  forced: boolean;
  /** A visit to it, in seconds. */
  seconds: number;
  /** Its letter as the look has it. */
  letter: string | null;
  /** What its sender tells that letter at present is what is wanted. */
  isTold: boolean;
}

export interface GroupLight {
  light: string;
  /** What is set to a letter: its receiver, or the light itself. */
  hearer: string;
  purpose: string;
  /** By look; null where it is not in the look. */
  wants: readonly (Want | null)[];
  /** Letters every sender that serves it can speak so that it understands. */
  letters: readonly string[];
  /** The letter on it as somebody dialled it; null where nobody did. */
  dialled: string | null;
  /** The letter of the first look it is in. */
  planned: string | null;
}

/** A light that no sender sets in any look, or none by a letter they all know, and what stands in the way; null where that is not recorded. */
export interface OutOfReach {
  light: string;
  fault: Fault | null;
}

export interface GroupTask {
  net: Net;
  /** Ids of the looks, in the order of the evening. */
  looks: readonly string[];
  lights: readonly GroupLight[];
  /** All letters of the net, in order. */
  letters: readonly string[];
  outOfReach: readonly OutOfReach[];
}

interface InLook {
  rig: Rig;
  light: Light;
  hearer: Placed;
  senders: readonly Placed[];
}

/** @param rigs the looks in the order of the evening, with their ids. */
export function groupTask(net: Net, looks: readonly { id: string; rig: Rig }[]): GroupTask {
  const found = new Map<string, (InLook | null)[]>();
  looks.forEach(({ rig }, index) => {
    for (const one of lightsOn(net, rig)) {
      const row = found.get(one.light.id) ?? looks.map(() => null);
      row[index] = one;
      found.set(one.light.id, row);
    }
  });
  const rows = [...found].sort(([a], [b]) => (a < b ? -1 : 1));
  const lights = rows.map(([id, row]) => groupLight(id, row)).filter(({ letters }) => letters.length > 0);
  const reached = new Set(lights.map(({ light }) => light));
  return {
    net,
    looks: looks.map(({ id }) => id),
    lights,
    letters: [...new Set(lights.flatMap(({ letters }) => letters))].sort(),
    outOfReach: rows.filter(([id]) => !reached.has(id)).map(([light, row]) => outOfReach(light, row)),
  };
}

function lightsOn(net: Net, rig: Rig): InLook[] {
  const members = new Set(net.members.map(({ unit }) => unit));
  return rig.lights.flatMap((light): InLook[] => {
    const hearer = hearerOf(rig, light);
    const isOn = isByAir(light.settings) && members.has(hearer.id) && radioInUse(hearer)?.family === net.family.id;
    return isOn ? [{ rig, light, hearer, senders: sendersServing(rig, light) }] : [];
  });
}

/** Letters that set a light in a look; null where no sender does. */
function lettersOf({ rig, light, hearer, senders }: InLook): readonly string[] | null {
  if (senders.length === 0) return null;
  if (!senders.every((sender) => controlOf({ rig, sender, hearer, light }).holds === true)) return null;
  const all = senders.map((sender) => lettersBetween(rig, sender, hearer) ?? []);
  return all[0]!.filter((letter) => all.every((letters) => letters.includes(letter)));
}

function groupLight(light: string, row: readonly (InLook | null)[]): GroupLight {
  const present = row.filter((one) => one !== null);
  const letters = present.map(lettersOf).filter((one) => one !== null);
  const [first] = present;
  return {
    light,
    hearer: first!.hearer.id,
    purpose: first!.light.settings.purpose ?? '',
    wants: row.map((one) => one && wantOf(one)),
    letters: (letters[0] ?? []).filter((letter) => letters.every((others) => others.includes(letter))),
    dialled: (first!.hearer.unit.dialled?.group?.value as string | undefined) ?? null,
    planned: first!.hearer.settings.group ?? null,
  };
}

function wantOf(one: InLook): Want {
  const { light, hearer, senders } = one;
  const { mode = null, power = null, compensation = null, multiPops = null, multiHz = null, on } = light.settings;
  const isOff = on === false;
  const told: GroupSettings = isOff ? { on: false } : { on: true, mode, ...(mode !== 'ttl' && { power }) };
  const key = isOff
    ? 'off'
    : canonical(
        mode === 'ttl' ? [mode, compensation] : [mode, power, ...(mode === 'multi' ? [multiPops, multiHz] : [])],
      );
  const letter = hearer.settings.group ?? null;
  return {
    key,
    told,
    forced: lettersOf(one) === null,
    seconds: AT_UNIT_SECONDS + (light.settings.walkSeconds ?? UNMEASURED_WALK_SECONDS),
    letter,
    isTold: letter !== null && senders.every((sender) => tells(sender, letter, told)),
  };
}

function tells(sender: Placed, letter: string, told: GroupSettings): boolean {
  const now = (field: 'on' | 'mode' | 'power') => readSetting(sender.settings, groupPath(letter, field));
  if (told.on === false) return now('on') === false;
  return (
    now('on') !== false && now('mode') === (told.mode ?? null) && (told.power == null || now('power') === told.power)
  );
}

function outOfReach(light: string, row: readonly (InLook | null)[]): OutOfReach {
  for (const one of row) {
    if (!one) continue;
    for (const sender of one.senders) {
      const { fault } = controlOf({ rig: one.rig, sender, hearer: one.hearer, light: one.light });
      if (fault) return { light, fault };
    }
  }
  return { light, fault: null };
}
