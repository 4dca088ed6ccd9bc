/** What a look really does with faults in it, by the simulator and by nothing else. docs/model.md, Faults. */
import { once } from '../measure/once.ts';
import { followLamp } from '../path/lampStation.ts';
import { SignalPath } from '../path/signalPath.ts';
import { soloChanges } from '../prove/soloPress.ts';
import type { Change } from '../record/change.ts';
import type { ButtonCheck, Done } from '../record/incident.ts';
import type { Attitude } from '../record/settingTerms.ts';
import type { SettingPath, SettingValue } from '../record/settings.ts';
import { isFlash, type Light, type Placed, type Rig } from '../rig/rig.ts';
import { withRigChanges } from '../rig/rigChanges.ts';
import { simulate } from '../shot/simulate.ts';
import { symptomOf } from '../verdict/symptom.ts';
import { type Verdict, verdictOf } from '../verdict/verdict.ts';
import { type Fault, withFaults } from './fault.ts';

/** One light, in one press. */
export interface Watched {
  light: string;
  body: string;
  attitude: Attitude;
  /** The one letter that is on; none where all are. */
  letter?: string | null | undefined;
}

/** Faults of these fields may make a unit speak to lights that have nothing to do with it otherwise. */
const SPEAKS: ReadonlySet<string> = new Set(['role', 'mount']);

/** Where a sender is joined to what it sits on. */
const JOINTS: ReadonlySet<string> = new Set(['seated', 'plugs', 'mount', 'startedInOrder']);

/** Bodies that shoot in turn share the charge of a light both fire; beyond that a body is felt in its own shots alone. */
const SHARED_PACE: ReadonlySet<string> = new Set(['secondsBetween', 'burstFrames']);

/** The look as planned, and as it is with any faults: each simulated once. */
export class Reality {
  private readonly rigs = new Map<string, Rig>();
  /** By light and press; of each, by the faults that light can feel and what was done since. */
  private readonly verdicts = new Map<string, Verdicts>();
  /** The same, by the very object that is asked with: a search asks with each of them thousands of times. */
  private readonly asked = new WeakMap<Watched, Verdicts>();
  private readonly concerns = new Map<string, Concern>();
  private readonly shared = once(() => sharedUnits(this.plan));
  private readonly bodies = once(() => new Set(this.plan.bodies.map(({ id }) => id)));

  constructor(readonly plan: Rig) {}

  /** @param done what was put right or moved since; @returns null where there is no such light or body. */
  verdict(faults: readonly Fault[], watched: Watched, done: readonly Done[] = []): Verdict | null {
    const verdicts = this.verdictsFor(watched);
    const felt = this.feltOf(faults, watched);
    const key = keyOfAll(felt) + doneKey(done);
    let verdict = verdicts.get(key);
    if (verdict === undefined) {
      verdict = this.pressed(this.rigWith(felt, done), watched);
      verdicts.set(key, verdict);
    }
    return verdict;
  }

  private verdictsFor(watched: Watched): Verdicts {
    const earlier = this.asked.get(watched);
    if (earlier) return earlier;
    const { light, body, attitude, letter = null } = watched;
    const key = `${light} ${body} ${attitude} ${letter}`;
    let verdicts = this.verdicts.get(key);
    if (!verdicts) this.verdicts.set(key, (verdicts = new Map()));
    this.asked.set(watched, verdicts);
    return verdicts;
  }

  private feltOf(faults: readonly Fault[], watched: Watched): readonly Fault[] {
    return faults.every((fault) => this.isFelt(fault, watched))
      ? faults
      : faults.filter((fault) => this.isFelt(fault, watched));
  }

  /** Whether there is light when a test button is pressed; null where nobody can say. */
  button(faults: readonly Fault[], { unit, fires }: ButtonCheck, done: readonly Done[] = []): boolean | null {
    if (fires) return this.sendersButton(faults, { unit, ...fires }, done);
    const woken = [...done, { unit, setting: 'asleep', to: null }];
    const rig = this.rigWith(
      faults.filter((fault) => fault.unit === unit),
      woken,
    );
    const light = rig.placed.get(unit);
    const [body] = rig.bodies;
    if (!light || !isFlash(light) || !body) return null;
    return followLamp(rig, SignalPath.start, body, light).arrives;
  }

  /** A sender's own button does without the body and the shoe it sits on; null where even as planned nothing would fire. */
  private sendersButton(
    faults: readonly Fault[],
    { unit, light, body }: { unit: string; light: string; body: string },
    done: readonly Done[],
  ): boolean | null {
    const isPassedBy = (fault: Fault) => fault.unit === body || (fault.unit === unit && JOINTS.has(fault.field));
    const watched = { light, body, attitude: 'level' } as const;
    const fires = (verdict: Verdict | null) =>
      verdict === null || verdict.verdict === 'unknown' ? null : symptomOf(verdict) !== 'dark';
    const rest = faults.filter((fault) => !isPassedBy(fault));
    return fires(this.verdict([], watched)) === true ? fires(this.verdict(rest, watched, done)) : null;
  }

