/** Mends of a net: its channel and its ID, at the sender and at everything that listens to it. */
import { inRange } from '../measure/range.ts';
import { clearChannels } from '../rig/emitters.ts';
import { channelRangeOf, freeId, idRange } from '../rig/net.ts';
import { hearerOf, isFlash, type Placed, type Rig } from '../rig/rig.ts';
import { type Candidate, hearersOf, lightsOf, mastersLike, type Mend, type Scene, set, TRIES } from './scene.ts';

/** Other hearers on a sender's net up to which the net may be moved instead of the one unit. */
const SMALL_NET = 1;

/** One of two controllers leaves the other to speak. */
export const oneController: Mend = ({ subject }) => [
  [set(subject, 'passive', true)],
  // A flash that no longer speaks still fires on its shoe; switched off it would leave the picture.
  [set(subject, 'role', isFlash(subject) ? 'local' : 'off')],
];

/** A passive sender that already says what is wanted sets its lights again. */
export const passiveNoMore: Mend<'power.overwritten'> = ({ rig, params }) => {
  const saysSo = ({ settings }: Placed) => settings.groups?.[params.group]?.[params.setting] === params.expected;
  return rig.senders
    .filter((sender) => sender.settings.passive === true && !rig.strangers.has(sender.id) && saysSo(sender))
    .map((sender) => [set(sender, 'passive', false)]);
};

/** The odd sender as its hearers are, or all of them as it is. */
export function withTheOthers({ rig, subject, params }: Scene<'sender.odd'>): Candidate[] {
  const { setting, found, expected, hearers } = params;
  const others = hearers.map((id) => ({ ...set(rig.placed.get(id)!, setting, null), to: found }));
  return [[{ ...set(subject, setting, null), to: expected }], others];
}

/** Channels the sender has, those most of its hearers are on already first. */
export function commonChannels(scene: Scene): Candidate[] {
  const { rig, subject } = scene;
  const hearers = lightsOf(scene).map((light) => hearerOf(rig, light));
  const range = channelRangeOf(rig, subject);
  if (!range) return [];
  const votes = new Map<number, number>([[range.from, 0]]);
  for (const { settings } of hearers) {
    if (settings.channel != null && inRange(settings.channel, range))
      votes.set(settings.channel, (votes.get(settings.channel) ?? 0) + 1);
  }
  return [...votes]
    .sort((a, b) => b[1] - a[1] || a[0] - b[0])
    .slice(0, TRIES)
    .map(([channel]) => [
      set(subject, 'channel', channel),
      ...notOn(hearers, channel).map((hearer) => set(hearer, 'channel', channel)),
    ]);
}

const notOn = (placed: readonly Placed[], channel: number): Placed[] =>
  [...new Set(placed)].filter((one) => one.settings.channel !== channel);

/** The hearer on the sender's channel, or a small net on the hearer's. */
export function sameChannel({ rig, subject, params }: Scene<'hearer.channel' | 'hearer.dip'>): Candidate[] {
  const sender = rig.placed.get(params.sender)!;
  const [found, expected] = [params.found!, params.expected!];
  const range = channelRangeOf(rig, subject);
  const others = hearersOf(rig, sender).filter((placed) => placed.id !== subject.id);
  const toSender = !range || inRange(expected, range) ? [[set(subject, 'channel', expected)]] : [];
  // It has no such channel as it is said to be on: neither can the net be moved there.
  if (range && !inRange(found, range)) return [...toSender, ...clearChannel(rig, sender)];
  // Moving the whole net to suit one unit makes sense only where the net is hardly more than that unit.
  if (others.length > SMALL_NET && toSender.length > 0) return toSender;
  const moved = notOn(others, found).map((placed) => set(placed, 'channel', found));
  return [...toSender, [set(sender, 'channel', found), ...moved]];
}

export function sameId({ rig, subject, params }: Scene<'hearer.id'>): Candidate[] {
  const sender = rig.placed.get(params.sender)!;
  const own = idRange(rig, subject);
  if (own && (params.expected === 0 || inRange(params.expected!, own)))
    return [[set(subject, 'networkId', params.expected)]];
  // A unit without IDs hears only a net whose ID is off.
  const withId = [sender, ...hearersOf(rig, sender)].filter((placed) => placed.settings.networkId !== 0);
  return [withId.map((placed) => set(placed, 'networkId', 0))];
}

/** The whole net of a master on a channel that keeps clear of everybody else. */
export function clearChannel(rig: Rig, master: Placed): Candidate[] {
  const isHere = (one: Placed) => one.settings.channel === master.settings.channel;
  const hearers = hearersOf(rig, master).filter(isHere);
  const members = [...new Set([master, ...mastersLike(rig, master).filter(isHere), ...hearers])];
  return clearChannels(rig, master, hearers)
    .slice(0, TRIES)
    .map((channel) => members.map((member) => set(member, 'channel', channel)));
}

export const otherChannel: Mend = ({ rig, subject }) => clearChannel(rig, subject);

export const netId: Mend<'crew.no-id' | 'sender.id-range'> = ({ rig, subject }) => {
  const range = idRange(rig, subject);
  const free = range === null ? null : freeId(rig, range);
  if (free === null) return [];
  // A change of ID must reach every hearer of the net at once, also those another body's sender drives.
  const members = new Set([subject, ...hearersOf(rig, subject), ...mastersLike(rig, subject)]);
  return [[...members].filter((one) => idRange(rig, one) !== null).map((member) => set(member, 'networkId', free))];
};
