/** Fixes: setting changes the simulator has proven to remove a finding without blocking anything else. */
import { controlOf } from '../path/passage.ts';
import { type Change, isByAir, isNoChange, withSetting } from '../record/look.ts';
import { bodyUnder, isBody, isFlash, type Rig, rigOf } from '../rig/rig.ts';
import { carrierOf } from '../rig/stack.ts';
import { type Finding, judge, type Judgement } from '../verdict/judge.ts';
import { candidatesFor } from './fixCandidates.ts';
import type { Candidate } from './mends.ts';

/** Seconds a change costs (handbook 04): at the camera, at the unit, a swap of hardware; a walk comes on top. */
export const CAMERA_SECONDS = 5;
export const AT_UNIT_SECONDS = 20;
export const SWAP_SECONDS = 180;

/** Settings that mean taking something off and putting something else on. */
const SWAPS: ReadonlySet<string> = new Set(['plugs', 'mount', 'receiver', 'cord', 'cells', 'cableM']);

/** Whether a change takes something off and puts something else on. */
export const needsSwap = (change: Change): boolean => SWAPS.has(change.setting);

/**
 * One fault often hides the next on the same line, and a fix follows it there. Each candidate may be judged this
 * often: a chain that needs more is no mend but another plan.
 */
const PROOFS_PER_CANDIDATE = 16;

export interface Fix {
  changes: readonly Change[];
  /** Work in seconds, walks included where they are recorded. */
  seconds: number;
  /** Seconds of that spent walking; null when a walk is needed and nobody recorded how far. */
  walkSeconds: number | null;
}

/** What to get when no setting helps, by kind; wording.ts says it. */
export interface Need {
  kind: 'receiver' | 'sender' | 'cable' | 'firmware' | 'generation' | 'isolator' | 'top-shoe' | 'turns';
  /** What it must match: a family, the sockets at both ends, or a version. */
  match: readonly string[];
}

/** Proven fixes for one finding, cheapest first; one that degrades something only where none is clean. */
export function fixesFor(judgement: Judgement, finding: Finding): Fix[] {
  const proven: { fix: Fix; clean: boolean }[] = [];
  for (const candidate of candidatesFor(judgement, finding)) {
    const proof = prove(judgement, finding, candidate, { left: PROOFS_PER_CANDIDATE });
    if (proof) proven.push({ fix: fixOf(judgement.rig, proof.changes), clean: proof.clean });
  }
  const clean = proven.filter((one) => one.clean);
  // Two ways of guessing may end at the same changes.
  const distinct = new Map((clean.length > 0 ? clean : proven).map(({ fix }) => [JSON.stringify(fix.changes), fix]));
  return [...distinct.values()].sort((a, b) => a.seconds - b.seconds).slice(0, 2);
}

function fixOf(rig: Rig, changes: readonly Change[]): Fix {
  const { seconds, walkSeconds } = costOf(rig, changes);
  return { changes, seconds, walkSeconds };
}

interface Proof {
  changes: readonly Change[];
  /** Nothing new blocks, and nothing new degrades. */
  clean: boolean;
}

/** The changes, extended where they uncover a further fault on the same line; null when that does not end well. */
function prove(before: Judgement, finding: Finding, candidate: Candidate, budget: { left: number }): Proof | null {
  const real = candidate.filter((change) => !isNoChange(change));
  if (real.length === 0 || budget.left-- <= 0) return null;
  const after = rejudge(before, finding, real);
  if (after.findings.some((other) => other.id === finding.id)) return null;
  const known = new Set(before.findings.map((other) => other.id));
  // Forgetting what a part is set to hides a fault and mends nothing.
  if (after.findings.some((other) => other.code === 'advice.unknown-field' && !known.has(other.id))) return null;
  const fresh = after.findings.filter((other) => other.severity !== 'A' && !known.has(other.id));
  const uncovered = fresh.find((other) => other.severity === 'B');
  if (!uncovered) return { changes: real, clean: fresh.length === 0 };
  for (const next of candidatesFor(after, uncovered)) {
    const longer = prove(before, finding, mergeChanges(real, next), budget);
    if (longer) return longer;
  }
  return null;
}

