/**
 * What a lamp is told: how its output is decided, by whom, and how far that is from what the look wants.
 * Answers the crew's third question of a light, "what tells it how much?".
 */
import type { Code, Params } from '../rig/codes.ts';
import { able } from '../rig/capability.ts';
import { isByAir } from '../record/look.ts';
import { carriedBetween, networkIdOf } from '../rig/net.ts';
import { controlOf, type Passage, passageOf, passesByShoe, passesBySender } from './passage.ts';
import { type Body, hearerOf, type Light, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import { POWER_TOLERANCE_STOPS } from '../measure/stops.ts';
import { type FieldRef, missing, same, type Tri } from './signalPath.ts';

export interface Fault {
  code: Code;
  /** The unit whose setting is to blame. */
  subject: string;
  params: Params;
}

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
  unknown: readonly FieldRef[];
}

const unknownDelivery = (controlled: Tri, metered: Tri, unknown: readonly FieldRef[]): Delivery => ({
  controlled,
  metered,
  power: null,
  verdict: 'unknown',
  stopsOff: null,
  fault: null,
  unknown,
});

/** @param sender null for a light on a wire or an eye. */
export function deliver(rig: Rig, body: Body, sender: Placed | null, light: Light): Delivery {
  if (!sender) return byHand(rig, body, light);
  const speaker = sender.settings.passive === true ? speakerFor(rig, sender, light) : sender;
  if (!speaker) return unknownDelivery(null, null, [{ unit: sender.id, field: 'passive' }]);
  const control = controlOf(rig, speaker, light);
  if (control.holds === null) return unknownDelivery(null, null, control.fields);
  return control.holds
    ? bySender(rig, speaker, light, () => passesBySender(rig, body, sender, light, 'ttl'), body)
    : byHand(rig, body, light);
}

/**
 * A passive sender leaves it to another controller of its net, if there is one; null where one that nobody wrote down
 * enough about may be it.
 */
function speakerFor(rig: Rig, passive: Placed, light: Light): Placed | null {
  const letter = hearerOf(rig, light).settings.group;
  const others = othersOnNet(rig, passive).map(({ other, speaks }) => ({
    other,
    speaks: both(speaks, letter == null ? null : (other.settings.groups?.[letter]?.on ?? null)),
  }));
  if (others.some(({ speaks }) => speaks === null)) return null;
  return others.find(({ speaks }) => speaks === true)?.other ?? passive;
}

function bySender(rig: Rig, sender: Placed, light: Light, metering: () => Passage, body: Body): Delivery {
  const hearer = hearerOf(rig, light);
  const letter = hearer.settings.group;
  const told = (letter != null && sender.settings.groups?.[letter]) || {};
  const wanted = light.settings.mode ?? null;
  const toldMode = modeTold(rig, sender, light, told.mode ?? null);
  const metered: Tri = toldMode.mode === null ? null : toldMode.mode === 'ttl' ? metering().holds : false;
  const fields = missing([light.id, 'mode', wanted]);
  if (toldMode.mode === null) fields.push(toldMode.field);
  if (wanted === null || toldMode.mode === null) return unknownDelivery(true, metered, fields);
  const rival = (setting: 'mode' | 'power') => rivalOf(rig, sender, light, letter!, setting);
  if (wanted !== toldMode.mode) {
    return overruledMode(metered, wanted, toldMode.mode, sender, light, letter!, rival('mode'));
  }
  if (wanted === 'ttl') return ttlDelivery(body, light, true, metering());
  return manualDelivery(
    rig,
    body,
    true,
    light,
    told.power ?? null,
    { unit: sender.id, field: `groups.${letter}.power` },
    (stopsOff) => {
      const other = rival('power');
      const params = {
        light: light.id,
        group: letter!,
        setting: 'power',
        expected: light.settings.power!,
        found: told.power!,
        stopsOff,
      };
      if (other) return { code: 'sender.rivals', subject: sender.id, params: { ...params, rival: other } };
      const code = sharesLetter(rig, sender, light, letter!) ? 'power.shared-group' : 'power.overwritten';
      return { code, subject: sender.id, params };
    },
  );
}

