/**
 * What is said of a finding: what will be seen, why, the five words at the gap, and the values that disagree.
 * Written for a person in a dark room. The core hands over codes and values; nothing else words them.
 */
import { stopsLabel } from '../measure/stops.ts';
import type { Fault } from '../rig/check.ts';
import type { Finding } from '../verdict/finding.ts';
import { reasonOf } from './findingReasons.ts';
import { listed, type Names } from './settingWords.ts';

export interface FindingText {
  /** What will be seen. */
  what: string;
  why: string;
  /** The gap in the line, about five words. */
  gap: string;
  evidence: readonly { label: string; value: string }[];
}

/** What will be seen, by severity and code. */
function whatIsSeen(finding: Finding, names: Names): string {
  const who = listed(finding.units, names);
  const many = finding.units.length > 1;
  const verb = (one: string, more: string) => (many ? more : one);
  const carried = 'carried' in finding.params ? finding.params.carried : undefined;
  if (finding.severity === 'D' && carried !== undefined)
    return carried === null
      ? `${who} ${verb('misses', 'miss')} some shots; nobody can say how many.`
      : `${who} ${verb('fires', 'fire')} in about ${Math.round(100 * Number(carried))} of 100 shots.`;
  switch (finding.code) {
    case 'eye.burst':
    case 'eye.preflash':
      return `${who} ${verb('fires', 'fire')} too early and ${verb('leaves', 'leave')} the picture dark.`;
    case 'frame.over-sync':
    case 'frame.latency':
      return Number(finding.params.share) === 0
        ? `${who} ${verb('fires', 'fire')} too late for the picture.`
        : `${who} ${verb('leaves', 'leave')} a dark bar in the picture.`;
    case 'hearer.selector':
      return `${who} ${verb('fires', 'fire')} out of time, too late for the picture.`;
    case 'frame.tail-gradient':
    case 'frame.duration':
      return `${who} ${verb('loses', 'lose')} light to the shutter${Number(finding.params.share) < 1 ? ' and part of the picture' : ''}.`;
    case 'lamp.heat':
      if (finding.params.frame != null) return `${who} ${verb('has', 'have')} to rest before the burst is over.`;
      return `${who} ${verb('stays', 'stay')} dark.`;
    case 'lamp.recycling':
      return `${who} ${verb('misses', 'miss')} frames: charging takes longer than the pause.`;
    case 'lamp.mode':
    case 'hearer.firmware':
    case 'hearer.generation':
    case 'shoe.firmware':
      if (finding.severity === 'B') return `${who} ${verb('stays', 'stay')} dark.`;
      if ('ability' in finding.params && finding.params.ability === 'manual') return `${who} ${verb('fires', 'fire')} at the wrong power.`;
      return `${who} ${verb('fires', 'fire')}, but unmetered.`;
    case 'shoe.foreign':
    case 'shoe.passthrough-off':
    case 'shoe.passthrough-foreign':
    case 'shoe.start-order':
    case 'foot.ttl-on-plain-link':
      return `${who} ${verb('fires', 'fire')}, but unmetered.`;
    case 'lamp.power-floor':
    case 'lamp.power-ceiling':
    case 'power.overwritten':
    case 'power.shared-group':
    case 'sender.rivals':
    case 'power.local-trim':
    case 'power.comp-limit':
      return `${who} ${verb('fires', 'fire')} at the wrong power${offBy(finding)}.`;
    case 'frame.rear-curtain':
    case 'frame.no-hss':
    case 'eye.hss':
      return Number(finding.params.share) === 0
        ? `${who} ${verb('fires', 'fire')} outside the picture.`
        : `${who} ${verb('leaves', 'leave')} a dark bar in the picture.`;
    case 'crew.channels-exhausted':
    case 'crew.clash':
      return `${who} ${verb('fires', 'fire')} when ${verb('it', 'they')} should not.`;
    case 'crew.no-id':
      return `${who} would fire for a stranger on this channel.`;
    case 'power.by-hand':
      return `${who} ${verb('is', 'are')} set by hand.`;
    case 'advice.unknown-field':
      return `Nobody can say whether ${who} will fire.`;
    case 'advice.untested':
      return `${who} ${verb('is', 'are')} not proven.`;
    default:
      if (finding.severity === 'A') return `${who}: worth a word.`;
      return `${who} ${verb('stays', 'stay')} dark.`;
  }
}

const offBy = (finding: Finding): string =>
  'stopsOff' in finding.params && finding.params.stopsOff !== undefined
    ? `, ${stopsLabel(finding.params.stopsOff)} stops off`
    : '';

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
export const gapText = (fault: Fault, names: Names): string =>
  reasonOf(fault, names).gap;

/** Why a fault is one, in a sentence. */
export const whyText = (fault: Fault, names: Names): string =>
  reasonOf(fault, names).why;
