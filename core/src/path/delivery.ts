/**
 * What a lamp is told: how its output is decided, by whom, and how far that is from what the look wants.
 * Answers the crew's third question of a light, "what tells it how much?". docs/model.md, Delivery.
 */
import { POWER_TOLERANCE_STOPS } from '../exposure/powerScale.ts';
import type { Tri } from '../measure/tri.ts';
import type { Mode } from '../record/settingTerms.ts';
import { groupPath, isByAir } from '../record/settings.ts';
import { able } from '../rig/capability.ts';
import { type Combined, type Fault, faultFor, type FieldRef, fieldRef, missing } from '../rig/check.ts';
import { carriedBetween, missingGenerations } from '../rig/net.ts';
import { type Body, hearerOf, type Light, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import { type Hop, hopOf } from './hop.ts';
import { combined, controlOf, passesByAir, passesByShoe, plainLinkCheck } from './passage.ts';
import { rivalOf, speakerFor } from './rivals.ts';

export interface Delivery {
  /** Whether the sender sets mode and power; false means a person at the unit does. */
  controlled: Tri;
  /** Whether the light meters, and so also emits a pre-flash. */
  metered: Tri;
  /** Power it fires at, in stops below full; null while metered or unknown. */
  power: number | null;
  verdict: 'right' | 'unmetered' | 'wrong-power' | 'unknown';
  /** Delivered less wanted, in stops; null when it cannot be said. */
  stopsOff: number | null;
  fault: Fault | null;
  /** What is not recorded where the verdict is open, or whether it meters. */
  unknown: readonly FieldRef[];
}

const NOTHING_SAID = { power: null, stopsOff: null, fault: null, unknown: [] };

const unknownDelivery = (controlled: Tri, metered: Tri, unknown: readonly FieldRef[]): Delivery => ({
  ...NOTHING_SAID,
  controlled,
  metered,
  verdict: 'unknown',
  unknown,
});

/** @param sender null for a light on a wire or an eye. */
export function deliver(rig: Rig, body: Body, sender: Placed | null, light: Light): Delivery {
  if (!sender) return byHand({ rig, body, light });
  const hop = hopOf(rig, body, sender, light);
  const { sender: speaker, unknown } = sender.settings.passive === true ? speakerFor(hop) : { sender, unknown: [] };
  if (!speaker) return unknownDelivery(null, null, unknown);
  const speaking = speaker === sender ? hop : { ...hop, sender: speaker };
  const control = controlOf(speaking);
  if (control.holds === null) return unknownDelivery(null, null, control.fields);
  // The word to meter comes from the sender on the body, whoever says how.
  return control.holds ? bySender(speaking, () => passesByAir(hop, 'ttl')) : byHand(hop);
}

/** A light whose power is to be told, and from which body it is metered. */
type Told = Pick<Hop, 'rig' | 'body' | 'light'>;

function bySender(hop: Hop, metering: () => Combined): Delivery {
  const { sender, hearer, light } = hop;
  const letter = hearer.settings.group;
  const told = (letter != null && sender.settings.groups?.[letter]) || {};
  const wanted = light.settings.mode ?? null;
  const { mode, field } = modeTold(hop, told.mode ?? null);
  const passes = mode === 'ttl' ? metering() : null;
  const metered: Tri = mode === null ? null : (passes?.holds ?? (passes ? null : false));
  const fields = missing([light.id, 'mode', wanted]);
  if (mode === null) fields.push(field);
  if (wanted === null || mode === null) return unknownDelivery(true, metered, fields);
  if (wanted !== mode) {
    return { ...overruledMode(hop, { metered, wanted, told: mode, group: letter! }), unknown: passes?.fields ?? [] };
  }
  if (wanted === 'ttl') return ttlDelivery(hop, true, metering());
  return manualDelivery(hop, {
    power: told.power ?? null,
    sender: toldField(hop, 'power'),
    overruled: (stopsOff) => overruledPower(hop, letter!, told.power!, stopsOff),
  });
}

/** Where the family leaves the mode to the unit, the unit's own counts. */
function modeTold(hop: Hop, said: Mode | null): { mode: Mode | null; field: FieldRef } {
  const { rig, sender, hearer, light } = hop;
  const { family, older } = carriedBetween(rig, sender, hearer, 'mode');
  const own = light.settings.mode ?? null;
  if (family === false || older === false) return { mode: own, field: fieldRef(light.id, 'mode') };
  if ((family === null || older === null) && said !== own) {
    const [generation] = missingGenerations(rig, sender, hearer);
    return { mode: null, field: (family !== null && generation) || fieldRef(sender.id, 'family.carries.mode') };
  }
  return { mode: said, field: toldField(hop, 'mode') };
}

/** Where the sender says it to the light's group; that group itself where nobody recorded which it is. */
function toldField({ sender, hearer }: Hop, field: 'mode' | 'power'): FieldRef {
  const letter = hearer.settings.group;
  return letter == null ? fieldRef(hearer.id, 'group') : fieldRef(sender.id, groupPath(letter, field));
}

interface WrongMode {
  metered: Tri;
  wanted: Mode;
  told: Mode;
  group: string;
}

function overruledMode(hop: Hop, { metered, wanted, told, group }: WrongMode): Delivery {
  const rival = rivalOf(hop, group, 'mode');
  const params = { light: hop.light.id, group, setting: 'mode' as const, expected: wanted, found: told };
  const subject = hop.sender.id;
  return {
    ...NOTHING_SAID,
    controlled: true,
    metered,
    verdict: wanted === 'ttl' ? 'unmetered' : 'wrong-power',
    fault:
      rival === null
        ? { code: 'power.overwritten', subject, params }
        : { code: 'sender.rivals', subject, params: { ...params, rival } },
  };
}

function overruledPower(hop: Hop, group: string, told: number, stopsOff: number): Fault {
  const { sender, light } = hop;
  const expected = light.settings.power!;
  const params = { light: light.id, group, setting: 'power' as const, expected, found: told, stopsOff };
  const rival = rivalOf(hop, group, 'power');
  if (rival !== null) return { code: 'sender.rivals', subject: sender.id, params: { ...params, rival } };
  const code = sharesLetter(hop, group) ? 'power.shared-group' : 'power.overwritten';
  return { code, subject: sender.id, params };
}

/** Another light of the same letter really wants what the sender says: then no setting of the sender suits both. */
function sharesLetter({ rig, sender, light }: Hop, letter: string): boolean {
  const family = radioInUse(sender)?.family;
  const told = sender.settings.groups?.[letter]?.power;
  return rig.lights.some((other) => {
    if (other === light || !isByAir(other.settings) || other.settings.power == null) return false;
    const hearer = hearerOf(rig, other);
    if (hearer.settings.group !== letter || radioInUse(hearer)?.family !== family) return false;
    return Math.abs(other.settings.power - told!) <= POWER_TOLERANCE_STOPS;
  });
}

function ttlDelivery({ body, light }: Told, controlled: Tri, metering: Combined): Delivery {
  if (metering.holds === null) return unknownDelivery(controlled, null, metering.fields);
  const over = metering.holds ? beyondCompensation(body, light) : 0;
  if (over === null) return unknownDelivery(controlled, true, [fieldRef(light.id, 'profile.compLimit')]);
  const base = { ...NOTHING_SAID, controlled, metered: metering.holds };
  if (over === 0) return { ...base, verdict: metering.holds ? 'right' : 'unmetered', fault: metering.fault };
  const params = { light: light.id, body: body.id, limit: light.profile.compLimit!, over };
  const fault = { code: 'power.comp-limit' as const, subject: light.id, params };
  return { ...base, verdict: 'wrong-power', stopsOff: -over, fault };
}

function byHand(told: Told): Delivery {
  const { rig, body, light } = told;
  const { mode, link, power, dialledPower } = light.settings;
  const isOnShoe = link === 'shoe' || link === 'cord';
  const metering = () => passesByShoe(rig, body, light, 'ttl');
  if (mode == null) {
    const couldMeter = isOnShoe ? metering().holds : false;
    return unknownDelivery(false, couldMeter === false ? false : null, [fieldRef(light.id, 'mode')]);
  }
  if (mode !== 'ttl') {
    const dialled = dialledPower ?? power ?? null;
    return manualDelivery(told, { power: dialled, sender: null, overruled: (off) => dialledFault(light, off) });
  }
  if (isOnShoe) return ttlDelivery(told, false, metering());
  return ttlDelivery(told, false, combined(light, [plainLinkCheck(light, { holds: false, subject: light.id })]));
}

/** Somebody dialled something else on the unit than is wanted. */
function dialledFault({ id, settings }: Light, stopsOff: number): Fault | null {
  const { power: wanted, dialledPower: dialled } = settings;
  if (wanted == null || dialled == null) return null;
  return { code: 'power.dialled', subject: id, params: { light: id, wanted, dialled, stopsOff } };
}

interface PowerTold {
  /** In stops below full; null while unrecorded. */
  power: number | null;
  /** Where a sender says it; null where a person does. */
  sender: FieldRef | null;
  /** What is to blame where neither lamp nor trim is. */
  overruled: (stopsOff: number) => Fault | null;
}

/** Power told against power wanted, within what the lamp can do. */
function manualDelivery({ rig, body, light }: Told, { power: told, sender, overruled }: PowerTold): Delivery {
  const controlled = sender !== null;
  // Stroboscopic fire has its own ability, and without it nothing fires at all.
  const byPower = light.settings.mode === 'manual' ? able(rig, body, light, 'manual') : null;
  if (byPower?.holds === null) return unknownDelivery(controlled, false, byPower.fields ?? []);
  if (byPower?.holds === false) return manualAt(controlled, null, null, faultFor(light.id, byPower));
  const { floor, ceiling } = light.profile.power;
  const trim = light.settings.trim ?? 0;
  const wanted = wantedPower(light);
  const fields = missing(
    [light.id, 'power', wanted],
    [light.id, 'profile.power.floor', floor],
    [light.id, 'profile.power.ceiling', ceiling],
  );
  if (told === null && sender) fields.push(sender);
  if (fields.length > 0) return unknownDelivery(controlled, false, fields);
  // A trim is dialled on the unit: it adds where a person sets the power, and a sender's next push takes it back.
  const power = Math.min(Math.max(controlled ? told! : told! + trim, floor!), ceiling!);
  const stopsOff = power - wanted!;
  if (isNear(stopsOff)) return manualAt(controlled, power, stopsOff, null);
  const fault =
    limitFault(light, { wanted: wanted!, told: told!, stopsOff }) ??
    (controlled ? trimFault(light, told!, trim, stopsOff) : null) ??
    overruled(stopsOff);
  return manualAt(controlled, power, stopsOff, fault);
}

/** What somebody wants of it in stops below full, with what is trimmed on the unit; null where nobody recorded it. */
export const wantedPower = ({ settings: { power, trim } }: Light): number | null =>
  power == null ? null : power + (trim ?? 0);

const isNear = (stopsOff: number): boolean => Math.abs(stopsOff) <= POWER_TOLERANCE_STOPS;

/** What a lamp that does not meter puts out, in stops; null where its mode is not one it has. */
const manualAt = (
  controlled: boolean,
  power: number | null,
  stopsOff: number | null,
  fault: Fault | null,
): Delivery => ({
  controlled,
  metered: false,
  power,
  verdict: stopsOff !== null && isNear(stopsOff) ? 'right' : 'wrong-power',
  stopsOff,
  fault,
  unknown: [],
});

/** The lamp's own limit is to blame when it cannot do what is wanted, whatever it was told. */
function limitFault(light: Light, off: { wanted: number; told: number; stopsOff: number }): Fault | null {
  const { floor, ceiling } = light.profile.power;
  const isTooLow = off.wanted < floor! - POWER_TOLERANCE_STOPS;
  const isTooHigh = off.wanted > ceiling! + POWER_TOLERANCE_STOPS;
  if (!isTooLow && !isTooHigh) return null;
  const params = { light: light.id, ...off, limit: isTooLow ? floor! : ceiling! };
  return { code: isTooLow ? 'lamp.power-floor' : 'lamp.power-ceiling', subject: light.id, params };
}

/** Only the trim is to blame when the sender says just what is wanted without it. */
function trimFault(light: Light, told: number, trim: number, stopsOff: number): Fault | null {
  if (trim === 0 || Math.abs(told - light.settings.power!) > POWER_TOLERANCE_STOPS) return null;
  return { code: 'power.local-trim', subject: light.id, params: { light: light.id, trim, stopsOff } };
}

/** Stops of compensation beyond what the flash takes, signed; null when nobody recorded how much that is. */
function beyondCompensation(body: Body, light: Light): number | null {
  const sum = (light.settings.compensation ?? 0) + (body.settings.compensation ?? 0);
  if (sum === 0) return 0;
  const { compLimit } = light.profile;
  if (compLimit == null) return null;
  const beyond = Math.abs(sum) - compLimit;
  return beyond <= POWER_TOLERANCE_STOPS ? 0 : Math.sign(sum) * beyond;
}
