/** What a flash can do where it is used: capabilities depend on position, firmware, shoe system and generation. */
import type { Code, Params } from './codes.ts';
import { isNewEnough } from './firmware.ts';
import { familyOf, generationOf } from './net.ts';
import type { Ability, Position } from '../record/profile.ts';
import { type Body, hearerOf, type Light, radioInUse, type Rig } from './rig.ts';
import { carrierOf, isOneSystem } from './stack.ts';
import { type FieldRef, missing, type Tri } from '../path/signalPath.ts';

/** How a light is used in its look; null while what that depends on is not recorded. */
export function positionOf(rig: Rig, light: Light): Position | null {
  switch (light.settings.link) {
    case 'shoe': {
      const carrier = carrierOf(rig, light);
      if (!carrier) return null;
      return carrier.profile.kind === 'trigger' ? 'stacked' : 'on-body';
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

/** On a receiver that speaks its system a flash is part of a stack; on any other it hangs on a bare contact. */
function onReceiver(receiver: ReturnType<typeof hearerOf>, light: Light): Position | null {
  if (light.settings.plugs != null) return 'cable';
  const matches = isOneSystem(
    receiver.profile.kind === 'trigger' ? receiver.profile.topShoe : 'none',
    light.profile.foot,
  );
  return matches === null ? null : matches ? 'stacked' : 'cable';
}

function missingForPosition(rig: Rig, light: Light): FieldRef[] {
  if (light.settings.link == null) return [{ unit: light.id, field: 'link' }];
  if (light.settings.link === 'shoe') return [{ unit: light.id, field: 'mount' }];
  const receiver = hearerOf(rig, light);
  if (receiver === light) return [{ unit: light.id, field: 'family' }];
  const top = receiver.profile.kind === 'trigger' ? receiver.profile.topShoe : 'none';
  return missing([light.id, 'profile.foot', light.profile.foot], [receiver.id, 'profile.topShoe', top]);
}

export interface Able {
  holds: Tri;
  /** What is to blame when it does not hold. */
  code: Code;
  subject: string;
  params: Params;
  /** What is missing when it is open. */
  fields: readonly FieldRef[];
}

const PLAIN_YES = { holds: true, code: 'lamp.mode' as Code, params: {}, fields: [] };

/** Whether a light can do something in its position, with the first condition that says no. */
export function able(rig: Rig, body: Body, light: Light, ability: Ability): Able {
  const position = positionOf(rig, light);
  // By far the commonest answer, made without more ado.
  if (position !== null && light.profile.can[position]?.[ability] === true) return { ...PLAIN_YES, subject: light.id };
  const base = { code: 'lamp.mode' as Code, subject: light.id, params: { position, ability } };
  if (position === null) {
    return { ...base, holds: null, fields: missingForPosition(rig, light) };
  }
  const recorded = light.profile.can[position]?.[ability] ?? null;
  if (recorded === null) {
    return { ...base, holds: null, fields: [{ unit: light.id, field: `profile.can.${position}.${ability}` }] };
  }
  if (typeof recorded === 'boolean') return { ...base, holds: recorded, fields: [] };
  const conditions: Able[] = [];
  if (recorded.firmware != null) {
    const found = light.unit.firmware ?? null;
    conditions.push({
      holds: isNewEnough(found, recorded.firmware),
      code: 'hearer.firmware',
      subject: light.id,
      params: { position, ability, found, needed: recorded.firmware },
      fields: [{ unit: light.id, field: 'firmware' }],
    });
  }
  if (recorded.shoes != null) {
    const shoe = body.profile.shoe.system ?? null;
    conditions.push({
      holds: shoe === null ? null : recorded.shoes.includes(shoe),
      code: 'shoe.foreign',
      subject: light.id,
      params: { body: body.id, shoe, foot: recorded.shoes.join(', ') },
      fields: missing([body.id, 'profile.shoe.system', shoe]),
    });
  }
  if (recorded.generation != null) {
    const generation = generationOf(rig, light);
    const found = generation?.number ?? null;
    conditions.push({
      // In a family of one generation there is none to be too old.
      holds: generation === undefined ? null : generation === null || generation.number >= recorded.generation,
      code: 'hearer.generation',
      subject: light.id,
      params: { found, expected: recorded.generation, ability },
      fields: [{ unit: light.id, field: 'profile.radio.generation' }],
    });
  }
  const decided = conditions.find((one) => one.holds === false) ?? conditions.find((one) => one.holds === null);
  return decided ?? { ...base, holds: true, fields: [] };
}
