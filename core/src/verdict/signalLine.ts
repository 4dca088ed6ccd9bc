/** One light's line from shutter to frame, station by station, as every drawing of it shows it. */
import type { Fault } from '../rig/check.ts';
import { type Code, type Stage, stageOf, STAGES } from '../rig/codes.ts';
import { hearerOf, type Light, type Rig } from '../rig/rig.ts';
import type { LightRun, Shot } from '../shot/lightRun.ts';
import type { Judgement } from './judge.ts';
import { isOf, type Verdict } from './verdict.ts';

/**
 * `ok` drawn whole; `loss` works at a price; `unknown` depends on a field nobody recorded; `fail` the line stops
 * before it; `beyond` not reached; `none` this kind of link has no such station.
 */
export type StationState = 'ok' | 'loss' | 'unknown' | 'fail' | 'beyond' | 'none';

export interface Station {
  stage: Stage;
  state: StationState;
  /** The unit to inspect here. */
  unit: string;
  code: Code | null;
}

export interface SignalLine {
  light: Light;
  verdict: Verdict;
  stations: readonly Station[];
  sender: string | null;
  /** For an eye, the lights whose light it waits for. */
  watches: readonly string[];
  /** What is said at the gap or the loss: the first fault. */
  fault: Fault | null;
}

/** The lines of one shot: every light that is meant for it, or that fires although it is not. */
export function linesOf(judgement: Judgement, shot: Shot): SignalLine[] {
  const lines: SignalLine[] = [];
  for (const verdict of judgement.verdicts) {
    if (!isOf(verdict, shot) || verdict.verdict === 'dark') continue;
    lines.push(lineOf(judgement.rig, shot, shot.runs.get(verdict.unit)!, verdict));
  }
  return lines;
}

export function lineOf(rig: Rig, shot: Shot, run: LightRun, verdict: Verdict): SignalLine {
  const { light } = run;
  const isEye = light.settings.link === 'eye';
  const absent = absentStages(light);
  const marks = marksOf(run, verdict);
  // Early or silent, nothing after the fault is reached; any other loss is carried on to the frame.
  const stopsAt =
    verdict.verdict === 'silent' || verdict.verdict === 'early'
      ? Math.min(...verdict.faults.map((fault) => STAGES.indexOf(stageOf(fault.code))))
      : Infinity;
  const stations = STAGES.map((stage, index): Station => {
    const mark = marks.get(stage);
    const unit = unitAt(rig, shot, run, stage);
    if (absent.has(stage) && !mark) return { stage, state: 'none', unit, code: null };
    if (index > stopsAt) return { stage, state: 'beyond', unit, code: null };
    return { stage, state: mark?.state ?? 'ok', unit, code: mark?.code ?? null };
  });
  return {
    light,
    verdict,
    stations,
    sender: run.sender,
    watches: isEye ? (light.settings.sees ?? []) : [],
    fault: verdict.faults[0] ?? null,
  };
}

/** A wire skips the sender and the air; an eye starts in the air, at another light's flash. */
function absentStages(light: Light): ReadonlySet<Stage> {
  switch (light.settings.link) {
    case 'eye':
      return new Set<Stage>(['body', 'shoe', 'sender']);
    case 'shoe':
    case 'cord':
    case 'cable':
      return new Set<Stage>(['sender', 'air']);
    default:
      return new Set<Stage>();
  }
}

interface Mark {
  state: StationState;
  code: Code | null;
}

function marksOf(run: LightRun, verdict: Verdict): Map<Stage, Mark> {
  const marks = new Map<Stage, Mark>();
  for (const step of run.path.steps) {
    if (step.state === 'unknown') marks.set(step.stage, { state: 'unknown', code: null });
  }
  for (const ref of verdict.unknown) {
    const stage = stageOfField(run, ref.field);
    if (!marks.has(stage)) marks.set(stage, { state: 'unknown', code: null });
  }
  for (const fault of verdict.faults) {
    const state = verdict.verdict === 'silent' ? 'fail' : 'loss';
    marks.set(stageOf(fault.code), { state, code: fault.code });
  }
  return marks;
}

/** Where a field that left the verdict open is drawn, when no step of the path named it. */
function stageOfField(run: LightRun, field: string): Stage {
  if (/^(shutter|profile\.shutters)/.test(field)) return 'frame';
  if (field === 'sees') return 'air';
  if (field === 'eye') return 'hearer';
  return run.fires === null ? 'hearer' : 'lamp';
}

function unitAt(rig: Rig, shot: Shot, run: LightRun, stage: Stage): string {
  switch (stage) {
    case 'body':
    case 'frame':
      return shot.body.id;
    case 'shoe':
    case 'sender':
    case 'air':
      return run.sender ?? run.light.id;
    case 'hearer':
      return hearerOf(rig, run.light).id;
    case 'foot':
    case 'lamp':
      return run.light.id;
  }
}
