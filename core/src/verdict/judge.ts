/** Judges a look over all its shots: verdicts from the simulator, and findings that explain the failed steps. */
import { ATTITUDES, type Attitude } from '../record/settingTerms.ts';
import { able } from '../rig/capability.ts';
import { faultFor, type FieldRef } from '../rig/check.ts';
import { freeId, idRange, networkIdOf } from '../rig/net.ts';
import { isMeantFor } from '../rig/meantFor.ts';
import { type Body, hearerOf, type Rig } from '../rig/rig.ts';
import { missesRear } from '../path/rearCurtain.ts';
import { standsOtherwiseUpright } from '../path/standing.ts';
import { contactTime, frontContact } from '../shot/curtain.ts';
import { type LightRun, type Shot, shotRefOf } from '../shot/lightRun.ts';
import { type Asked, heldAs, simulate } from '../shot/simulate.ts';
import { adviceFor } from './advice.ts';
import { type Finding, GatheredFindings } from './finding.ts';
import { type Verdict, verdictOf } from './verdict.ts';

export interface Judgement {
  rig: Rig;
  shots: readonly Shot[];
  verdicts: readonly Verdict[];
  /** Blocking first, then degrading, then advice; of each, those of most lights first. */
  findings: readonly Finding[];
}

/** @param only judge these lights alone; see Asked. */
export function judge(rig: Rig, only?: ReadonlySet<string>): Judgement {
  return judgementOf(rig, shotsTaken(rig, only && { only, untimed: true }));
}

/** A verdict that is known already. */
export type Known = (shot: Shot, run: LightRun) => Verdict | undefined;

export function judgementOf(rig: Rig, shots: readonly Shot[], known: Known = () => undefined): Judgement {
  const gathered = new GatheredFindings();
  const verdicts: Verdict[] = [];
  // By the runs they are of: a camera turned upright may take the very shot it took level.
  const given = new Map<LightRun, Verdict>();
  for (const shot of shots) {
    for (const run of shot.runs.values()) {
      if (rig.strangers.has(run.light.id)) continue;
      const verdict = known(shot, run) ?? turned(shot, given.get(run)) ?? verdictOf(rig, shot, run);
      given.set(run, verdict);
      verdicts.push(verdict);
      gathered.addFaults(verdict);
      if (verdict.verdict === 'in-sync') adviseForgiven(rig, shot, run, gathered);
    }
  }
  adviseUnknown(verdicts, gathered);
  adviseByHand(rig, shots, gathered);
  adviseNoId(rig, shots, gathered);
  for (const { light, fault } of adviceFor(rig, shots)) gathered.add(fault, { light, shot: null });
  return { rig, shots, verdicts, findings: gathered.sorted() };
}

/** The verdict of the same run with the camera held otherwise: the same, but where a part of the frame stays dark. */
function turned({ attitude }: Shot, verdict: Verdict | undefined): Verdict | null {
  if (!verdict || verdict.darkEdge !== null) return null;
  return verdict.faults.some(({ params }) => 'darkEdge' in params) ? null : { ...verdict, attitude };
}

/** A camera held upright takes the shot it takes level, but where somebody noted that a light stands otherwise to it then. */
export function shotsTaken(rig: Rig, asked: Pick<Asked, 'only' | 'untimed'> = {}): Shot[] {
  const { only } = asked;
  const turns = rig.lights.some((light) => (only?.has(light.id) ?? true) && standsOtherwiseUpright(light));
  let level: Shot | undefined;
  return shotsOf(rig).map(({ body, attitude }) => {
    if (attitude === 'upright' && !turns && level?.body.id === body.id)
      return { ...level, body: heldAs(body, attitude), attitude };
    level = simulate(rig, body, { ...asked, attitude });
    return level;
  });
}

/** The look's set of shots: each body, strangers' too, in each way it is held. */
export const shotsOf = (rig: Rig): { body: Body; attitude: Attitude }[] =>
  rig.bodies.flatMap((body) => {
    const attitudes = new Set(body.settings.attitudes ?? ['level' as const]);
    return ATTITUDES.filter((attitude) => attitudes.has(attitude)).map((attitude) => ({ body, attitude }));
  });

/** What is wrong on the way of a light that fires as meant in spite of it: another shutter would not forgive it. */
function adviseForgiven(rig: Rig, shot: Shot, run: LightRun, gathered: GatheredFindings): void {
  const { light, path } = run;
  const { losses } = path;
  const isLate = shot.body.settings.curtain === 'rear';
  if (losses.length === 0 && !isLate) return;
  const met = { light: light.id, shot: shotRefOf(shot), forgiven: true };
  for (const fault of losses) gathered.add(faultFor(light.id, fault), met);
  const isRear =
    isLate && contactTime(shot.body, shot.curtain) > frontContact(shot.curtain) && light.settings.link !== 'eye';
  const sender = run.sender === null ? undefined : rig.placed.get(run.sender);
  if (!isRear || missesRear(rig, shot.body, sender, light).holds !== true) return;
  const rear = able(rig, shot.body, light, 'rear');
  gathered.add(faultFor(light.id, rear), met);
}

function adviseUnknown(verdicts: readonly Verdict[], gathered: GatheredFindings): void {
  const fieldsByUnit = new Map<string, Map<string, FieldRef>>();
  for (const verdict of verdicts) {
    if (verdict.verdict !== 'unknown') continue;
    const fields = fieldsByUnit.get(verdict.unit) ?? new Map<string, FieldRef>();
    for (const ref of verdict.unknown) fields.set(`${ref.unit}.${ref.field}`, ref);
    fieldsByUnit.set(verdict.unit, fields);
  }
  for (const [light, refs] of fieldsByUnit) {
    // A light may be unknown only because the one it watches is: then the other light carries the fields.
    const params = { light, fields: [...refs.keys()].sort() };
    gathered.add({ code: 'advice.unknown-field', subject: light, params }, { light, shot: null });
  }
}

/** Lights that fire on a link that carries no power: a fact to plan walks by, not a fault. */
function adviseByHand(rig: Rig, shots: readonly Shot[], gathered: GatheredFindings): void {
  for (const shot of shots) {
    for (const run of shot.runs.values()) {
      const { light, fires } = run;
      if (fires !== true || rig.strangers.has(light.id) || !isMeantFor(rig, light, shot.body)) continue;
      const { link = null } = light.settings;
      if (run.delivery?.controlled !== false || link === 'shoe' || link === 'cord') continue;
      const params = { light: light.id, link };
      gathered.add({ code: 'power.by-hand', subject: light.id, params }, { light: light.id, shot: shotRefOf(shot) });
    }
  }
}

/**
 * A network ID keeps strangers out. Advised where a working net has none although its family and every unit
 * on it can carry one.
 */
function adviseNoId(rig: Rig, shots: readonly Shot[], gathered: GatheredFindings): void {
  for (const shot of shots.filter((one) => !rig.strangers.has(one.body.id))) {
    for (const [senderId, runs] of runsBySender(shot)) {
      const sender = rig.placed.get(senderId)!;
      const range = idRange(rig, sender);
      if (!range || networkIdOf(rig, sender) !== 0) continue;
      const members = [sender, ...runs.map((run) => hearerOf(rig, run.light))];
      if (!members.every((member) => idRange(rig, member))) continue;
      const params = { sender: senderId, free: freeId(rig, range) };
      for (const run of runs) {
        const met = { light: run.light.id, shot: shotRefOf(shot) };
        gathered.add({ code: 'crew.no-id', subject: senderId, params }, met);
      }
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
