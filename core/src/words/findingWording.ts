/**
 * What is said of a finding: what will be seen, why, the five words at the gap, and the values that disagree.
 * Written for a person in a dark room. The core hands over codes and values; nothing else words them.
 */
import type { Fault } from '../rig/check.ts';
import { type Code, type Stage, stageOf } from '../rig/codes.ts';
import type { Finding } from '../verdict/finding.ts';
import { reasonOf } from './findingReasons.ts';
import { stopsCounted } from './saying.ts';
import { listed, type Names } from './settingWords.ts';

export interface FindingText {
  /** What will be seen. */
  what: string;
  why: string;
  /** The gap in the line, about five words. */
  gap: string;
  evidence: readonly { label: string; value: string }[];
}

/** Who suffers, with the verb in its number: "Light 3 fires", "Light 3 and Light 5 fire". */
interface Sufferers {
  who: string;
  verb: (one: string, more: string) => string;
}

type Seen<C extends Code> = (sufferers: Sufferers, finding: Finding<C>) => string;

const staySilent = ({ who, verb }: Sufferers): string => `${who} ${verb('stays', 'stay')} silent.`;
const unmetered = ({ who, verb }: Sufferers): string => `${who} ${verb('fires', 'fire')}, but unmetered.`;
const wrongPower = ({ who, verb }: Sufferers, finding: Finding): string =>
  `${who} ${verb('fires', 'fire')} ${offBy(finding) ?? 'at the wrong power'}.`;
const tooEarly = ({ who, verb }: Sufferers): string =>
  `${who} ${verb('fires', 'fire')} too early and ${verb('leaves', 'leave')} the picture dark.`;
const darkBar = ({ who, verb }: Sufferers): string => `${who} ${verb('leaves', 'leave')} a dark bar.`;
const strays = ({ who, verb }: Sufferers): string =>
  `${who} ${verb('fires', 'fire')} when ${verb('it', 'they')} should not.`;

/** Late for the whole picture, or for a part of it. */
const late: Seen<'frame.over-sync' | 'frame.latency'> = (sufferers, { params }) =>
  params.share === 0
    ? `${sufferers.who} ${sufferers.verb('fires', 'fire')} too late for the picture.`
    : darkBar(sufferers);

const outside: Seen<'frame.rear-curtain' | 'frame.no-hss' | 'eye.hss'> = (sufferers, { params }) =>
  params.share === 0 ? `${sufferers.who} ${sufferers.verb('fires', 'fire')} outside the picture.` : darkBar(sufferers);

const cutShort: Seen<'frame.tail-gradient' | 'frame.duration'> = ({ who, verb }, { params }) =>
  `${who} ${verb('loses', 'lose')} light to the shutter${params.share < 1 ? ' and part of the frame' : ''}.`;

/** What the model lacks keeps it silent, or takes away what it was asked for beyond firing. */
const lacking: Seen<'lamp.mode' | 'hearer.firmware' | 'hearer.generation' | 'shoe.firmware'> = (sufferers, finding) => {
  if (finding.severity === 'B') return staySilent(sufferers);
  if (finding.severity === 'A')
    return `${sufferers.who} ${sufferers.verb('fires', 'fire')} with the first curtain, not the second.`;
  const isManual = 'ability' in finding.params && finding.params.ability === 'manual';
  return isManual ? `${sufferers.who} ${sufferers.verb('fires', 'fire')} at the wrong power.` : unmetered(sufferers);
};