/** Where the family leaves the mode to the unit, the unit's own counts. */
function modeTold(
  rig: Rig,
  sender: Placed,
  light: Light,
  said: string | null,
): { mode: string | null; field: FieldRef } {
  const { family, older } = carriedBetween(rig, sender, hearerOf(rig, light), 'mode');
  const own = light.settings.mode ?? null;
  const letter = hearerOf(rig, light).settings.group;
  if (family === false || older === false) return { mode: own, field: { unit: light.id, field: 'mode' } };
  if ((family === null || older === null) && said !== own)
    return { mode: null, field: { unit: sender.id, field: 'family.carries.mode' } };
  return { mode: said, field: { unit: sender.id, field: `groups.${letter ?? '?'}.mode` } };
}

/** Another controller on the same channel and ID that says what the light should have: the last to speak wins. */
function rivalOf(rig: Rig, sender: Placed, light: Light, letter: string, setting: 'mode' | 'power'): string | null {
  const wanted = light.settings[setting];
  const others = othersOnNet(rig, sender).filter(({ other, speaks }) => {
    const told = other.settings.groups?.[letter];
    return speaks === true && told?.on === true && wanted != null && told[setting] === wanted;
  });
  return others[0]?.other.id ?? null;
}

/** Other controllers of a sender's family, in id order, and whether they speak on its channel and ID. */
function othersOnNet(rig: Rig, sender: Placed): { other: Placed; speaks: Tri }[] {
  const family = radioInUse(sender)?.family;
  const all = [...new Set([...rig.sendersOn.values()].flat())].sort((a, b) => (a.id < b.id ? -1 : 1));
  return all.flatMap((other) => {
    const { role, on, passive, channel } = other.settings;
    const radio = radioInUse(other);
    if (other.id === sender.id || passive === true || radio === null || family === undefined) return [];
    const speaks = [
      same(radio?.family, family),
      same(role, 'master'),
      other.profile.kind === 'body' ? true : (on ?? null),
      same(channel, sender.settings.channel),
      same(networkIdOf(rig, other), networkIdOf(rig, sender)),
    ].reduce(both);
    return speaks === false ? [] : [{ other, speaks }];
  });
}

const both = (a: Tri, b: Tri): Tri => (a === false || b === false ? false : a === null || b === null ? null : true);

function overruledMode(
  metered: Tri,
  wanted: string,
  told: string,
  sender: Placed,
  light: Light,
  group: string,
  rival: string | null,
): Delivery {
  return {
    controlled: true,
    metered,
    power: null,
    verdict: wanted === 'ttl' ? 'unmetered' : 'wrong-power',
    stopsOff: null,
    fault: {
      code: rival ? 'sender.rivals' : 'power.overwritten',
      subject: sender.id,
      params: { light: light.id, group, setting: 'mode', expected: wanted, found: told, ...(rival && { rival }) },
    },
    unknown: [],
  };
}

/** Another light of the same letter really wants what the sender says: then no setting of the sender suits both. */
function sharesLetter(rig: Rig, sender: Placed, light: Light, letter: string): boolean {
  const family = radioInUse(sender)?.family;
  const told = sender.settings.groups?.[letter]?.power;
  return rig.lights.some((other) => {
    if (other === light || !isByAir(other.settings) || other.settings.power == null) return false;
    const hearer = hearerOf(rig, other);
    if (hearer.settings.group !== letter || radioInUse(hearer)?.family !== family) return false;
    return Math.abs(other.settings.power - told!) <= POWER_TOLERANCE_STOPS;
  });
}

function ttlDelivery(body: Body, light: Light, controlled: Tri, outcome: Passage): Delivery {
  if (outcome.holds === null) return unknownDelivery(controlled, null, outcome.fields);
  const over = outcome.holds ? beyondCompensation(body, light) : 0;
  if (over === null) return unknownDelivery(controlled, true, [{ unit: light.id, field: 'profile.compLimit' }]);
  if (over !== 0) {
    const params = { light: light.id, body: body.id, limit: light.profile.compLimit!, over };
    return {
      controlled,
      metered: true,
      power: null,
      verdict: 'wrong-power',
      stopsOff: -over,
      fault: { code: 'power.comp-limit', subject: light.id, params },
      unknown: [],
    };
  }
  return {
    controlled,
    metered: outcome.holds,
    power: null,
    verdict: outcome.holds ? 'right' : 'unmetered',
    stopsOff: null,
    fault: outcome.fault,
    unknown: [],
  };
}

