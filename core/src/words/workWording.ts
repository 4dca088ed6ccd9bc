/** What is said of a plan of work, of a change not yet made, and of a frame not yet taken. */
import { isDoneAtCamera, placeOf, UNMEASURED_WALK_SECONDS } from '../mend/cost.ts';
import type { Work } from '../mend/leastWork.ts';
import { isOnUnit } from '../mend/lookUp.ts';
import type { Change } from '../record/change.ts';
import { groupPartsOf } from '../record/settingPath.ts';
import type { Rig } from '../rig/rig.ts';
import type { CauseLink } from '../shot/causeChain.ts';
import type { FramePreview, SyncLimit } from '../shot/framePreview.ts';
import type { WhatIf } from '../verdict/whatIf.ts';
import { counted, durationText, edgeText } from './saying.ts';
import { fieldOf, listed, type Names, settingValue, shutterText } from './settingWords.ts';
import { changeLines, needText } from './wording.ts';

/** One stop of a plan: the camera, or a place somebody walks to. */
export interface Visit {
  /** The unit that stands there; null for what is in the photographer's hands. */
  unit: string | null;
  walkSeconds: number | null;
  changes: readonly Change[];
}

/** Each place once, as its walk is counted; the camera first, since nobody has to go there. */
export function visitsOf(rig: Rig, work: Pick<Work, 'changes'>): Visit[] {
  const stops = new Map<string | null, Change[]>();
  for (const change of work.changes) {
    const unit = isDoneAtCamera(rig, change, work.changes) ? null : placeOf(rig, change.unit);
    stops.set(unit, [...(stops.get(unit) ?? []), change]);
  }
  const cameraFirst = [...stops].sort(([a], [b]) => Number(a !== null) - Number(b !== null));
  return cameraFirst.map(([unit, changes]) => ({
    unit,
    walkSeconds: unit === null ? 0 : (rig.placed.get(unit)?.settings.walkSeconds ?? null),
    changes,
  }));
}

/** "24 s walk", there and back; of a way nobody measured no length is said. */
export const walkText = (seconds: number | null): string =>
  seconds === null ? 'walk not measured' : `${durationText(seconds)} walk`;

/** What is done on one visit, all that is set for one letter in one line: "Group A on Sender 1: on, manual, 1/8". */
export function visitLines(changes: readonly Change[], names: Names): string[] {
  const letters = new Map<string, Change[]>();
  for (const change of changes) {
    const letter = groupPartsOf(change.setting)?.letter;
    if (letter === undefined || change.to == null) continue;
    const key = `Group ${letter} on ${names.unit(change.unit)}`;
    letters.set(key, [...(letters.get(key) ?? []), change]);
  }
  const merged = [...letters].filter(([, of]) => of.length > 1);
  const told = new Set(merged.flatMap(([, of]) => of));
  const valueOf = ({ unit, setting, to }: Change) => settingValue(setting, to, names, unit);
  return [
    ...changeLines(
      changes.filter((change) => !told.has(change)),
      names,
    ),
    ...merged.map(([group, of]) => `${group}: ${of.map(valueOf).join(', ')}`),
  ];
}

export function workSentence(work: Work, names: Names): string {
  const open = openText(work, names);
  if (work.changes.length === 0) {
    if (work.left.length > 0) return `Nothing here saves ${listed(work.left, names)}.${open}`;
    return open === '' ? 'Nothing to do: every light fires as meant.' : `Nothing to set.${open}`;
  }
  const walk = work.walkSeconds === null ? `, ${UNMEASURED_WALK_SECONDS} s counted for each walk nobody measured` : '';
  const left =
    work.left.length === 0
      ? `then every ${open === '' ? '' : 'other '}light fires as meant`
      : `${listed(work.left, names)} still fail${work.left.length === 1 ? 's' : ''}`;
  return `${durationText(work.seconds)} of work${walk}: ${left}.${open}`;
}

/** Of what is not known nobody says that it is done. */
function openText({ lookUp }: Work, names: Names): string {
  const { lights, fields, seconds } = lookUp;
  if (lights.length === 0) return '';
  const things = fields.length === 1 ? 'one thing is' : `${fields.length} things are`;
  const cost = seconds === 0 ? '' : `, ${durationText(seconds)} more`;
  return ` Of ${listed(lights, names)} nobody can say before ${things} looked up${cost}.`;
}

/** What is to be looked up, one line each: "channel of Light 3", "lowest power of Light 4, in its manual". */
export const lookUpLines = ({ lookUp }: Work, names: Names): string[] =>
  lookUp.fields.map((ref) => `${fieldOf(ref, names)}${isOnUnit(ref) ? '' : ', in its manual'}`);

/** What would serve the lights that are left, beside wanting less: one line each. */
export const needLines = ({ needs }: Work, names: Names): string[] =>
  needs.map(({ lights, need }) => `${listed(lights, names)}: ${lowerFirst(needText(need))}`);

const lowerFirst = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1);

/** How good the plan is known to be. */
/** @param limited whether only so much time was given. */
export function boundText(work: Work, limited = false): string {
  if (limited) return work.exact ? 'No more lights can be saved in that time.' : 'A good plan; another may save more.';
  if (work.exact) return 'No other settings take less.';
  return work.atLeast === 0
    ? 'A good plan; another may take less.'
    : `A good plan; none can take less than ${durationText(work.atLeast)}.`;
}

export function whatIfSentence({ breaks, mends, clouds }: WhatIf, names: Names): string {
  const lights = (outcomes: WhatIf['breaks']) => [...new Set(outcomes.map((one) => one.light))];
  const parts = [
    breaks.length > 0 && `${listed(lights(breaks), names)} would fail`,
    clouds.length > 0 && `nobody could say whether ${listed(lights(clouds), names)} would fire`,
    mends.length > 0 && `${listed(lights(mends), names)} would fire as meant`,
  ].filter(Boolean);
  const sentence = parts.join('; ');
  return parts.length === 0
    ? 'No light would fare differently.'
    : `${sentence.charAt(0).toUpperCase()}${sentence.slice(1)}.`;
}

/** "This path is clean to 1/200; at 1/250 it loses 6 % at the lower edge." */
export function syncLimitText({ cleanTo, beyond }: SyncLimit): string {
  if (cleanTo === null) return 'No shutter time is clean on this path.';
  if (beyond === null) return 'Clean at every shutter time.';
  const beginning = `Clean to ${shutterText(cleanTo)}; at ${shutterText(beyond.label)}`;
  if (beyond.lost === 0 && beyond.missedPops > 0)
    return `${beginning} ${counted(beyond.missedPops, 'pop')} ${beyond.missedPops === 1 ? 'comes' : 'come'} too late.`;
  if (beyond.lost === 0) return `${beginning} its slow pulse loses ${beyond.stops.toFixed(1)} stops.`;
  const percent = Math.max(1, Math.round(100 * beyond.lost));
  const edge = beyond.darkEdge === null ? 'of the light' : edgeText(beyond.darkEdge, 'the');
  return `${beginning} it loses ${percent} % ${edge}.`;
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
