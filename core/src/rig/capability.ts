/** What a flash can do where it is used: capabilities depend on position, firmware, shoe system and generation. */
import type { Capability } from '../record/profile.ts';
import type { Ability, Position } from '../record/profileTerms.ts';
import { type Check, type FieldRef, fieldRef, missing } from './check.ts';
import { isNewEnough } from './firmware.ts';
import { familyOf, generationOf } from './net.ts';
import { type Body, hearerOf, isTrigger, type Light, type Placed, radioInUse, type Rig } from './rig.ts';
import { carrierOf, isOneSystem, topShoeOf } from './stack.ts';

/** How a light is used in its look; null while what that depends on is not recorded. */
export function positionOf(rig: Rig, light: Light): Position | null {
  switch (light.settings.link) {
    case 'shoe': {
      const carrier = carrierOf(rig, light);
      if (!carrier) return null;
      return isTrigger(carrier) ? 'stacked' : 'on-body';
    }
    case 'cord':
      return 'on-body';
    case 'cable':
      return 'cable';
    case 'eye':
      return 'eye';
    case 'radio':
    case 'optical': {
      const receiver = hearerOf(rig, light);
      if (receiver !== light) return onReceiver(receiver, light);
      const medium = familyOf(rig, light)?.medium;
      return medium ?? (radioInUse(light) === undefined ? null : light.settings.link);
    }
    default:
      return null;
  }
}

/** On a receiver that speaks its system a flash is part of a stack; on any other it is connected to a bare contact. */
function onReceiver(receiver: Placed, light: Light): Position | null {
  if (light.settings.plugs != null) return 'cable';
  const matches = isOneSystem(topShoeOf(receiver), light.profile.foot);
  return matches === null ? null : matches ? 'stacked' : 'cable';
}

function missingForPosition(rig: Rig, light: Light): FieldRef[] {
  if (light.settings.link == null) return [fieldRef(light.id, 'link')];
  if (light.settings.link === 'shoe') return [fieldRef(light.id, 'mount')];
  const receiver = hearerOf(rig, light);
  if (receiver === light) return [fieldRef(light.id, 'family')];
  return missing([light.id, 'profile.foot', light.profile.foot], [receiver.id, 'profile.topShoe', topShoeOf(receiver)]);
}

/** Whether a light can do something in its position, with the first condition that says no. */
export function able(rig: Rig, body: Body, light: Light, ability: Ability): Check {
  const position = positionOf(rig, light);
  const recorded = position === null ? null : (light.profile.can[position]?.[ability] ?? null);
  const params = { position, ability };
  const subject = light.id;
  if (typeof recorded === 'boolean') return { holds: recorded, code: 'lamp.mode', subject, params };
  if (position === null || recorded === null) {
    const fields =
      position === null ? missingForPosition(rig, light) : [fieldRef(light.id, `profile.can.${position}.${ability}`)];
    return { holds: null, code: 'lamp.mode', subject, params, fields };
  }
  const conditions = conditionChecks({ rig, body, light, ability, position }, recorded);
  const decisive = conditions.find((one) => one.holds === false) ?? conditions.find((one) => one.holds === null);
  return decisive ?? { holds: true, code: 'lamp.mode', subject, params };
}

interface Use {
  rig: Rig;
  body: Body;
  light: Light;
  ability: Ability;
  position: Position;
}

/** An ability may need a firmware, a shoe system or a generation of its family. */
function conditionChecks(use: Use, { firmware, shoes, generation }: Exclude<Capability, boolean>): Check[] {
  return [
    ...(firmware == null ? [] : [firmwareCondition(use, firmware)]),
    ...(shoes == null ? [] : [shoeCondition(use, shoes)]),
    ...(generation == null ? [] : [generationCondition(use, generation)]),
  ];
}

function firmwareCondition({ light, position, ability }: Use, needed: string): Check {
  const found = light.unit.firmware ?? null;
  return {
    holds: isNewEnough(found, needed),
    code: 'hearer.firmware',
    subject: light.id,
    params: { position, ability, found, needed },
    fields: [fieldRef(light.id, 'firmware')],
  };
}

function shoeCondition({ body, light }: Use, shoes: readonly string[]): Check {
  const shoe = body.profile.shoe.system ?? null;
  return {
    holds: shoe === null ? null : shoes.includes(shoe),
    code: 'shoe.foreign',
    subject: light.id,
    params: { body: body.id, shoe, foot: shoes.join(', ') },
    fields: missing([body.id, 'profile.shoe.system', shoe]),
  };
}

function generationCondition({ rig, light, ability }: Use, expected: number): Check {
  const generation = generationOf(rig, light);
  return {
    // In a family of one generation there is none to be too old.
    holds: generation === undefined ? null : generation === null || generation.number >= expected,
    code: 'hearer.generation',
    subject: light.id,
    params: { found: generation?.number ?? null, expected, ability },
    fields: [fieldRef(light.id, 'profile.radio.generation')],
  };
}
