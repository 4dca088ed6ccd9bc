/** Judges a look again after an edit: only what the edit can reach is worked out anew. docs/model.md, Judging again. */
import type { SettingPath } from '../record/settings.ts';
import { affectedLights, type Touched } from '../rig/affected.ts';
import type { Code } from '../rig/codes.ts';
import { oddSender, SHARED } from '../rig/oddSender.ts';
import { isBody, type Placed, type Rig } from '../rig/rig.ts';
import type { Shot } from '../shot/lightRun.ts';
import { meteredGroups } from '../shot/meteringOrder.ts';
import { inTimeOrder } from '../shot/timeline.ts';
import { judge, type Judgement, judgementOf, shotsTaken } from './judge.ts';
import { type Verdict, verdictKey } from './verdict.ts';

/**
 * What judge() gives, sooner where the edit reaches only some of the lights.
 * @param before of the same look as it was, or of any other: then all of it is judged.
 */
export function rejudge(before: Judgement, rig: Rig): Judgement {
  const reached = reachedBetween(before, rig);
  if (!reached) return judge(rig);
  const fresh = shotsTaken(rig, { only: reached });
  const shots: Shot[] = [];
  for (const [at, shot] of before.shots.entries()) {
    // Turned upright a camera may take the very shot it took level.
    const isSame = at > 0 && shot.runs === before.shots[at - 1]!.runs && fresh[at]!.runs === fresh[at - 1]!.runs;
    shots.push(isSame ? { ...shots[at - 1]!, body: shot.body, attitude: shot.attitude } : mergedShot(shot, fresh[at]!));
  }
  const known = new Map(before.verdicts.map((verdict) => [verdictKey(verdict), verdict]));
  return judgementOf(rig, shots, ({ body, attitude }, { light }) =>
    reached.has(light.id) ? undefined : known.get(verdictKey({ unit: light.id, shot: body.id, attitude })),
  );
}

/** @param fresh the same shot of some lights alone: what bodies and senders do in it does not count. */
function mergedShot(was: Shot, fresh: Shot): Shot {
  const runs = new Map([...was.runs].map(([id, run]) => [id, fresh.runs.get(id) ?? run]));
  const timeline = [
    ...was.timeline.filter(({ unit }) => !fresh.runs.has(unit)),
    ...fresh.timeline.filter(({ unit }) => fresh.runs.has(unit)),
  ].sort(inTimeOrder);
  return { ...was, runs, timeline };
}

/** The lights that two rigs of one look can differ in; undefined for all. */
function reachedBetween({ rig: before, verdicts }: Judgement, rig: Rig): ReadonlySet<string> | undefined {
  const touched = touchedBetween(before, rig);
  const reached = touched && affectedLights(before, rig, touched, overruled(verdicts));
  if (!reached || seesBody(before, reached) || seesBody(rig, reached)) return undefined;
  const isMeteredAlike = rig.bodies.every((body, at) =>
    isSame(meteredGroups(rig, body), meteredGroups(before, before.bodies[at]!)),
  );
  return isMeteredAlike && isSame(oddOnesIn(before), oddOnesIn(rig)) ? reached : undefined;
}

/** What is said of an odd sender counts all that agree against it. */
const oddOnesIn = (rig: Rig) =>
  rig.senders.flatMap((sender) => SHARED.map((setting) => oddSender(rig, sender, setting)));

const OVERRULED: ReadonlySet<Code> = new Set(['power.overwritten', 'power.shared-group']);

/** Told a power that is not wanted: whether another light of the letter wants it is said too. */
const overruled = (verdicts: readonly Verdict[]): string[] =>
  verdicts.filter(({ faults }) => faults.some(({ code }) => OVERRULED.has(code))).map(({ unit }) => unit);

/** Undefined where more than settings is not what it was. */
function touchedBetween(before: Rig, rig: Rig): Touched[] | undefined {
  if (before.families !== rig.families || before.placed.size !== rig.placed.size) return undefined;
  if (!isSame(before.around, rig.around)) return undefined;
  const touched: Touched[] = [];
  for (const [id, is] of rig.placed) {
    const was = before.placed.get(id);
    if (!was || !isSame(was.unit, is.unit) || !isSame(was.profile, is.profile)) return undefined;
    touched.push(...settingsBetween(was, is).map((setting) => ({ unit: id, setting })));
  }
  return touched;
}

function settingsBetween({ settings: was }: Placed, { settings: is }: Placed): SettingPath[] {
  if (was === is) return [];
  const names = new Set([...Object.keys(was), ...Object.keys(is)] as (keyof typeof is)[]);
  return [...names].filter((name) => !isSame(was[name], is[name])) as SettingPath[];
}

/** Of units of other crews each rig makes its own. */
const isSame = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);

/** Whether a camera's own flash belongs in the time line may hang on who watches it. */
const seesBody = ({ lights, placed }: Rig, reached: ReadonlySet<string>): boolean =>
  lights.some(
    ({ id, settings }) =>
      reached.has(id) &&
      settings.link === 'eye' &&
      (settings.sees ?? []).some((seen) => placed.has(seen) && isBody(placed.get(seen)!)),
  );
