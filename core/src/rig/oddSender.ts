/** A sender that is set otherwise than its lights, which agree with each other. docs/model.md, The odd one out. */
import { canBeSet } from './canBeSet.ts';
import { isByAir } from '../record/settings.ts';
import { isMeantFor } from './meantFor.ts';
import { networkIdOf } from './net.ts';
import { bodyUnder, hearerOf, type Light, type Placed, radioInUse, type Rig } from './rig.ts';

/** What sender and hearers must share. */
export const SHARED = ['channel', 'networkId', 'pin'] as const;
export type Shared = (typeof SHARED)[number];

/** So many hearers must say the same before it is the sender that is set wrong. */
export const LEAST_AGREEING = 2;

export interface Odd {
  /** What the hearers are set to. */
  agreed: number;
  /** Those that are, in id order. */
  hearers: readonly string[];
}

/** What each hearer of a sender is set to, by its id; null where it is not recorded, or none its model has. */
type Votes = ReadonlyMap<string, number | null>;

/** Worked out once for a rig: whoever asks for one light asks for the others too. */
interface Known {
  votes: Map<string, Votes>;
  odd: Map<string, Odd | null>;
}

const known = new WeakMap<Rig, Known>();

function knownOf(rig: Rig): Known {
  let of = known.get(rig);
  if (!of) known.set(rig, (of = { votes: new Map(), odd: new Map() }));
  return of;
}

/**
 * What most of a sender's hearers are set to where that is not what the sender is set to, and it can be; null where as many
 * agree with the sender, where they do not agree among themselves, or where the sender has no such value.
 */
export function oddSender(rig: Rig, sender: Placed, setting: Shared): Odd | null {
  const { odd } = knownOf(rig);
  const key = `${setting} ${sender.id}`;
  if (!odd.has(key)) odd.set(key, agreedAgainst(rig, sender, setting, votesFor(rig, sender, setting)));
  return odd.get(key)!;
}

/**
 * Whether hearers that are set otherwise, and listen as before, make a sender the odd one or no longer.
 * @param touched ids of all that is set otherwise; none of them a sender.
 */
export function changesOdd(before: Rig, after: Rig, setting: Shared, touched: ReadonlySet<string>): boolean {
  return before.senders.some((sender) => {
    const votes = votesFor(before, sender, setting);
    const moved = [...touched].filter((id) => votes.has(id));
    if (moved.length === 0) return false;
    const next = new Map(votes);
    for (const id of moved) next.set(id, voteOf(after, after.placed.get(id)!, setting));
    return oddSender(before, sender, setting)?.agreed !== agreedAgainst(before, sender, setting, next)?.agreed;
  });
}

function agreedAgainst(rig: Rig, sender: Placed, setting: Shared, votes: Votes): Odd | null {
  const byValue = new Map<number, string[]>();
  for (const [id, value] of votes) {
    if (value === null) continue;
    const list = byValue.get(value);
    if (list) list.push(id);
    else byValue.set(value, [id]);
  }
  const [first, second] = [...byValue].sort((a, b) => b[1].length - a[1].length);
  if (!first || first[1].length < LEAST_AGREEING || second?.[1].length === first[1].length) return null;
  const [agreed, hearers] = first;
  if (agreed === sharedValue(rig, sender, setting) || !canBeSet(rig, sender, setting, agreed)) return null;
  return { agreed, hearers: hearers.sort() };
}

export const sharedValue = (rig: Rig, placed: Placed, setting: Shared): number | null =>
  (setting === 'networkId' ? networkIdOf(rig, placed) : placed.settings[setting]) ?? null;

/** What its own model does not have says nothing of the sender. */
function voteOf(rig: Rig, hearer: Placed, setting: Shared): number | null {
  const value = sharedValue(rig, hearer, setting);
  return value !== null && canBeSet(rig, hearer, setting, value) ? value : null;
}

/** Everything of its family that should listen to it: of lights meant for the body it is on. */
function votesFor(rig: Rig, sender: Placed, setting: Shared): Votes {
  const { votes } = knownOf(rig);
  const key = `${setting} ${sender.id}`;
  const before = votes.get(key);
  if (before) return before;
  const body = bodyUnder(rig.placed, sender);
  const family = radioInUse(sender)?.family;
  const listens = (light: Light) =>
    isByAir(light.settings) &&
    radioInUse(hearerOf(rig, light))?.family === family &&
    !rig.strangers.has(light.id) &&
    isMeantFor(rig, light, body!) === true;
  const made = new Map<string, number | null>();
  for (const light of body ? rig.lights : []) {
    if (!listens(light)) continue;
    const hearer = hearerOf(rig, light);
    made.set(hearer.id, voteOf(rig, hearer, setting));
  }
  votes.set(key, made);
  return made;
}
