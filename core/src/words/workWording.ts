/** What is said of a plan of work, of a change not yet made, and of a frame not yet taken. */
import { isDoneAtCamera } from '../mend/cost.ts';
import { UNMEASURED_WALK_SECONDS, type Work } from '../mend/leastWork.ts';
import type { Change } from '../record/change.ts';
import type { Rig } from '../rig/rig.ts';
import type { CauseLink } from '../shot/causeChain.ts';
import type { FramePreview, SyncLimit } from '../shot/framePreview.ts';
import type { WhatIf } from '../verdict/whatIf.ts';
import { edgeText } from './saying.ts';
import { listed, type Names } from './settingWords.ts';

/** One stop of a plan: the camera, or a unit somebody walks to. */
export interface Visit {
  /** Null for what is in the photographer's hands. */
  unit: string | null;
  walkSeconds: number | null;
  changes: readonly Change[];
}

export function visitsOf(rig: Rig, work: Work): Visit[] {
  const stops = new Map<string | null, Change[]>();
  for (const change of work.changes) {
    const unit = isDoneAtCamera(rig, change) ? null : change.unit;
    stops.set(unit, [...(stops.get(unit) ?? []), change]);
  }
  return [...stops].map(([unit, changes]) => ({
    unit,
    walkSeconds: unit === null ? 0 : (rig.placed.get(unit)?.settings.walkSeconds ?? null),
    changes,
  }));
}

/** "4 min 56 s", "35 s". */
export function durationText(seconds: number): string {
  const whole = Math.round(seconds);
  return whole < 60 ? `${whole} s` : `${Math.floor(whole / 60)} min${whole % 60 === 0 ? '' : ` ${whole % 60} s`}`;
}

export function workSentence(work: Work, names: Names): string {
  if (work.changes.length === 0)
    return work.left.length === 0
      ? 'Nothing to do: every light fires as meant.'
      : `Nothing here saves ${listed(work.left, names)}.`;
  const walk = work.walkSeconds === null ? `, ${UNMEASURED_WALK_SECONDS} s counted for each walk nobody measured` : '';
  const left =
    work.left.length === 0
      ? 'then every light fires as meant'
      : `${listed(work.left, names)} still fail${work.left.length === 1 ? 's' : ''}`;
  return `${durationText(work.seconds)} of work${walk}: ${left}.`;
}

/** How good the plan is known to be. */
export const boundText = (work: Work): string =>
  work.exact
    ? 'No known combination of changes takes less.'
    : work.atLeast === 0
      ? 'A good plan; another order might save more.'
      : `A good plan; none can take less than ${durationText(work.atLeast)}.`;

export function whatIfSentence({ breaks, mends, clouds }: WhatIf, names: Names): string {
  const lights = (outcomes: WhatIf['breaks']) => [...new Set(outcomes.map((one) => one.light))];
  const parts = [
    breaks.length > 0 && `${listed(lights(breaks), names)} would fail`,
    clouds.length > 0 && `nobody could say of ${listed(lights(clouds), names)}`,
    mends.length > 0 && `${listed(lights(mends), names)} would fire as meant`,
  ].filter(Boolean);
  return parts.length === 0 ? 'No light would fare differently.' : `${parts.join('; ')}.`;
}

/** "This path is clean to 1/200; at 1/250 it loses 6 % at the lower edge." */
export function syncLimitText({ cleanTo, beyond }: SyncLimit): string {
  if (cleanTo === null) return 'No shutter time is clean on this path.';
  if (beyond === null) return 'Clean at every shutter time.';
  if (beyond.lost === 0)
    return `Clean to ${cleanTo}; at ${beyond.label} its slow pulse loses ${beyond.stops.toFixed(1)} stops.`;
  const percent = Math.max(1, Math.round(100 * beyond.lost));
  const edge = beyond.darkEdge === null ? 'of the light' : edgeText(beyond.darkEdge);
  return `Clean to ${cleanTo}; at ${beyond.label} it loses ${percent} % ${edge}.`;
}

const DID: Record<CauseLink['did'], string> = {
  contact: 'closes its contact',
  sent: 'sends',
  pre: 'meters',
  'red-eye': 'flashes against red eyes',
  burst: 'speaks in light',
  main: 'fires',
};

/** "Camera 1 closes its contact at 3.41 ms, Sender 1 sends at 3.46 ms, Light 1 fires at 3.91 ms." */
export const chainText = (chain: readonly CauseLink[], names: Names): string =>
  chain.length === 0
    ? 'Nothing reaches it.'
    : `${chain
        .map(
          ({ unit, atUs, did, possible }) =>
            `${names.unit(unit)} ${possible ? 'perhaps ' : ''}${DID[did]} at ${(atUs / 1000).toFixed(2).replace('-', '−')} ms`,
        )
        .join(', ')}.`;

/** What a small frame shows, for a reader. */
export function framePreviewText({ dark, gradient, pulse }: FramePreview): string {
  const darkness = dark === 0 ? 'whole frame lit' : dark === 1 ? 'nothing lit' : `${Math.round(100 * dark)} % dark`;
  const falls = gradient >= 0.1 ? `, falling by ${gradient.toFixed(1)} stops across` : '';
  return `${darkness}${falls}${pulse === 'instant' ? ', drawn as an instant: its duration is not recorded' : ''}`;
}
