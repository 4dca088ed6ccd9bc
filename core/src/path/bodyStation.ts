/** The first station: the body closes its contact, or it does not. */
import type { Tri } from '../measure/tri.ts';
import type { BodyProfile } from '../record/profile.ts';
import { type FieldRef, fieldRef, missing } from '../rig/check.ts';
import type { Body, Rig } from '../rig/rig.ts';
import { SignalPath } from './signalPath.ts';

export function followBody(body: Body): SignalPath {
  const { shutterType = null, exposureMode = null, flashFiring = null } = body.settings;
  const subject = body.id;
  const shutter = shutterInUse(body);
  return SignalPath.start
    .check({
      holds: shutter === undefined ? null : (shutter.flash ?? null),
      code: 'body.silent-shutter',
      subject,
      params: { shutterType },
      fields: missingForShutter(body, shutter),
    })
    .check({
      holds: modePermits(body),
      code: 'body.scene-mode',
      subject,
      params: { exposureMode },
      fields:
        exposureMode === null
          ? [fieldRef(subject, 'exposureMode')]
          : missing([subject, 'profile.noFlashModes', body.profile.noFlashModes]),
    })
    .check({
      holds: flashFiring,
      code: 'body.flash-disabled',
      subject,
      params: {},
      fields: [fieldRef(subject, 'flashFiring')],
    });
}

type Shutter = BodyProfile['shutters'][number];

/** Undefined when the type is unrecorded; a type the model does not have cannot fire a flash. */
export function shutterInUse(body: Body): Shutter | undefined {
  const { shutterType } = body.settings;
  if (shutterType == null) return undefined;
  return body.profile.shutters.find((shutter) => shutter.type === shutterType) ?? { type: shutterType, flash: false };
}

const missingForShutter = (body: Body, shutter: Shutter | undefined): FieldRef[] =>
  shutter === undefined
    ? [fieldRef(body.id, 'shutterType')]
    : missing([body.id, 'profile.shutters.flash', shutter.flash]);

/** Manual and the two priority modes never leave the flash alone; of the others the model must say. */
function modePermits(body: Body): Tri {
  const { exposureMode: mode } = body.settings;
  const { noFlashModes } = body.profile;
  if (noFlashModes?.length === 0) return true;
  if (mode == null) return null;
  if (mode === 'manual' || mode === 'aperture' || mode === 'shutter') return true;
  return noFlashModes == null ? null : !noFlashModes.includes(mode);
}

/** A body speaks for itself by a built-in radio, or by its pop-up, which must be raised. */
export function followPopup(rig: Rig, base: SignalPath, body: Body): SignalPath {
  const speaksLight = (body.profile.radios ?? []).some((radio) => rig.families.get(radio.family)?.medium === 'optical');
  if (!speaksLight) return base;
  return base.check({
    holds: body.settings.popupUp ?? null,
    code: 'body.popup-down',
    subject: body.id,
    params: {},
    fields: [fieldRef(body.id, 'popupUp')],
  });
}
