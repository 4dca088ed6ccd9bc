/** Mends of a net: its channel, its ID and the letters by which a sender speaks to its lights. */
import { inRange } from '../measure/range.ts';
import type { Change } from '../record/change.ts';
import { type GroupPath, groupPath } from '../record/settings.ts';
import { clearChannels } from '../rig/emitters.ts';
import { channelRangeOf, freeId, groupsOf, idRange, lettersBetween, mastersOf } from '../rig/net.ts';
import { hearerOf, isFlash, type Light, type Placed, radioInUse, type Rig } from '../rig/rig.ts';
import { bodiesOf } from '../verdict/finding.ts';
import {
  type Candidate,
  hearersOf,
  lightsOf,
  mastersLike,
  type Mend,
  type Scene,
  senderIn,
  set,
  TRIES,
} from './scene.ts';

/** Other hearers on a sender's net up to which the net may be moved instead of the one unit. */
const SMALL_NET = 1;

/** A letter switched on with what a light wants. */
function drive(sender: Placed, letter: string, { settings }: Light): Change[] {
  const { mode, power } = settings;
  return [
    set(sender, groupPath(letter, 'on'), true),
    ...(mode == null ? [] : [set(sender, groupPath(letter, 'mode'), mode)]),
    ...(power == null ? [] : [set(sender, groupPath(letter, 'power'), power)]),
  ];
}

const lettersOf = (rig: Rig, sender: Placed): readonly string[] => {
  const radio = radioInUse(sender);
  return (radio && groupsOf(radio, rig.families.get(radio.family))) ?? [];
};

const lettersInUse = (rig: Rig, sender: Placed) =>
  new Set(hearersOf(rig, sender).map((hearer) => hearer.settings.group));

/** A letter to itself, for a light that cannot share. */
export const ownLetter: Mend = (scene) => {
  const { rig, subject: sender } = scene;
  const used = lettersInUse(rig, sender);
  const free = lettersOf(rig, sender).filter((letter) => !used.has(letter));
  const [light] = lightsOf(scene);
  if (!light) return [];
  return free
    .slice(0, TRIES)
    .map((letter) => [set(hearerOf(rig, light), 'group', letter), ...drive(sender, letter, light)]);
};

/** First letters that already say what the lights want, then free ones, then any that is on. */
export function otherLetters(scene: Scene): Candidate[] {
  const { rig } = scene;
  const sender = senderIn(scene);
  const lights = lightsOf(scene);
  const [first] = lights;
  if (!sender || !first) return [];
  const can = lights.map((light) => lettersBetween(rig, sender, hearerOf(rig, light)) ?? []);
  const letters = lettersOf(rig, sender).filter((letter) => can.every((own) => own.includes(letter)));
  const said = (letter: string) => sender.settings.groups?.[letter];
  const { mode, power } = first.settings;
  const used = lettersInUse(rig, sender);
  const isOn = (letter: string) => said(letter)?.on === true;
  const suits = letters.filter(
    (letter) => isOn(letter) && said(letter)?.mode === mode && said(letter)?.power === power,
  );
  const free = letters.filter((letter) => !used.has(letter));
  const hearers = [...new Set(lights.map((light) => hearerOf(rig, light)))];
  const moved = (letter: string): Change[] => hearers.map((hearer) => set(hearer, 'group', letter));
  return [
    ...suits.slice(0, TRIES).map(moved),
    ...free.slice(0, TRIES).map((letter) => [...moved(letter), ...drive(sender, letter, first)]),
    ...letters.filter(isOn).slice(0, TRIES).map(moved),
  ];
}

/** The mode or power a sender should tell the group. */
export const tellGroup: Mend<'power.overwritten' | 'sender.rivals'> = ({ subject, params }) => {
  const path: GroupPath = groupPath(params.group, params.setting);
  return [[{ ...set(subject, path, null), to: params.expected } as Change]];
};

export const groupOn: Mend<'sender.group-off'> = ({ subject, params }) => [
  [set(subject, groupPath(params.group, 'on'), true)],
];

/** One of two controllers leaves the other to speak. */
export const oneController: Mend = ({ subject }) => [
  [set(subject, 'passive', true)],
  // A flash that no longer speaks still fires on its shoe; switched off it would leave the picture.
  [set(subject, 'role', isFlash(subject) ? 'local' : 'off')],
];

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
function clearChannel(rig: Rig, master: Placed): Candidate[] {
  const isHere = (one: Placed) => one.settings.channel === master.settings.channel;
  const hearers = hearersOf(rig, master).filter(isHere);
  const members = [...new Set([master, ...mastersLike(rig, master).filter(isHere), ...hearers])];
  return clearChannels(rig, master, hearers)
    .slice(0, TRIES)
    .map((channel) => members.map((member) => set(member, 'channel', channel)));
}

export const otherChannel: Mend = ({ rig, subject }) => clearChannel(rig, subject);

/** An ID of our own, or another channel, for every unit of the net at once. */
function apart(rig: Rig, light: Light): Candidate[] {
  const hearer = hearerOf(rig, light);
  return mastersOf(rig, hearer).flatMap((master) => {
    const members = [...new Set([master, hearer, ...hearersOf(rig, master), ...mastersLike(rig, master)])].filter(
      (member) => !rig.strangers.has(member.id),
    );
    const range = idRange(rig, master);
    const free = range && members.every((member) => idRange(rig, member)) ? freeId(rig, range) : null;
    return [
      ...(free === null ? [] : [members.map((member) => set(member, 'networkId', free))]),
      ...clearChannel(rig, master),
    ];
  });
}

/** A stray is kept from what sets it off, or, where that is one of ours, taken as meant. */
export function acceptOrTurnAway({ rig, finding, subject, params }: Scene<'crew.clash'>): Candidate[] {
  const { firesFor, sees, link } = subject.settings;
  const rest = (sees ?? []).filter((id) => id !== params.cause);
  const away = link === 'eye' ? [[set(subject, 'sees', rest)]] : [];
  const bodies = bodiesOf(finding);
  if (bodies.some((body) => rig.strangers.has(body))) {
    return [...away, ...(isFlash(subject) ? apart(rig, subject) : [])];
  }
  return [...away, [set(subject, 'firesFor', [...(firesFor ?? []), ...bodies])]];
}

export const netId: Mend<'crew.no-id' | 'sender.id-range'> = ({ rig, subject }) => {
  const range = idRange(rig, subject);
  const free = range === null ? null : freeId(rig, range);
  if (free === null) return [];
  // A change of ID must reach every hearer of the net at once, also those another body's sender drives.
  const members = new Set([subject, ...hearersOf(rig, subject), ...mastersLike(rig, subject)]);
  return [[...members].map((member) => set(member, 'networkId', free))];
};
