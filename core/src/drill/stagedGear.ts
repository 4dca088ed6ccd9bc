/** Gear as it really is in a drill: faults hidden in it, and whole shots of it by the simulator. docs/model.md, Drills. */
import { type Fault, withFaults } from '../diagnose/fault.ts';
import { UNSURE } from '../diagnose/evidence.ts';
import { followLamp } from '../path/lampStation.ts';
import { SignalPath } from '../path/signalPath.ts';
import { soloChanges } from '../prove/soloPress.ts';
import { type Change, isSameValue } from '../record/change.ts';
import type { ButtonCheck, Check, Done, Sighting } from '../record/incident.ts';
import type { Symptom } from '../record/incidentTerms.ts';
import { readSetting, type SettingPath, type SettingValue } from '../record/settings.ts';
import type { Attitude } from '../record/settingTerms.ts';
import { isFlash, type Placed, type Rig, rigOf } from '../rig/rig.ts';
import { withRigChanges } from '../rig/rigChanges.ts';
import { simulate } from '../shot/simulate.ts';
import { shotsOf } from '../verdict/judge.ts';
import { symptomOf } from '../verdict/symptom.ts';
import { type Verdict, verdictOf } from '../verdict/verdict.ts';

/** A shutter that is pressed. */
export interface Pressed {
  body: string;
  attitude: Attitude;
  /** The one letter that is on; none where all are. */
  letter?: string | null | undefined;
}

/** At a power that metering was to decide a light fires too bright, as luck has it; of what nobody can say nothing is seen. */
const seenOf = (verdict: Verdict): Symptom | null =>
  verdict.verdict === 'unknown' ? null : (symptomOf(verdict) ?? 'bright');

/** The fields of what is about, and of no unit. */
const AROUND: ReadonlySet<string> = new Set(['crew', 'guest', 'emitter']);

export class StagedGear {
  /** @param rig as it really is; the plan with the faults in it where none is given. */
  constructor(
    readonly plan: Rig,
    readonly faults: readonly Fault[],
    private rig: Rig = withFaults(plan, faults),
  ) {}

  /** The same gear with some of it set otherwise. */
  with(done: readonly Done[]): StagedGear {
    return new StagedGear(this.plan, this.faults, withDone(this.rig, done));
  }

  /** The same gear where the plan says otherwise. */
  planned(done: readonly Done[]): StagedGear {
    return new StagedGear(withDone(this.plan, done), this.faults, this.rig);
  }

  /** Whether every light does as planned in every shot of ours. */
  get isMended(): boolean {
    return JSON.stringify(this.sightings()) === JSON.stringify(new StagedGear(this.plan, []).sightings());
  }

  /** That, and none fires for others that is not planned to. */
  get isWell(): boolean {
    const planned = new StagedGear(this.plan, []).strays();
    return this.isMended && [...this.strays()].every((light) => planned.has(light));
  }

  /** Every light of ours in every shot of ours, where anybody can say what it does. */
  sightings(): Sighting[] {
    return this.shots().flatMap((shot) =>
      [...this.press(shot)].flatMap(([light, saw]) => (saw === null ? [] : [{ light, ...shot, saw }])),
    );
  }

  /** Lights of ours that fire when others shoot. */
  strays(): Set<string> {
    const { bodies, strangers } = this.rig;
    const others = bodies.filter(({ id }) => strangers.has(id));
    const fired = others.flatMap(({ id }) => [...verdictsOf(this.rig, { body: id, attitude: 'level' })]);
    return new Set(fired.flatMap(([light, { verdict }]) => (verdict === 'stray' ? [light] : [])));
  }

  /** The shots of ours, strangers' left out. */
  shots(): { body: string; attitude: Attitude }[] {
    return shotsOf(this.plan)
      .filter(({ body }) => !this.plan.strangers.has(body.id))
      .map(({ body, attitude }) => ({ body: body.id, attitude }));
  }

  /** What each light of ours does; null where nobody can say. Empty where there is no such body. */
  press(pressed: Pressed, meanwhile: readonly Done[] = []): Map<string, Symptom | null> {
    const rig = meanwhile.length === 0 ? this.rig : withDone(this.rig, meanwhile);
    const verdicts = verdictsOf(rig, pressed);
    const isMetered = [...verdicts.values()].some(({ verdict }) => verdict === 'unmetered');
    const planned = isMetered ? verdictsOf(this.plan, pressed) : verdicts;
    return new Map(
      [...verdicts].map(([light, verdict]) => {
        // Where the plan leaves it to metering too, it fires as meant.
        const isMeant = verdict.verdict === 'unmetered' && planned.get(light)?.verdict === 'unmetered';
        return [light, isMeant ? 'fires' : seenOf(verdict)];
      }),
    );
  }

