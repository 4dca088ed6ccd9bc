/** What may be about that nobody knows of: another crew on our channel, a guest's flash, something else that sends. */
import type { BodyProfile } from '../record/profile.ts';
import type { OtherCrew } from '../record/onAir.ts';
import { overlaps, spanOf } from '../rig/emitters.ts';
import { familyOf } from '../rig/net.ts';
import { otherCrewsIn } from '../rig/otherCrews.ts';
import { isFlash, type Placed, type Rig } from '../rig/rig.ts';
import type { Fault } from './fault.ts';
import { weightOf } from './faultWeights.ts';

/** Nobody of a crew and no crew declared has such an id, since ids hold no colon and a crew's has one. */
const GUEST = 'guest:';
const UNDECLARED = ':';

/** @param found see weightOf. */
export function surroundingFaults(rig: Rig, placed: Placed, found?: ReadonlyMap<string, number>): Fault[] {
  const fault = (field: Fault['field'], more: Partial<Fault>): Fault => ({
    unit: placed.id,
    field,
    to: null,
    weight: weightOf(field, found),
    ...more,
  });
  const crew = isOurSender(rig, placed) ? crewLike(rig, placed) : undefined;
  const emitter = isOurSender(rig, placed) ? emitterOn(rig, placed) : undefined;
  const isEye = isFlash(placed) && placed.settings.link === 'eye' && placed.settings.sees != null;
  return [
    ...(crew ? [fault('crew', { visitor: crew })] : []),
    ...(emitter ? [fault('emitter', { emitter })] : []),
    ...(isEye ? [fault('guest', { visitor: guest() })] : []),
  ];
}

const isOurSender = (rig: Rig, { id, settings }: Placed): boolean =>
  rig.senders.some((sender) => sender.id === id) && !rig.strangers.has(id) && settings.role === 'master';

/** A crew that happens to be on the very net of a sender. */
function crewLike(rig: Rig, sender: Placed): Placed | undefined {
  const family = familyOf(rig, sender);
  const { channel = null, networkId = null } = sender.settings;
  if (family?.medium !== 'radio' || channel === null) return undefined;
  const crew: OtherCrew = { id: UNDECLARED, event: '', sort: 'crew', name: '', family: family.id, channel, networkId };
  return otherCrewsIn([crew], rig.families)[0];
}

/** Something on the frequency a sender speaks on, and on it alone; none where the frequency is not recorded. */
function emitterOn(rig: Rig, sender: Placed): Fault['emitter'] {
  const family = familyOf(rig, sender);
  const span = family && spanOf(family, sender.settings.channel ?? null);
  if (!family || !span) return undefined;
  const emitter = { name: '', ...span };
  return overlaps(family, sender.settings.channel!, emitter) ? emitter : undefined;
}

/** A camera with its flash up, which no light of ours is meant for. */
function guest(): Placed {
  const profile: BodyProfile = {
    id: GUEST,
    kind: 'body',
    maker: '',
    model: '',
    shoe: {},
    shutters: [{ type: 'mechanical', flash: true, syncTime: '1/200' }],
    popup: 'plain',
  };
  return {
    id: GUEST,
    unit: { id: GUEST, profile: GUEST, label: '' },
    profile,
    settings: {
      stranger: true,
      popupUp: true,
      mode: 'manual',
      flashFiring: true,
      exposureMode: 'manual',
      shutterType: 'mechanical',
      shutter: '1/125',
    },
  };
}
