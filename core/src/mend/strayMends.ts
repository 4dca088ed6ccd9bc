/** Mends of a light that fires for a shutter it is not meant for: kept from what sets it off. */
import { groupPath } from '../record/settings.ts';
import { clearChannels } from '../rig/emitters.ts';
import { isMeantFor } from '../rig/meantFor.ts';
import { freeId, idRange, lettersBetween, mastersOf } from '../rig/net.ts';
import { hearerOf, isFlash, type Light, type Placed, type Rig } from '../rig/rig.ts';
import { sendersServing } from '../rig/serving.ts';
import { bodiesOf } from '../verdict/finding.ts';
import { byRadio } from './eyeMends.ts';
import { drive } from './letterMends.ts';
import { clearChannel } from './netMends.ts';
import { type Candidate, hearersOf, mastersLike, type Scene, set, TRIES } from './scene.ts';

/** An eye is shielded, or left for the radio; what hears a sender is parted from it by a letter, an ID or a channel. */
export function turnAway(scene: Scene<'crew.clash'>): Candidate[] {
  const { rig, finding, subject, params } = scene;
  if (!isFlash(subject)) return [];
  const { sees, link } = subject.settings;
  if (link === 'eye')
    return [
      [
        set(
          subject,
          'sees',
          (sees ?? []).filter((id) => id !== params.cause),
        ),
      ],
      ...byRadio(scene),
    ];
  if (bodiesOf(finding).some((body) => rig.strangers.has(body))) return fromStrangers(rig, subject);
  const cause = rig.placed.get(params.cause);
  return cause ? fromOurs(rig, subject, cause) : [];
}

/** To want it to fire there too is no mend, and is offered apart. */
export const accepted = ({ rig, finding, subject }: Scene<'crew.clash'>): Candidate[] => {
  const bodies = bodiesOf(finding);
  const isOurs = !bodies.some((body) => rig.strangers.has(body));
  if (!isOurs || !isFlash(subject)) return [];
  // Where nobody said for whom it fires, it keeps those its link serves.
  const now = rig.bodies.filter((body) => isMeantFor(rig, subject, body) === true).map(({ id }) => id);
  return [[set(subject, 'firesFor', [...now, ...bodies])]];
};

/** An ID of our own, or another channel, for every unit of the net at once. */
function fromStrangers(rig: Rig, light: Light): Candidate[] {
  const hearer = hearerOf(rig, light);
  return mastersOf(rig, hearer).flatMap((master) => {
    const members = [...new Set([master, hearer, ...hearersOf(rig, master), ...mastersLike(rig, master)])].filter(
      (member) => !rig.strangers.has(member.id),
    );
    return [...ownId(rig, master, members), ...clearChannel(rig, master)];
  });
}

function ownId(rig: Rig, master: Placed, members: readonly Placed[]): Candidate[] {
  const range = idRange(rig, master);
  const free = range && members.every((member) => idRange(rig, member)) ? freeId(rig, range) : null;
  return free === null ? [] : [members.map((member) => set(member, 'networkId', free))];
}

/** The other body's sender leaves the letter alone, or the two nets go apart: whichever of them is less to set comes first. */
function fromOurs(rig: Rig, light: Light, cause: Placed): Candidate[] {
  const hearer = hearerOf(rig, light);
  const { group } = hearer.settings;
  const serving = sendersServing(rig, light).filter(({ id }) => id !== cause.id);
  const letterOff = group == null ? [] : [[set(cause, groupPath(group, 'on'), false)]];
  return [...letterOff, ...otherLetter(rig, light, serving, cause), ...netsApart(rig, serving, cause)];
}

/** A letter its own senders drive and the other one does not. */
function otherLetter(rig: Rig, light: Light, serving: readonly Placed[], cause: Placed): Candidate[] {
  const hearer = hearerOf(rig, light);
  const [first] = serving;
  if (!first) return [];
  const can = serving.map((sender) => lettersBetween(rig, sender, hearer) ?? []);
  const inUse = new Set(hearersOf(rig, first).map(({ settings }) => settings.group));
  return can[0]!
    .filter((letter) => !inUse.has(letter) && can.every((letters) => letters.includes(letter)))
    .slice(0, TRIES)
    .map((letter) => [
      set(hearer, 'group', letter),
      ...serving.flatMap((sender) => drive(sender, letter, light)),
      set(cause, groupPath(letter, 'on'), false),
    ]);
}

/** Those who serve it, with everything that listens to them alone, or the other sender with what listens to it alone. */
function netsApart(rig: Rig, serving: readonly Placed[], cause: Placed): Candidate[] {
  const sides = [serving, [cause]].filter((side) => side.length > 0);
  const listeners = (side: readonly Placed[]) =>
    rig.lights
      .filter((light) => sendersServing(rig, light).some((one) => side.includes(one)))
      .map((light) => hearerOf(rig, light));
  return sides.flatMap((side): Candidate[] => {
    const others = new Set(listeners(sides.find((one) => one !== side) ?? []));
    const own = [...new Set(listeners(side))].filter((hearer) => !others.has(hearer));
    const [master] = side;
    const members = [...side, ...own];
    const moved = clearChannels(rig, master!, own).slice(0, TRIES);
    return [
      ...ownId(rig, master!, members),
      ...moved.map((channel) => members.map((member) => set(member, 'channel', channel))),
    ];
  });
}