/** Later changes win, and keep the value the first one started from. */
export function mergeChanges(first: readonly Change[], next: readonly Change[]): Change[] {
  const merged = new Map(first.map((change) => [`${change.unit} ${change.setting}`, change]));
  for (const change of next) {
    const key = `${change.unit} ${change.setting}`;
    const earlier = merged.get(key);
    merged.set(key, earlier ? { ...change, from: earlier.from } : change);
  }
  return [...merged.values()];
}

/** The judgement after changes, of the lights the changes can reach and the finding's own. */
function rejudge(before: Judgement, finding: Finding, changes: readonly Change[]): Judgement {
  const rig = withRigChanges(before.rig, changes);
  const touched = new Set(changes.map((change) => change.unit));
  return judge(rig, reach(before.rig, rig, touched, finding.units));
}

export function withRigChanges(rig: Rig, changes: readonly Change[]): Rig {
  const placed = new Map(rig.placed);
  for (const change of changes) {
    const one = placed.get(change.unit)!;
    placed.set(change.unit, { ...one, settings: withSetting(one.settings, change.setting, change.to) });
  }
  return rigOf(rig.families, [...placed.values()], rig.around);
}

/**
 * Lights whose verdict may differ after units were touched, with everything their eyes see; undefined for all.
 * Exact: a light depends only on its body, its senders, its hearer, itself, and what it watches.
 */
export function reach(
  before: Rig,
  rig: Rig,
  touched: ReadonlySet<string>,
  lights: readonly string[],
): ReadonlySet<string> | undefined {
  const isShared = (id: string) => isBody(rig.placed.get(id)!) || isSender(before, id) || isSender(rig, id);
  if ([...touched].some(isShared)) return undefined;
  // Putting something on a trigger may change what its whole stack does.
  if ([...touched].some((id) => isStacked(before, id) || isStacked(rig, id))) return undefined;
  const reached = new Set(lights);
  for (const light of rig.lights) {
    if (touched.has(light.id) || (light.settings.receiver != null && touched.has(light.settings.receiver)))
      reached.add(light.id);
  }
  spread(rig, reached, downstream(rig));
  const watched = new Map(rig.lights.map((light) => [light.id, light.settings.sees ?? []]));
  spread(rig, reached, watched);
  return rig.lights.some((light) => light.settings.link === 'eye' && light.settings.sees == null) ? undefined : reached;
}

const isStacked = (rig: Rig, id: string): boolean => {
  const one = rig.placed.get(id)!;
  return (
    carrierOf(rig, one)?.profile.kind === 'trigger' ||
    [...rig.placed.values()].some((other) => other.settings.mount === id)
  );
};

const isSender = (rig: Rig, id: string): boolean =>
  [...rig.sendersOn.values()].some((senders) => senders.some((sender) => sender.id === id));

function downstream(rig: Rig): Map<string, readonly string[]> {
  const watchers = new Map<string, string[]>();
  for (const light of rig.lights) {
    if (light.settings.link !== 'eye') continue;
    for (const seen of light.settings.sees ?? []) {
      const list = watchers.get(seen);
      if (list) list.push(light.id);
      else watchers.set(seen, [light.id]);
    }
  }
  return watchers;
}

function spread(rig: Rig, reached: Set<string>, next: ReadonlyMap<string, readonly string[]>): void {
  const open = [...reached];
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    for (const other of next.get(id) ?? []) {
      if (reached.has(other) || !rig.placed.has(other)) continue;
      reached.add(other);
      open.push(other);
    }
  }
}

/** Whether a unit is in the photographer's hands. */
export function isAtCamera(rig: Rig, id: string): boolean {
  const placed = rig.placed.get(id);
  if (!placed) return false;
  if (isBody(placed)) return true;
  const { link } = placed.settings;
  return bodyUnder(rig.placed, placed) != null && link !== 'cable' && link !== 'cord';
}

