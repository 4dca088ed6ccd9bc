/** Mends that take gear off and put other gear on: cables, receivers and senders that lie ready. */
import { HAND } from '../measure/newId.ts';
import type { Change } from '../record/change.ts';
import { radiosOf } from '../record/profile.ts';
import { isByAir } from '../record/settings.ts';
import {
  bodyUnder,
  hearerOf,
  isBody,
  isFlash,
  isTrigger,
  type Placed,
  radioInUse,
  type Rig,
  type Trigger,
} from '../rig/rig.ts';
import { hasSocket } from '../rig/stack.ts';
import { type Candidate, cheapestFirst, lightsOf, type Mend, type Scene, set } from './scene.ts';
import { toManual } from './modeMends.ts';

/** A cable from socket to socket; null where one of the two has none, as far as is recorded, or it belongs to a receiver. */
function cableBetween(near: Placed, item: Placed): Change | null {
  const { receiver } = item.settings;
  if (isFlash(item) && isByAir(item.settings) && receiver != null && receiver !== near.id) return null;
  const [from, to] = [near.profile.syncSocket, item.profile.syncSocket];
  return hasSocket(near) && hasSocket(item) ? set(item, 'plugs', [from!, to!]) : null;
}

export function byCable({ rig, subject: body, params }: Scene<'shoe.no-centre'>): Candidate[] {
  const item = rig.placed.get(params.item);
  const cable = item && isBody(body) ? cableBetween(body, item) : null;
  return cable ? [[cable]] : [];
}

/** By a cable from the trigger that has no shoe on top, or from the body under it. */
export function offTheStack(scene: Scene<'shoe.no-top-shoe'>): Candidate[] {
  const { rig, subject: trigger, params } = scene;
  const item = rig.placed.get(params.item);
  const body = bodyUnder(rig.placed, trigger);
  if (!item || !body) return [];
  return [trigger, body].flatMap((near) => {
    const cable = cableBetween(near, item);
    if (!cable) return [];
    const flash = isFlash(item) ? item : null;
    return [
      [
        set(item, 'mount', near.id),
        cable,
        ...(flash?.settings.link === 'shoe' ? [set(flash, 'link', 'cable')] : []),
        ...(flash ? toManual(scene, flash) : []),
      ],
    ];
  });
}

export const noCable = (scene: Scene): Candidate[] => [lightsOf(scene).map((light) => set(light, 'plugs', null))];

/** The plugs that fit at both ends, or none. */
export function rightPlugs({ rig, subject, params }: Scene<'foot.socket'>): Candidate[] {
  const near = rig.placed.get(params.receiver ?? subject.settings.mount ?? '');
  const cable = near ? cableBetween(near, subject) : null;
  return [...(cable ? [[cable]] : []), [set(subject, 'plugs', null)]];
}

/** Receivers of ours that lie ready: on nothing, and under no light. */
export function idleReceivers(rig: Rig): Trigger[] {
  const inUse = new Set(rig.lights.map((light) => light.settings.receiver));
  return [...rig.placed.values()]
    .filter(isTrigger)
    .filter(
      ({ id, settings, profile }) =>
        settings.mount == null &&
        !inUse.has(id) &&
        !rig.strangers.has(id) &&
        profile.radios.some(({ roles }) => roles.includes('remote')),
    );
}

/** A receiver of the family that nobody uses, under the first light. */
const spareReceivers = (scene: Scene, family: string | null): Candidate[] => {
  const spares = idleReceivers(scene.rig).filter(({ profile }) =>
    profile.radios.some((radio) => radio.family === family && radio.roles.includes('remote')),
  );
  const [light] = lightsOf(scene);
  if (!light) return [];
  return cheapestFirst(
    scene.rig,
    spares.map((spare) => [set(light, 'receiver', spare.id), set(spare, 'role', 'remote'), set(spare, 'on', true)]),
  );
};

export const receiverOfFamily: Mend<'foot.no-receiver'> = (scene) => spareReceivers(scene, scene.params.family);

/** A family by the id a finding expects; a firmware or generation it expects names none. */
export const receiverExpected: Mend<'hearer.family' | 'hearer.maker-mode'> = (scene) =>
  spareReceivers(scene, scene.params.expected);

/** A sender on the body that has the lights' family too, switched over to it. */
export function otherRadio(scene: Scene<'sender.no-link'>): Candidate[] {
  const { rig, params } = scene;
  const wanted = familiesWanted(scene);
  const senders = params.body === undefined ? [] : (rig.sendersOn.get(params.body) ?? []);
  return senders.flatMap((sender) =>
    radiosOf(sender.profile)
      .filter(({ family, roles }) => wanted.has(family) && roles.includes('master'))
      .filter(({ family }) => family !== radioInUse(sender)?.family)
      .map(({ family }) => [set(sender, 'family', family)]),
  );
}

const familiesWanted = (scene: Scene): ReadonlySet<string | undefined> =>
  new Set(lightsOf(scene).map((light) => radioInUse(hearerOf(scene.rig, light))?.family));

/** A sender lying ready: part of the look, switched to role off or in somebody's hand. */
export function spareSenders(scene: Scene<'sender.no-link'>): Candidate[] {
  const { rig, params } = scene;
  const { body } = params;
  if (body === undefined) return [];
  const wanted = familiesWanted(scene);
  const spares = [...rig.placed.values()]
    .filter(isTrigger)
    .filter(({ id, settings }) => !rig.strangers.has(id) && (settings.role === 'off' || settings.mount === HAND))
    .filter(({ profile }) =>
      profile.radios.some((radio) => radio.roles.includes('master') && wanted.has(radio.family)),
    );
  return cheapestFirst(
    rig,
    spares.map((spare) => [set(spare, 'mount', body), set(spare, 'role', 'master'), set(spare, 'on', true)]),
  );
}
