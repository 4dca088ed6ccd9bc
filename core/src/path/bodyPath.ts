/** The first stations of a signal: the body's own doing, its shoe or port, and whatever is stacked there. */
import type { Placed, Body, Light, Rig } from '../rig/rig.ts';
import { carrierOf, footOf, isOneSystem, NO_PART } from '../rig/stack.ts';
import type { BodyProfile } from '../record/profile.ts';
import { isNewEnough } from '../rig/firmware.ts';
import { either, type FieldRef, missing, same, type Tri, Walk } from './signalPath.ts';

/** Typical delay of a wire, in microseconds (handbook 04). */
export const WIRE_LATENCY_US = 50;

/** Volts every body and trigger bears: the lowest limit any maker states for its contacts. */
export const SAFE_TRIGGER_VOLTAGE = 6;

/** The body's own doing: it closes its contact, or it does not. */
export function walkBody(body: Body): Walk {
  const { settings } = body;
  const shutter = shutterInUse(body);
  const permits: Tri = shutter === undefined ? null : (shutter.flash ?? null);
  return Walk.start
    .check('body.silent-shutter', permits, body.id, { shutterType: settings.shutterType ?? null }, [
      ...missing([body.id, 'shutterType', settings.shutterType]),
      ...(shutter === undefined ? [] : missing([body.id, 'profile.shutters.flash', shutter.flash])),
    ])
    .check('body.scene-mode', modePermits(body), body.id, { exposureMode: settings.exposureMode ?? null }, [
      ...missing([body.id, 'exposureMode', settings.exposureMode]),
      ...(settings.exposureMode == null ? [] : missing([body.id, 'profile.noFlashModes', body.profile.noFlashModes])),
    ])
    .check('body.flash-disabled', settings.flashFiring ?? null, body.id, {}, [{ unit: body.id, field: 'flashFiring' }]);
}

/** Undefined when the type is unrecorded; a type the model does not have cannot fire a flash. */
export function shutterInUse(body: Body): BodyProfile['shutters'][number] | undefined {
  const { shutterType } = body.settings;
  if (shutterType == null) return undefined;
  return body.profile.shutters.find((shutter) => shutter.type === shutterType) ?? { type: shutterType, flash: false };
}

/** Manual and the two priority modes never leave the flash alone; of the others the model must say. */
function modePermits(body: Body): Tri {
  const { exposureMode: mode } = body.settings;
  const { noFlashModes } = body.profile;
  if (noFlashModes?.length === 0) return true;
  if (mode == null) return null;
  if (mode === 'manual' || mode === 'aperture' || mode === 'shutter') return true;
  return noFlashModes == null ? null : !noFlashModes.includes(mode);
}

/** From the body into whatever sits on its shoe or on the stack there, or hangs on a port by a cable. */
export function walkOntoBody(rig: Rig, base: Walk, body: Body, item: Placed): Walk {
  if (item.id === body.id) return walkPopup(rig, base, body);
  const { mount, plugs, link, cord } = item.settings;
  const placed = base.check('sender.no-link', mount == null ? null : true, item.id, {}, [
    { unit: item.id, field: 'mount' },
  ]);
  // It may sit on a stack of any shape: nothing further can be said of the joint.
  if (mount == null) return placed.delayed(WIRE_LATENCY_US);
  const carrier = carrierOf(rig, item) ?? body;
  const below = carrier.id === body.id ? placed : walkOntoBody(rig, placed, body, carrier);
  if (plugs != null) return walkCable(below, carrier, item, plugs);
  const foot = footOf(item);
  const shoe = shoeOf(carrier);
  const walk = below
    .check('body.not-seated', item.settings.seated !== false, item.id, { carrier: carrier.id })
    .check(
      'foot.socket',
      foot == null ? null : foot !== NO_PART,
      item.id,
      { near: shoe.system ?? null, far: NO_PART },
      [{ unit: item.id, field: 'profile.foot' }],
    );
  const plug = link === 'cord' ? (cord ?? null) : foot;
  const plugField: FieldRef = { unit: item.id, field: link === 'cord' ? 'cord' : 'profile.foot' };
  if (carrier.profile.kind === 'trigger') {
    return walkVoltage(
      walk.check(
        'shoe.no-top-shoe',
        shoe.system == null ? null : shoe.system !== NO_PART,
        carrier.id,
        { item: item.id },
        [{ unit: carrier.id, field: 'profile.topShoe' }],
      ),
      item,
      carrier,
    ).delayed(WIRE_LATENCY_US);
  }
  const matches = isOneSystem(plug, shoe.system);
  const needed = item.profile.kind === 'body' ? null : item.profile.shoeFirmware;
  const recent = isNewEnough(item.unit.firmware, needed);
  return walkVoltage(
    walk
      .check(
        'shoe.no-centre',
        either(shoe.centre, matches),
        body.id,
        { item: item.id, shoe: shoe.system ?? null, foot: plug },
        [
          ...missing([body.id, 'profile.shoe.centre', shoe.centre], [body.id, 'profile.shoe.system', shoe.system]),
          ...(plug == null ? [plugField] : []),
        ],
      )
      .check(
        'shoe.firmware',
        either(shoe.centre, recent),
        item.id,
        { found: item.unit.firmware ?? null, needed: needed ?? null },
        [
          ...missing([body.id, 'profile.shoe.centre', shoe.centre]),
          ...(recent === null ? [{ unit: item.id, field: 'firmware' }] : []),
        ],
      ),
    item,
    carrier,
  ).delayed(WIRE_LATENCY_US);
}

