/** What keeps its way from the body to a light beyond the bare fire signal: metering, high-speed and rear-curtain sync. */
import { able } from '../rig/capability.ts';
import { type Check, type Combined, faultFor, fieldRef } from '../rig/check.ts';
import { carriedBetween, lettersBetween, missingGenerations, missingLetters } from '../rig/net.ts';
import { type Body, hearerOf, type Light, type Rig } from '../rig/rig.ts';
import { isOneSystem, speakChecks, topShoeOf } from '../rig/stack.ts';
import type { Hop } from './hop.ts';

/** Abilities that need the body's own word, not only the contact. */
export const PASSING = ['ttl', 'hss', 'rear'] as const;
export type Passing = (typeof PASSING)[number];
/** The body's word that the first curtain starts: it goes where high-speed sync goes, and any lamp can use it. */
export type Signal = Passing | 'start';

/** @param light named in the fault as the one that suffers. */
export function combined(light: Light, checks: readonly Check[]): Combined {
  const all = bareCombined(checks);
  return all.fault ? { ...all, fault: faultFor(light.id, all.fault) } : all;
}

/** What checks come to of which no light in particular suffers. */
export function bareCombined(checks: readonly Check[]): Combined {
  const failed = checks.find((check) => check.holds === false);
  if (failed) return { holds: false, fields: [], fault: failed };
  const fields = checks.filter((check) => check.holds === null).flatMap((check) => check.fields?.slice(0, 1) ?? []);
  return { holds: checks.every((check) => check.holds === true) ? true : null, fields, fault: null };
}

/** A receiver hands settings on only to a flash of its own shoe system sitting on it; through a cable it only fires. */
function receiverChecks(rig: Rig, light: Light): Check[] {
  const receiver = hearerOf(rig, light);
  if (receiver === light) return [];
  const top = topShoeOf(receiver);
  const holds = light.settings.plugs != null ? false : isOneSystem(top, light.profile.foot);
  const field = top === null ? fieldRef(receiver.id, 'profile.topShoe') : fieldRef(light.id, 'profile.foot');
  return [plainLinkCheck(light, { holds, subject: field.unit, fields: [field] })];
}

type Plain = Pick<Check, 'holds' | 'subject' | 'fields'>;

/** What carries the fire signal may carry nothing else. */
export const plainLinkCheck = (light: Light, { holds, subject, fields = [] }: Plain): Check => ({
  holds,
  code: 'foot.ttl-on-plain-link',
  subject,
  params: { link: light.settings.link ?? null },
  fields,
});

/** Whether mode and power travel from this sender all the way to this light. */
export function controlOf(hop: Omit<Hop, 'body'>): Combined {
  const { rig, sender, hearer, light } = hop;
  const { id } = sender;
  const letters = lettersBetween(rig, sender, hearer);
  const leadsIt = sender.settings.passive !== true;
  return combined(light, [
    plainLinkCheck(light, { holds: leadsIt, subject: id, fields: [fieldRef(id, 'passive')] }),
    ...carriedChecks(hop, 'power'),
    plainLinkCheck(light, {
      holds: letters === null ? null : letters.length > 0,
      subject: id,
      fields: missingLetters(rig, sender, hearer),
    }),
    ...receiverChecks(rig, light),
  ]);
}

function carriedChecks({ rig, sender, hearer, light }: Omit<Hop, 'body'>, signal: 'power' | Signal): Check[] {
  const what = signal === 'start' ? 'hss' : signal;
  const { family, older } = carriedBetween(rig, sender, hearer, what);
  return [
    plainLinkCheck(light, {
      holds: family,
      subject: family === null ? sender.id : light.id,
      fields: [fieldRef(sender.id, `family.carries.${what}`)],
    }),
    {
      holds: older,
      code: 'hearer.generation',
      subject: hearer.id,
      params: { sender: sender.id, ability: what },
      fields: missingGenerations(rig, sender, hearer),
    },
  ];
}

/** Whether the light's own model does it where it is used. */
const ownChecks = (rig: Rig, body: Body, light: Light, signal: Signal): Check[] =>
  signal === 'start' ? [] : [able(rig, body, light, signal)];

/** Over the air: the family, the sender's joint with the body, and the light must all pass it. */
export function passesByAir(hop: Hop, signal: Signal): Combined {
  const { rig, body, sender, light } = hop;
  return combined(light, [
    ...receiverChecks(rig, light),
    ...carriedChecks(hop, signal),
    ...speakChecks(rig, body, sender),
    ...ownChecks(rig, body, light, signal),
  ]);
}

/** On the body's own contacts. */
export const passesByShoe = (rig: Rig, body: Body, light: Light, signal: Signal): Combined =>
  combined(light, [...speakChecks(rig, body, light), ...ownChecks(rig, body, light, signal)]);