  /** The shutters of other crews and of guests, with these faults in it. */
  strangers(faults: readonly Fault[], done: readonly Done[]): readonly string[] {
    const rig = this.rigWith(faults, done);
    return rig.bodies.filter(({ id }) => rig.strangers.has(id)).map(({ id }) => id);
  }

  private rigWith(faults: readonly Fault[], done: readonly Done[]): Rig {
    const key = keyOfAll(faults) + doneKey(done);
    let rig = this.rigs.get(key);
    if (!rig) {
      const there = faults.filter((fault) => !isSwapped(fault, done));
      const faulty = there.length === 0 ? this.plan : withFaults(this.plan, there);
      rig = done.length === 0 ? faulty : withRigChanges(faulty, changesOf(faulty, done));
      this.rigs.set(key, rig);
    }
    return rig;
  }

  private pressed(rig: Rig, { light: id, body: bodyId, attitude, letter = null }: Watched): Verdict | null {
    const alone = letter === null ? rig : withRigChanges(rig, soloChanges(rig, letter));
    const body = alone.bodies.find((one) => one.id === bodyId);
    if (!body) return null;
    const { only } = concernOf(alone, id);
    const shot = simulate(alone, body, { only, attitude, untimed: true });
    const run = shot.runs.get(id);
    return run ? verdictOf(alone, shot, run) : null;
  }

  /** Whether a fault can make any difference to a light: not one at a light it has nothing to do with. */
  private isFelt({ unit, field, visitor, emitter }: Fault, { light, body }: Watched): boolean {
    if (visitor || emitter || SPEAKS.has(field)) return true;
    if (this.bodies().has(unit)) return unit === body || SHARED_PACE.has(field);
    if (this.shared().has(unit)) return true;
    let concern = this.concerns.get(light);
    if (!concern) this.concerns.set(light, (concern = concernOf(this.plan, light)));
    return concern.units === undefined || concern.units.has(unit);
  }
}

type Verdicts = Map<string, Verdict | null>;

/** What a light hangs on beside bodies and senders; undefined for everything. */
interface Concern {
  only: ReadonlySet<string> | undefined;
  units: ReadonlySet<string> | undefined;
}

/** The light, all it sees, and what they listen with. */
function concernOf(rig: Rig, light: string): Concern {
  const only = new Set<string>();
  const units = new Set<string>();
  const open = [light];
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    if (only.has(id)) continue;
    const one = rig.placed.get(id);
    if (!one) continue;
    only.add(id).add(light);
    units.add(id);
    const { link, sees, receiver } = one.settings;
    if (receiver != null) units.add(receiver);
    if (link !== 'eye') continue;
    if (sees == null) return { only: undefined, units: undefined };
    open.push(...sees);
  }
  return { only, units };
}

/** Bodies, senders, and whatever is part of a stack. */
function sharedUnits(rig: Rig): ReadonlySet<string> {
  const shared = new Set([...rig.bodies, ...rig.senders].map(({ id }) => id));
  for (const { id, settings } of rig.placed.values()) {
    if (settings.mount == null) continue;
    shared.add(id).add(settings.mount);
  }
  return shared;
}

const keys = new WeakMap<Fault, string>();

function keyOf(fault: Fault): string {
  let key = keys.get(fault);
  if (key === undefined) keys.set(fault, (key = `${fault.unit}/${fault.field}=${JSON.stringify(fault.to)}`));
  return key;
}

const keyOfAll = (faults: readonly Fault[]): string =>
  faults.length === 1 ? keyOf(faults[0]!) : faults.map(keyOf).sort().join('+');

const doneKey = (done: readonly Done[]): string => (done.length === 0 ? '' : ` ${JSON.stringify(done)}`);

/** Another unit stands in its place: the one thing of a unit that nobody sets. */
const isSwapped = ({ unit, field }: Fault, done: readonly Done[]): boolean =>
  field === 'firmware' && done.some((one) => one.unit === unit && one.setting === 'firmware');

function changesOf(rig: Rig, done: readonly Done[]): Change[] {
  return done
    .filter(({ unit, setting }) => rig.placed.has(unit) && setting !== 'firmware')
    .map(({ unit, setting, to }) => ({
      unit,
      setting: setting as SettingPath,
      from: null,
      to: to as SettingValue,
    }));
}

export const lightIn = (rig: Rig, id: string): Light | undefined => {
  const placed: Placed | undefined = rig.placed.get(id);
  return placed && isFlash(placed) ? placed : undefined;
};