function byHand(rig: Rig, body: Body, light: Light): Delivery {
  const { mode, link, power } = light.settings;
  const hangsOnShoe = link === 'shoe' || link === 'cord';
  const metering = () => passesByShoe(rig, body, light, 'ttl');
  if (mode == null) {
    const couldMeter = hangsOnShoe ? metering().holds : false;
    return unknownDelivery(false, couldMeter === false ? false : null, [{ unit: light.id, field: 'mode' }]);
  }
  if (mode === 'ttl') {
    if (hangsOnShoe) return ttlDelivery(body, light, false, metering());
    const plain = {
      holds: false,
      code: 'foot.ttl-on-plain-link',
      subject: light.id,
      field: '',
      params: { link: link ?? null },
    } as const;
    return ttlDelivery(body, light, false, passageOf(light, [plain]));
  }
  return manualDelivery(rig, body, false, light, power ?? null, { unit: light.id, field: 'power' }, () => null);
}

/** Power told against power wanted, within what the lamp can do. */
function manualDelivery(
  rig: Rig,
  body: Body,
  controlled: boolean,
  light: Light,
  told: number | null,
  toldField: FieldRef,
  overruled: (stopsOff: number) => Fault | null,
): Delivery {
  // Stroboscopic fire has its own ability, and without it nothing fires at all.
  if (light.settings.mode === 'manual') {
    const byPower = able(rig, body, light, 'manual');
    if (byPower.holds === null) return unknownDelivery(controlled, false, byPower.fields);
    if (byPower.holds === false) {
      const { code, subject, params } = byPower;
      const fault = { code, subject, params: { light: light.id, ...params } };
      return { controlled, metered: false, power: null, verdict: 'wrong-power', stopsOff: null, fault, unknown: [] };
    }
  }
  const { floor, ceiling } = light.profile.power;
  const trim = light.settings.trim ?? 0;
  const wanted = light.settings.power == null ? null : light.settings.power + trim;
  const fields = missing(
    [light.id, 'power', wanted],
    [light.id, 'profile.power.floor', floor],
    [light.id, 'profile.power.ceiling', ceiling],
  );
  if (told === null && controlled) fields.push(toldField);
  if (fields.length > 0) return unknownDelivery(controlled, false, fields);
  // A trim is dialled on the unit: it adds where a person sets the power, and a sender's next push takes it back.
  const power = Math.min(Math.max(controlled ? told! : told! + trim, floor!), ceiling!);
  const stopsOff = power - wanted!;
  const right = Math.abs(stopsOff) <= POWER_TOLERANCE_STOPS;
  const fault = right
    ? null
    : (limitFault(light, wanted!, told!, stopsOff) ??
      (controlled ? trimFault(light, told!, trim, stopsOff) : null) ??
      overruled(stopsOff));
  return { controlled, metered: false, power, verdict: right ? 'right' : 'wrong-power', stopsOff, fault, unknown: [] };
}

/** The lamp's own limit is to blame when it cannot do what is wanted, whatever it was told. */
function limitFault(light: Light, wanted: number, told: number, stopsOff: number): Fault | null {
  const { floor, ceiling } = light.profile.power;
  const tooLow = wanted < floor! - POWER_TOLERANCE_STOPS;
  const tooHigh = wanted > ceiling! + POWER_TOLERANCE_STOPS;
  if (!tooLow && !tooHigh) return null;
  return {
    code: tooLow ? 'lamp.power-floor' : 'lamp.power-ceiling',
    subject: light.id,
    params: { light: light.id, wanted, limit: tooLow ? floor! : ceiling!, told, stopsOff },
  };
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
