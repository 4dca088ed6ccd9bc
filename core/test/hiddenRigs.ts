/** Rigs with a fault hidden in each: every class of fault in turn, and only faults that somebody would notice. */
import { type Fault } from '../src/diagnose/fault';
import { faultLibrary } from '../src/diagnose/faultLibrary';
import { weighedAs } from '../src/diagnose/faultWeights';
import { likelihoodOf } from '../src/verdict/symptom';
import { buildRig, indexKit, type Rig } from '../src/rig/rig';
import type { Sighting } from '../src/record/incident';
import type { Draw } from './draw';
import { faultyRig } from './faultyRig';
import { type Pressed, StagedGear } from '../src/drill/stagedGear';
import type { Verdict } from '../src/verdict/verdict';
import { drawFor, smallRig } from './lawHarness';

export interface Found {
  hidden: StagedGear;
  seen: Sighting[];
  /** Rows of the table of weights. */
  rows: string[];
}

/** Most have one body: what two of them show of a light is simulated twice. */
const SMALL = { bodies: 1, senders: 2, lights: 3 };
const TWO_BODIES = { bodies: 2, senders: 2, lights: 3 };

/** One rig in so many is whole. */
export const EVERY_WHOLE = 25;

/** Those are of twelve lights that all work; the others are as random as the laws'. */
export function rigFor(index: number): Rig {
  if (index % EVERY_WHOLE === 0) return faultyRig(drawFor(index), 0);
  const { kit, look } = smallRig(index, index % 4 === 1 ? TWO_BODIES : SMALL);
  return buildRig(indexKit(kit), look);
}

/** @param least the rows hidden the fewest times so far are tried first, so that each has its turn. */
export function hideOne(rig: Rig, draw: Draw, hiddenSoFar: ReadonlyMap<string, number>): Found | null {
  const byRow = rowsOf(faultLibrary(rig));
  const turns = [...byRow.keys()].sort((a, b) => (hiddenSoFar.get(a) ?? 0) - (hiddenSoFar.get(b) ?? 0));
  for (const row of turns) {
    const fault = draw.pick(...byRow.get(row)!);
    const found = noticed(rig, [fault]);
    if (found) return found;
  }
  return null;
}

/** Two faults, each noticed by itself, at units that have nothing to do with each other. */
export function hideTwo(rig: Rig, draw: Draw): Found | null {
  const library = faultLibrary(rig);
  for (let tries = 0; tries < 30; tries++) {
    const [a, b] = [draw.pick(...library), draw.pick(...library)];
    if (a.unit === b.unit) continue;
    const both = noticed(rig, [a, b]);
    if (!both) continue;
    const [byA, byB] = [changedBy(rig, a), changedBy(rig, b)];
    if (byA.some((one) => !byB.includes(one)) && byB.some((one) => !byA.includes(one))) return both;
  }
  return null;
}

function rowsOf(library: readonly Fault[]): Map<string, Fault[]> {
  const rows = new Map<string, Fault[]>();
  for (const fault of library) {
    const row = weighedAs(fault.field);
    rows.set(row, [...(rows.get(row) ?? []), fault]);
  }
  return rows;
}

const asSeen = new WeakMap<Rig, string[]>();
const wordsFor = (seen: readonly Sighting[]): string[] => seen.map((one) => JSON.stringify(one));

function plainly(rig: Rig): string[] {
  let words = asSeen.get(rig);
  if (!words) asSeen.set(rig, (words = wordsFor(new StagedGear(rig, []).sightings())));
  return words;
}

/** What is seen otherwise with a fault than without it. */
function changedBy(rig: Rig, fault: Fault): string[] {
  const plain = new Set(plainly(rig));
  return wordsFor(new StagedGear(rig, [fault]).sightings())
    .filter((word) => !plain.has(word))
    .map((word) => word.slice(0, word.indexOf('"saw"')));
}

const planned = new WeakMap<Rig, Map<string, Verdict | null>>();

function plannedVerdict(rig: Rig, light: string, pressed: Pressed): Verdict | null {
  const known = planned.get(rig) ?? new Map<string, Verdict | null>();
  planned.set(rig, known);
  const key = `${light} ${pressed.body} ${pressed.attitude}`;
  const verdict = known.get(key) ?? new StagedGear(rig, []).verdict(light, pressed);
  known.set(key, verdict);
  return verdict;
}

/** Null where the plan explains all that is seen, or somebody could not say what a light does. */
function noticed(rig: Rig, faults: readonly Fault[]): Found | null {
  const hidden = new StagedGear(rig, faults);
  const seen = hidden.sightings();
  if (seen.length < plainly(rig).length) return null;
  const isOdd = seen.some(({ light, body, attitude, saw }) => {
    const verdict = plannedVerdict(rig, light, { body, attitude });
    return verdict !== null && likelihoodOf(saw, verdict) === 0;
  });
  return isOdd ? { hidden, seen, rows: faults.map(({ field }) => weighedAs(field)) } : null;
}

/** Rigs with one fault in each, the classes in turn, without end. */
export function* hiddenOnes(): Generator<Found & { index: number }, never> {
  const rows = new Map<string, number>();
  for (let index = 0; ; index++) {
    const found = hideOne(rigFor(index), drawFor(-1 - index), rows);
    if (!found) continue;
    for (const row of found.rows) rows.set(row, (rows.get(row) ?? 0) + 1);
    yield { ...found, index };
  }
}
