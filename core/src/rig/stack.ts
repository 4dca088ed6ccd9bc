/** What sits on what: from a sender or flash down through the triggers under it to the body that fires it. */
import type { Code, Params } from './codes.ts';
import { isNewEnough } from './firmware.ts';
import type { Body, Placed, Rig } from './rig.ts';
import { same, type Tri } from '../path/signalPath.ts';

export const NO_PART = 'none';
const CENTRE_ONLY = 'centre-only';

/** One thing that must hold for a signal to keep what it carries, with what it hangs on. */
export interface Check {
  holds: Tri;
  code: Code;
  /** The unit whose setting or make decides. */
  subject: string;
  /** The field that is missing where `holds` is null. */
  field: string;
  params?: Params;
}

/** Whether a cable can be plugged in there, as far as is recorded. */
export const hasSocket = ({ profile }: { profile: { syncSocket?: string | null } }): boolean =>
  profile.syncSocket != null && profile.syncSocket !== NO_PART;

export const footOf = (item: Placed): string | null =>
  item.profile.kind === 'body' ? null : (item.profile.foot ?? null);

/** Whether two contact layouts are one dedicated system; a bare centre contact never is. */
export function isOneSystem(a: string | null | undefined, b: string | null | undefined): Tri {
  if (a === CENTRE_ONLY || b === CENTRE_ONLY || a === NO_PART || b === NO_PART) return false;
  return same(a, b);
}

/** What a unit sits on, when it is recorded and in the look. */
export const carrierOf = (rig: Rig, item: Placed): Placed | undefined =>
  item.settings.mount == null ? undefined : rig.placed.get(item.settings.mount);

/** Whether the order in which a stack was switched on matters for this trigger as it is built up. */
function orderMatters(rig: Rig, trigger: Placed): boolean {
  if (trigger.profile.kind !== 'trigger') return false;
  const order = trigger.profile.startOrder ?? [];
  if (order.length === 0) return false;
  return !order.includes('flash') || [...rig.placed.values()].some((other) => other.settings.mount === trigger.id);
}

function orderCheck(rig: Rig, trigger: Placed): Check[] {
  if (!orderMatters(rig, trigger) || trigger.profile.kind !== 'trigger') return [];
  const holds = trigger.settings.startedInOrder ?? null;
  const params = { order: trigger.profile.startOrder ?? [] };
  return [{ holds, code: 'shoe.start-order', subject: trigger.id, field: 'startedInOrder', params }];
}

function firmwareCheck(item: Placed): Check[] {
  if (item.profile.kind === 'body' || item.profile.shoeFirmware == null) return [];
  const { shoeFirmware: needed } = item.profile;
  const found = item.unit.firmware ?? null;
  const params = { found, needed };
  return [{ holds: isNewEnough(found, needed), code: 'shoe.firmware', subject: item.id, field: 'firmware', params }];
}

/**
 * What must hold for body and item to speak one shoe system, so that metering and high-speed sync pass between
 * them: the feet, every trigger in between, its switch, the start order and the firmware.
 */
export function speakChecks(rig: Rig, body: Body, item: Placed): Check[] {
  if (item.id === body.id) return [];
  const { plugs, link, cord } = item.settings;
  const foot = footOf(item);
  const foreign = (holds: Tri, subject: string, field: string, shoe: string | null, found: string | null): Check => ({
    holds,
    code: 'shoe.foreign',
    subject,
    field,
    params: { body: body.id, shoe, foot: found },
  });
  const shoe = body.profile.shoe.system ?? null;
  if (plugs != null) return [foreign(false, item.id, 'plugs', shoe, foot)];
  if (link === 'cord') {
    return [
      foreign(isOneSystem(cord, shoe), item.id, cord == null ? 'cord' : 'profile.shoe.system', shoe, cord ?? null),
      foreign(isOneSystem(foot, cord), item.id, foot == null ? 'profile.foot' : 'cord', cord ?? null, foot),
      ...firmwareCheck(item),
    ];
  }
  const carrier = carrierOf(rig, item);
  if (!carrier || carrier.profile.kind !== 'trigger') {
    const subject = foot == null ? item.id : body.id;
    const check = foreign(isOneSystem(foot, shoe), item.id, 'profile.foot', shoe, foot);
    // The field to fill in may be the body's.
    const named = check.holds === null && subject === body.id ? { ...check, field: 'profile.shoe.system' } : check;
    return [named, ...firmwareCheck(item), ...orderCheck(rig, item)];
  }
  const { topShoe, passThroughSwitch } = carrier.profile;
  const passes: Tri = passThroughSwitch === true ? (carrier.settings.passThrough ?? null) : true;
  return [
    {
      holds: isOneSystem(foot, topShoe),
      code: 'shoe.passthrough-foreign',
      subject: item.id,
      field: foot == null ? 'profile.foot' : 'profile.topShoe',
      params: { trigger: carrier.id, top: topShoe ?? null, foot },
    },
    foreign(isOneSystem(topShoe, shoe), carrier.id, 'profile.topShoe', shoe, topShoe ?? null),
    { holds: passes, code: 'shoe.passthrough-off', subject: carrier.id, field: 'passThrough' },
    ...orderCheck(rig, carrier),
    ...firmwareCheck(item),
  ];
}