export interface Cost {
  /** Work and the walks that are recorded. */
  seconds: number;
  /** Of that spent walking; null when somebody must walk and nobody recorded how far. */
  walkSeconds: number | null;
  /** Walks nobody measured. */
  unmeasured: number;
}

/**
 * One trip to each unit, however much is changed there; what a sender pushes needs no walk to the light.
 * @param rig as it stands before the changes, so that no change makes another one dearer or cheaper.
 */
export function costOf(rig: Rig, changes: readonly Change[]): Cost {
  let seconds = 0;
  let walked = 0;
  let unmeasured = 0;
  const visited = new Set<string>();
  const dialled = new Set<string>();
  for (const change of changes) {
    const swap = SWAPS.has(change.setting);
    if (isAtCamera(rig, change.unit)) {
      seconds += swap ? SWAP_SECONDS : CAMERA_SECONDS;
      continue;
    }
    if (PLAN_ONLY.has(change.setting) || isPushed(rig, change)) continue;
    // All that is dialled on one unit is one stop at it, whatever else is done there.
    if (swap) seconds += SWAP_SECONDS;
    else if (!dialled.has(change.unit)) seconds += AT_UNIT_SECONDS;
    if (!swap) dialled.add(change.unit);
    if (visited.has(change.unit)) continue;
    visited.add(change.unit);
    const walk = walkTo(rig, change.unit);
    if (walk === null) unmeasured++;
    else walked += walk;
  }
  return { seconds: seconds + walked, walkSeconds: unmeasured > 0 ? null : walked, unmeasured };
}

/** What the crew intends, not what is dialled anywhere. */
const PLAN_ONLY: ReadonlySet<string> = new Set(['firesFor']);

/** Mode and power of a light that a sender controls are the crew's wish: the sender sets them there. */
function isPushed(rig: Rig, { unit, setting }: Change): boolean {
  if (setting !== 'mode' && setting !== 'power') return false;
  const light = rig.placed.get(unit);
  if (!light || !isFlash(light) || !isByAir(light.settings)) return false;
  return [...rig.sendersOn.values()].flat().some((sender) => controlOf(rig, sender, light).holds === true);
}

/** Whether a change needs nobody to leave the camera. */
export const isDoneAtCamera = (rig: Rig, change: Change): boolean =>
  isAtCamera(rig, change.unit) || isPushed(rig, change);

/** A receiver stands where its light stands. */
function walkTo(rig: Rig, id: string): number | null {
  const own = rig.placed.get(id)?.settings.walkSeconds;
  if (own != null) return own;
  return rig.lights.find((light) => light.settings.receiver === id)?.settings.walkSeconds ?? null;
}

/** The gear that would help, for findings that settings alone cannot mend. */
export function needFor(rig: Rig, finding: Finding): Need | null {
  const { params } = finding;
  switch (finding.code) {
    case 'foot.no-receiver':
    case 'hearer.family': {
      const family = (params.family ?? params.expected) as string | null;
      return { kind: 'receiver', match: family === null ? [] : [rig.families.get(family)?.name ?? family] };
    }
    case 'hearer.firmware':
    case 'shoe.firmware':
      return { kind: 'firmware', match: [String(params.needed)] };
    case 'hearer.maker-mode':
    case 'hearer.generation':
      return { kind: 'generation', match: params.expected == null ? [] : [String(params.expected)] };
    case 'shoe.no-top-shoe':
      return { kind: 'top-shoe', match: [] };
    case 'foot.voltage':
      return { kind: 'isolator', match: params.volts == null ? [] : [`${Number(params.volts)} V`] };
    case 'sender.no-link':
      if (typeof params.needed === 'string') return { kind: 'firmware', match: [params.needed] };
      return { kind: 'sender', match: [] };
    case 'shoe.no-centre':
      return { kind: 'sender', match: typeof params.shoe === 'string' ? [params.shoe] : [] };
    case 'crew.channels-exhausted':
      return { kind: 'turns', match: [] };
    case 'foot.socket':
    case 'body.no-sync-port':
      return {
        kind: 'cable',
        match: [params.near, params.far].filter((socket): socket is string => typeof socket === 'string'),
      };
    default:
      return null;
  }
}