  verdict(light: string, pressed: Pressed): Verdict | null {
    return verdictsOf(this.rig, pressed).get(light) ?? null;
  }

  /** What somebody answers who does as told; what is put right for a press stays so. */
  answer(check: Check, answers: readonly string[]): string {
    if (check.kind === 'button') return this.button(check) ? 'fires' : 'dark';
    if (check.kind === 'press') {
      this.set(check.done);
      return this.press(check, check.meanwhile).get(check.light) ?? UNSURE;
    }
    const off = check.fields.filter((field) => this.isOff(check.unit, field));
    if (off.length === 0) return 'right';
    return answers.includes(off[0]!) ? off[0]! : 'wrong';
  }

  /** Whether there is light. Of a sender: in the same press with a body as planned, and the sender firmly on it. */
  button({ unit, fires }: ButtonCheck): boolean {
    if (!fires) return this.ownButton(unit);
    const passed = new Map(this.rig.placed);
    passed.set(fires.body, this.plan.placed.get(fires.body)!);
    const { seated, plugs } = this.plan.placed.get(unit)!.settings;
    const sender = this.rig.placed.get(unit)!;
    passed.set(unit, { ...sender, settings: { ...sender.settings, seated, plugs } });
    const rig = rigOf(this.rig.families, [...passed.values()], this.rig.around);
    const verdict = verdictsOf(rig, { body: fires.body, attitude: 'level' }).get(fires.light);
    return verdict !== undefined && symptomOf(verdict) !== 'dark';
  }

  /** A flash's own button wakes it. */
  private ownButton(unit: string): boolean {
    const awake = withDone(this.rig, [{ unit, setting: 'asleep', to: null }]);
    const light = awake.placed.get(unit);
    const [body] = awake.bodies;
    return light !== undefined && isFlash(light) && body !== undefined
      ? followLamp(awake, SignalPath.start, body, light).arrives === true
      : false;
  }

  /** How a unit is really set. */
  read(unit: string, field: string): SettingValue {
    const placed = this.rig.placed.get(unit);
    return placed ? readField(placed, field) : null;
  }

  /** Whether it is otherwise than planned; of what is about, whether there is any. */
  isOff(unit: string, field: string): boolean {
    if (AROUND.has(field)) return this.isAbout(unit, field);
    const planned = this.plan.placed.get(unit);
    return planned !== undefined && !isSameValue(this.read(unit, field), readField(planned, field));
  }

  private isAbout(unit: string, field: string): boolean {
    return this.faults.some((fault) => {
      if (fault.unit !== unit || fault.field !== field) return false;
      // A guest is no trouble to an eye that no longer sees them.
      return field !== 'guest' || this.rig.placed.get(unit)?.settings.sees?.includes(fault.visitor!.id) === true;
    });
  }

  set(done: readonly Done[]): void {
    if (done.length > 0) this.rig = withDone(this.rig, done);
  }

  /** Another one of its kind stands in its place, set as planned. */
  swap(unit: string): void {
    const placed = new Map(this.rig.placed);
    const planned = this.plan.placed.get(unit);
    if (planned) placed.set(unit, planned);
    this.rig = rigOf(this.rig.families, [...placed.values()], this.rig.around);
  }
}

const readField = ({ unit, settings }: Placed, field: string): SettingValue =>
  field === 'firmware' ? (unit.firmware ?? null) : (readSetting(settings, field as SettingPath) ?? null);

function verdictsOf(rig: Rig, { body: id, attitude, letter = null }: Pressed): Map<string, Verdict> {
  const alone = letter === null ? rig : withRigChanges(rig, soloChanges(rig, letter));
  const body = alone.bodies.find((one) => one.id === id);
  if (!body) return new Map();
  const shot = simulate(alone, body, { attitude });
  const ours = [...shot.runs].filter(([light]) => !alone.strangers.has(light));
  return new Map(ours.map(([light, run]) => [light, verdictOf(alone, shot, run)]));
}

const withDone = (rig: Rig, done: readonly Done[]): Rig =>
  withRigChanges(
    rig,
    done.map(({ unit, setting, to }): Change => ({
      unit,
      setting: setting as SettingPath,
      from: null,
      to: to as SettingValue,
    })),
  );
