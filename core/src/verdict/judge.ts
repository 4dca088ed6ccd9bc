/** Judges a look over all its shots: verdicts from the simulator, and findings that explain the failed steps. */
import { type Code, type Params, severityOf, type Severity } from '../rig/codes.ts';
import { adviceFor } from './advice.ts';
import type { Fault } from '../path/delivery.ts';
import { freeId, idRange, networkIdOf } from '../rig/net.ts';
import { ATTITUDES, type Attitude } from '../record/look.ts';
import { type Body, hearerOf, isMeantFor, type Rig } from '../rig/rig.ts';
import type { LightRun, Shot } from '../shot/lightRun.ts';
import { simulate } from '../shot/simulate.ts';
import { type Verdict, verdictOf } from './verdict.ts';
import type { FieldRef } from '../path/signalPath.ts';

export interface Finding {
  /** Code, subject and, where one sender speaks to several, the group: the same fault has the same id in every run. */
  id: string;
  code: Code;
  severity: Severity;
  /** The unit to change. */
  subject: string;
  /** The lights that suffer, in id order. */
  units: readonly string[];
  /** The bodies in whose shots it shows, in id order. */
  shots: readonly string[];
  /** The evidence: the values that disagree. */
  params: Params;
}

export interface Judgement {
  rig: Rig;
  shots: readonly Shot[];
  verdicts: readonly Verdict[];
  findings: readonly Finding[];
}

/** @param only judge these lights alone; they must include every light that an eye among them sees. */
export function judge(rig: Rig, only?: ReadonlySet<string>): Judgement {
  const shots = shotsOf(rig).map(({ body, attitude }) => simulate(rig, body, only, attitude));
  const gathered = new Gathered();
  const verdicts: Verdict[] = [];
  for (const shot of shots) {
    for (const run of shot.runs.values()) {
      if (rig.strangers.has(run.light.id)) continue;
      const verdict = verdictOf(rig, shot, run);
      verdicts.push(verdict);
      for (const fault of verdict.faults) gathered.fault(fault, verdict);
    }
  }
  adviseUnknown(verdicts, gathered);
  adviseByHand(rig, shots, gathered);
  adviseNoId(rig, shots, gathered);
  for (const { code, subject, light, params } of adviceFor(rig, shots))
    gathered.put(code, subject, light, null, params);
  return { rig, shots, verdicts, findings: gathered.sorted() };
}

/** The look's set of shots: each body, strangers' too, in each way it is held. */
export const shotsOf = (rig: Rig): { body: Body; attitude: Attitude }[] =>
  rig.bodies.flatMap((body) => {
    const attitudes = new Set(body.settings.attitudes ?? ['level' as const]);
    return ATTITUDES.filter((attitude) => attitudes.has(attitude)).map((attitude) => ({ body, attitude }));
  });

/** Findings under construction, one per id. */
class Gathered {
  private readonly byId = new Map<
    string,
    Omit<Finding, 'units' | 'shots'> & { units: Set<string>; shots: Set<string> }
  >();

  fault(fault: Fault, verdict: Verdict): void {
    this.put(fault.code, fault.subject, verdict.unit, verdict.shot, fault.params, verdict.verdict === 'silent');
  }

  put(code: Code, subject: string, unit: string, shot: string | null, params: Params, silenced = false): void {
    const id = [code, subject, params.group, params.setting].filter((part) => part != null).join(':');
    let found = this.byId.get(id);
    if (!found) {
      found = { id, code, severity: severityOf(code, silenced), subject, units: new Set(), shots: new Set(), params };
      this.byId.set(id, found);
    }
    // Where it silences one light and only spoils another, the worse is said.
    if (silenced) found.severity = severityOf(code, true);
    found.units.add(unit);
    // Of several lights the darkest picture is the one to speak of.
    if (typeof params.share === 'number' && params.share < Number(found.params.share)) found.params = params;
    if (shot) found.shots.add(shot);
  }

  sorted(): Finding[] {
    const rank: Record<Severity, number> = { B: 0, D: 1, A: 2 };
    return [...this.byId.values()]
      .map((found) => ({ ...found, units: [...found.units].sort(), shots: [...found.shots].sort() }))
      .sort((a, b) => rank[a.severity] - rank[b.severity] || b.units.length - a.units.length || (a.id < b.id ? -1 : 1));
  }
}

function adviseUnknown(verdicts: readonly Verdict[], gathered: Gathered): void {
  const fieldsByUnit = new Map<string, Map<string, FieldRef>>();
  for (const verdict of verdicts) {
    if (verdict.verdict !== 'unknown') continue;
    const fields = fieldsByUnit.get(verdict.unit) ?? new Map<string, FieldRef>();
    for (const ref of verdict.unknown) fields.set(`${ref.unit}.${ref.field}`, ref);
    fieldsByUnit.set(verdict.unit, fields);
  }
  for (const [unit, fields] of fieldsByUnit) {
    // A light may be unknown only because the one it watches is: then the other light carries the fields.
    const refs = [...fields.keys()].sort();
    gathered.put('advice.unknown-field', unit, unit, null, { light: unit, fields: refs });
  }
}

/** Lights that fire on a link that carries no power: a fact to plan walks by, not a fault. */
function adviseByHand(rig: Rig, shots: readonly Shot[], gathered: Gathered): void {
  for (const shot of shots) {
    for (const run of shot.runs.values()) {
      if (run.fires !== true || rig.strangers.has(run.light.id) || !isMeantFor(rig, run.light, shot.body)) continue;
      if (
        run.delivery?.controlled !== false ||
        run.light.settings.link === 'shoe' ||
        run.light.settings.link === 'cord'
      )
        continue;
      gathered.put('power.by-hand', run.light.id, run.light.id, shot.body.id, {
        light: run.light.id,
        link: run.light.settings.link ?? null,
      });
    }
  }
}

/**
 * A network ID keeps strangers out. Advised where a working net has none although its family and every unit
 * on it can carry one.
 */
function adviseNoId(rig: Rig, shots: readonly Shot[], gathered: Gathered): void {
  for (const shot of shots.filter((one) => !rig.strangers.has(one.body.id))) {
    for (const [senderId, runs] of runsBySender(shot)) {
      const sender = rig.placed.get(senderId)!;
      const range = idRange(rig, sender);
      if (!range || networkIdOf(rig, sender) !== 0) continue;
      const members = [sender, ...runs.map((run) => hearerOf(rig, run.light))];
      if (!members.every((member) => idRange(rig, member))) continue;
      const params = { sender: senderId, free: freeId(rig, range) };
      for (const run of runs) gathered.put('crew.no-id', senderId, run.light.id, shot.body.id, params);
    }
  }
}

function runsBySender(shot: Shot): Map<string, LightRun[]> {
  const runs = new Map<string, LightRun[]>();
  for (const run of shot.runs.values()) {
    if (run.fires !== true || run.sender === null) continue;
    const list = runs.get(run.sender);
    if (list) list.push(run);
    else runs.set(run.sender, [run]);
  }
  return runs;
}
