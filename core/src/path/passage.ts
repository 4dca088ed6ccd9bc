/** What keeps its way from the body to a light beyond the bare fire signal: metering, high-speed and rear-curtain sync. */
import type { Fault } from './delivery.ts';
import { able } from '../rig/capability.ts';
import { carriedBetween, lettersBetween } from '../rig/net.ts';
import { type Body, hearerOf, type Light, type Placed, type Rig } from '../rig/rig.ts';
import { type Check, isOneSystem, speakChecks } from '../rig/stack.ts';
import type { FieldRef, Tri } from './signalPath.ts';

/** Abilities that need the body's own word, not only the contact. */
export const PASSING = ['ttl', 'hss', 'rear'] as const;
export type Passing = (typeof PASSING)[number];
/** The body's word that the first curtain starts: it goes where high-speed sync goes, and any lamp can use it. */
export type Signal = Passing | 'start';

export interface Passage {
  holds: Tri;
  /** What is missing when it is open. */
  fields: readonly FieldRef[];
  /** What is to blame when it is lost. */
  fault: Fault | null;
}

export function passageOf(light: Light, checks: readonly Check[]): Passage {
  const failed = checks.find((check) => check.holds === false);
  if (failed) {
    const { code, subject, params } = failed;
    return { holds: false, fields: [], fault: { code, subject, params: { light: light.id, ...params } } };
  }
  const fields = checks.filter((check) => check.holds === null).map(({ subject, field }) => ({ unit: subject, field }));
  return { holds: fields.length > 0 ? null : true, fields, fault: null };
}

/** A receiver hands settings on only to a flash of its own shoe system sitting on it; through a cable it only fires. */
export function receiverPasses(rig: Rig, light: Light): Check[] {
  const receiver = hearerOf(rig, light);
  if (receiver === light) return [];
  const top = receiver.profile.kind === 'trigger' ? (receiver.profile.topShoe ?? null) : 'none';
  const holds = light.settings.plugs != null ? false : isOneSystem(top, light.profile.foot);
  return [
    {
      holds,
      code: 'foot.ttl-on-plain-link',
      subject: top === null ? receiver.id : light.id,
      field: top === null ? 'profile.topShoe' : 'profile.foot',
      params: { link: light.settings.link ?? null },
    },
  ];
}

/** Whether mode and power travel from this sender all the way to this light. */
export function controlOf(rig: Rig, sender: Placed, light: Light): Passage {
  const hearer = hearerOf(rig, light);
  const letters = lettersBetween(rig, sender, hearer);
  return passageOf(light, [
    {
      holds: sender.settings.passive !== true,
      code: 'foot.ttl-on-plain-link',
      subject: sender.id,
      field: 'passive',
      params: { link: light.settings.link ?? null },
    },
    ...carried(rig, sender, light, 'power'),
    {
      holds: letters === null ? null : letters.length > 0,
      code: 'foot.ttl-on-plain-link',
      subject: sender.id,
      field: 'profile.radio.groups',
    },
    ...receiverPasses(rig, light),
  ]);
}

function carried(rig: Rig, sender: Placed, light: Light, signal: 'power' | Signal): Check[] {
  const hearer = hearerOf(rig, light);
  const what = signal === 'start' ? 'hss' : signal;
  const { family, older } = carriedBetween(rig, sender, hearer, what);
  return [
    {
      holds: family,
      code: 'foot.ttl-on-plain-link',
      subject: family === null ? sender.id : light.id,
      field: `family.carries.${what}`,
      params: { link: light.settings.link ?? null },
    },
    {
      holds: older,
      code: 'hearer.generation',
      subject: hearer.id,
      field: 'profile.radio.generation',
      params: { sender: sender.id, ability: what },
    },
  ];
}

/** Whether the light's own make does it where it is used. */
function ableChecks(rig: Rig, body: Body, light: Light, ability: Signal): Check[] {
  if (ability === 'start') return [];
  const { holds, code, subject, params, fields } = able(rig, body, light, ability);
  const [missing] = fields;
  return [{ holds, code, subject: missing?.unit ?? subject, field: missing?.field ?? '', params }];
}

/** Over the air: the family, the sender's joint with the body, and the light must all pass it. */
export const passesBySender = (rig: Rig, body: Body, sender: Placed, light: Light, ability: Signal): Passage =>
  passageOf(light, [
    ...receiverPasses(rig, light),
    ...carried(rig, sender, light, ability),
    ...speakChecks(rig, body, sender),
    ...ableChecks(rig, body, light, ability),
  ]);

/** On the body's own contacts. */
export const passesByShoe = (rig: Rig, body: Body, light: Light, ability: Signal): Passage =>
  passageOf(light, [...speakChecks(rig, body, light), ...ableChecks(rig, body, light, ability)]);