/** A body speaks for itself by a built-in radio, or by its pop-up, which must be raised. */
function walkPopup(rig: Rig, base: Walk, body: Body): Walk {
  const speaksLight = (body.profile.radios ?? []).some((radio) => rig.families.get(radio.family)?.medium === 'optical');
  if (!speaksLight) return base;
  return base.check('body.popup-down', body.settings.popupUp ?? null, body.id, {}, [
    { unit: body.id, field: 'popupUp' },
  ]);
}

interface Shoe {
  system?: string | null;
  centre?: boolean | null;
}

function shoeOf(carrier: Placed): Shoe {
  if (carrier.profile.kind === 'body') return carrier.profile.shoe;
  return carrier.profile.kind === 'trigger' ? { system: carrier.profile.topShoe } : { system: NO_PART };
}

/** The app refuses a joint whose next device may not bear the voltage on the flash's contacts (handbook 08). */
export function walkVoltage(base: Walk, item: Placed, next: Placed): Walk {
  if (item.profile.kind !== 'flash') return base;
  const volts = item.profile.triggerVoltage ?? null;
  const tolerated = next.profile.kind === 'flash' ? null : (next.profile.toleratesV ?? null);
  const bears: Tri =
    volts === null ? null : volts <= SAFE_TRIGGER_VOLTAGE ? true : tolerated === null ? null : volts <= tolerated;
  return base.check('foot.voltage', bears, item.id, { volts, tolerated, next: next.id }, [
    ...missing([item.id, 'profile.triggerVoltage', volts]),
    ...(volts === null ? [] : missing([next.id, 'profile.toleratesV', tolerated])),
  ]);
}

function walkCable(base: Walk, carrier: Placed, item: Placed, plugs: readonly [string, string]): Walk {
  const port = carrier.profile.syncSocket;
  const hasPort =
    carrier.profile.kind === 'body'
      ? base.check('body.no-sync-port', port == null ? null : port !== NO_PART, carrier.id, { item: item.id }, [
          { unit: carrier.id, field: 'profile.syncSocket' },
        ])
      : base;
  return walkVoltage(
    hasPort
      .check('foot.socket', same(plugs[0], port), item.id, { near: plugs[0], far: port ?? null }, [
        { unit: carrier.id, field: 'profile.syncSocket' },
      ])
      .check(
        'foot.socket',
        same(plugs[1], item.profile.syncSocket),
        item.id,
        { near: plugs[1], far: item.profile.syncSocket ?? null },
        [{ unit: item.id, field: 'profile.syncSocket' }],
      ),
    item,
    carrier,
  ).delayed(WIRE_LATENCY_US);
}

/** A light that hangs on its body by contacts: on the shoe, on a stack, by a cord or by a sync cable. */
export const isWired = (light: Light): boolean =>
  light.settings.link === 'shoe' || light.settings.link === 'cable' || light.settings.link === 'cord';
