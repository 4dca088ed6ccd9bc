/** The camera's own dials, on every camera of ours: what the lights give must suit all of them. docs/model.md, Balance. */
import { apertures } from '../exposure/aperture.ts';
import { isos } from '../exposure/iso.ts';
import { shutterMicroseconds, THIRD_LABELS } from '../measure/stops.ts';
import type { Change } from '../record/change.ts';
import type { Body, Rig } from '../rig/rig.ts';
import type { Dial } from './balance.ts';

const ourBodies = ({ bodies, strangers }: Rig): Body[] => bodies.filter(({ id }) => !strangers.has(id));

/** The camera whose settings count: the first of ours. */
export const cameraOf = (rig: Rig): Body | null => ourBodies(rig)[0] ?? null;

/** What a dial stands at so many stops further, nearest to it: more ISO, a longer time, a smaller opening are over 0. */
export function turnedDial({ settings }: Body, dial: Dial, stops: number): number | string | null {
  const { iso, aperture, shutter } = settings;
  if (dial === 'iso') return iso == null ? null : isos.labelAt(isos.stopsOf(iso) + stops);
  if (dial === 'aperture') return aperture == null ? null : apertures.labelAt(apertures.stopsOf(aperture) + stops);
  if (shutter == null) return null;
  const us = shutterMicroseconds(shutter) * 2 ** stops;
  return THIRD_LABELS.find((label) => shutterMicroseconds(label) >= us - 1) ?? null;
}

/** One dial turned by as many stops on all of them; what nobody recorded stays so. */
export const dialChanges = (rig: Rig, dial: Dial, stops: number): Change[] =>
  ourBodies(rig).flatMap((body): Change[] => {
    const [from, to] = [body.settings[dial] ?? null, turnedDial(body, dial, stops)];
    return to === null || to === from ? [] : [{ unit: body.id, setting: dial, from, to }];
  });