/** What will be seen; a code that is not here keeps a light silent, or is worth a word. */
const SEEN: { [C in Code]?: Seen<C> } = {
  'eye.burst': tooEarly,
  'eye.preflash': tooEarly,
  'frame.over-sync': late,
  'frame.latency': late,
  'frame.rear-curtain': outside,
  'frame.no-hss': outside,
  'eye.hss': outside,
  'frame.tail-gradient': cutShort,
  'frame.duration': cutShort,
  'hearer.selector': ({ who, verb }, { severity }) =>
    severity === 'A'
      ? `${who} ${verb('fires', 'fire')} late; this shutter still catches it, a faster one will not.`
      : `${who} ${verb('fires', 'fire')} out of time, too late for the picture.`,
  'lamp.heat': (sufferers, { params }) =>
    params.frame === undefined
      ? staySilent(sufferers)
      : `${sufferers.who} ${sufferers.verb('has', 'have')} to rest before the burst is over.`,
  'lamp.recycling': ({ who, verb }) => `${who} ${verb('misses', 'miss')} frames: charging takes longer than the pause.`,
  'lamp.mode': lacking,
  'hearer.firmware': lacking,
  'hearer.generation': lacking,
  'shoe.firmware': lacking,
  'shoe.foreign': unmetered,
  'shoe.passthrough-off': unmetered,
  'shoe.passthrough-foreign': unmetered,
  'shoe.start-order': unmetered,
  'foot.ttl-on-plain-link': unmetered,
  'lamp.power-floor': wrongPower,
  'lamp.power-ceiling': wrongPower,
  'power.overwritten': wrongPower,
  'power.shared-group': wrongPower,
  'sender.rivals': wrongPower,
  'power.local-trim': wrongPower,
  'power.dialled': wrongPower,
  'power.comp-limit': wrongPower,
  'crew.channels-exhausted': strays,
  'crew.clash': strays,
  'crew.no-id': ({ who }) => `${who} would fire for a stranger on this channel.`,
  'power.by-hand': ({ who, verb }) => `${who} ${verb('is', 'are')} set by hand.`,
  'advice.unknown-field': ({ who }) => `Nobody can say whether ${who} will fire.`,
  'advice.untested': ({ who, verb }) => `${who} ${verb('is', 'are')} not proven.`,
};

/** A signal that is too weak in some of the shots comes through in the others. */
function inSomeShots({ who, verb }: Sufferers, carried: number | null): string {
  if (carried === null) return `${who} ${verb('misses', 'miss')} some shots; nobody can say how many.`;
  return `${who} ${verb('fires', 'fire')} in about ${Math.round(100 * carried)} of 100 shots.`;
}

function whatIsSeen<C extends Code>(finding: Finding<C>, names: Names): string {
  const isOne = finding.units.length === 1;
  const sufferers = { who: listed(finding.units, names), verb: (one: string, more: string) => (isOne ? one : more) };
  const carried = (finding.params as { carried?: number | null }).carried;
  if (finding.severity === 'D' && carried !== undefined) return inSomeShots(sufferers, carried);
  const seen: Seen<C> | undefined = SEEN[finding.code];
  if (seen) return seen(sufferers, finding);
  return finding.severity === 'A' ? `Concerns ${sufferers.who}.` : staySilent(sufferers);
}

/** "2 stops too bright"; null where nobody can say by how much. */
function offBy({ params }: Finding): string | null {
  const off = 'stopsOff' in params ? params.stopsOff : undefined;
  return off == null ? null : `${stopsCounted(off)} too ${off > 0 ? 'bright' : 'dark'}`;
}

export function findingText(finding: Finding, names: Names): FindingText {
  const say = reasonOf(finding, names);
  return {
    what: whatIsSeen(finding, names),
    why: say.why,
    gap: say.gap,
    evidence: (say.evidence ?? []).map(([label, value]) => ({ label, value })),
  };
}

/** What is written at the gap of one light's line. */
export const gapText = (fault: Fault, names: Names): string => reasonOf(fault, names).gap;

const STATIONS: Readonly<Record<Stage, string>> = {
  body: 'at the camera',
  shoe: 'on the shoe',
  sender: 'at the sender',
  air: 'in the air',
  hearer: 'where it is received',
  foot: 'at the foot',
  lamp: 'at the lamp',
  frame: 'at the shutter',
};

/** Where a light's signal was lost, and at which other unit: "lost at the sender, Sender 1". */
export const lostText = ({ code, subject }: Fault, light: string, names: Names): string =>
  `lost ${STATIONS[stageOf(code)]}${subject === light ? '' : `, ${names.unit(subject)}`}`;

/** Why a fault is one, in a sentence. */
export const whyText = (fault: Fault, names: Names): string => reasonOf(fault, names).why;
