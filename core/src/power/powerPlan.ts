/**
 * Powers changed together: what each light is set to, what the master shows, where somebody walks, and what the simulator
 * says comes of it. docs/model.md, Setting power.
 */
import { POWER_TOLERANCE_STOPS } from '../exposure/powerScale.ts';
import { exactStep, nearestPower, roundedToStep } from '../exposure/powerSteps.ts';
import { type Cost, costOf, errandOf } from '../mend/cost.ts';
import { type Change, isNoChange } from '../record/change.ts';
import { groupPath, readSetting, type SettingPath, type SettingValue } from '../record/settings.ts';
import type { Mode } from '../record/settingTerms.ts';
import type { Placed, Rig } from '../rig/rig.ts';
import type { Judgement } from '../verdict/judge.ts';
import { type WhatIf, whatIf } from '../verdict/whatIf.ts';
import { type SharedLetter, sharedLetters } from './letters.ts';
import { type LightPower, lightPowers } from './lightPower.ts';

/** Stops a sender steps its groups by, and what compensation is dialled in. */
const DIAL_STEP = 1 / 3;

export interface PowerMove {
  light: string;
  /** Of power below full, or of compensation where it meters. */
  of: 'power' | 'compensation';
  from: number;
  to: number;
  /** What keeps it from going just as far as asked: its lowest or highest, or its steps. */
  short: 'floor' | 'ceiling' | 'steps' | null;
}

/** What a sender shows once it is set. */
export interface Told {
  sender: string;
  letter: string;
  /** Null where it shows no power. */
  power: number | null;
  /** Left out: it stays in the mode it is in. */
  mode?: Mode;
}

export interface PowerPlan {
  changes: readonly Change[];
  moves: readonly PowerMove[];
  told: readonly Told[];
  /** Lights nobody asked for, that share a letter with one that was. */
  along: readonly string[];
  /** Where somebody has to walk, by the light that stands there. */
  walks: readonly string[];
  /** Asked to move, and nobody recorded what it stands at or who sets it. */
  open: readonly string[];
  cost: Cost;
  /** What comes of it, by the simulator. */
  outcome: WhatIf;
}

/** The same for every one of them. */
export const evenly = (lights: Iterable<string>, stops: number): Map<string, number> =>
  new Map([...lights].map((id) => [id, stops]));

/**
 * Moves lights by stops, each on its own steps and within its own limits; lights that share a letter go together.
 * @param asked stops by light; all others stay, but for those that share a letter.
 * @param others what else is changed with it.
 */
export function planPowers(
  judgement: Judgement,
  asked: ReadonlyMap<string, number>,
  others: readonly Change[] = [],
): PowerPlan {
  const { rig } = judgement;
  const powers = lightPowers(judgement);
  const draft = new PlanDraft(rig);
  const letters = sharedLetters(powers);
  const done = new Set<SharedLetter>();
  for (const power of powers) {
    const stops = asked.get(power.light.id);
    if (stops === undefined) continue;
    const shared = letters.get(power.light.id);
    if (power.mode === 'ttl') draft.compensate(power, stops);
    else if (!shared) draft.moveAlone(power, stops);
    else if (!done.has(shared)) {
      done.add(shared);
      draft.moveLetter(shared, asked);
    }
  }
  return draft.finished(judgement, others);
}

/** Lights set to another mode, with all that share their letters: a sender says one mode to all of them. */
export function planModes(judgement: Judgement, asked: readonly string[], mode: Mode): PowerPlan {
  const powers = lightPowers(judgement);
  const draft = new PlanDraft(judgement.rig);
  const letters = sharedLetters(powers, 'mode');
  const done = new Set<SharedLetter>();
  for (const power of powers) {
    if (!asked.includes(power.light.id)) continue;
    const shared = letters.get(power.light.id);
    if (!shared) draft.turnAlone(power, mode);
    else if (!done.has(shared)) {
      done.add(shared);
      draft.turnLetter(shared, mode, asked);
    }
  }
  return draft.finished(judgement, []);
}

class PlanDraft {
  private readonly changes: Change[] = [];
  private readonly moves: PowerMove[] = [];
  private readonly told: Told[] = [];
  /** What nobody needs to dial, since it is dialled already. */
  private readonly dialled = new Set<string>();
  private readonly open: string[] = [];
  private readonly along: string[] = [];

  constructor(private readonly rig: Rig) {}

  private set({ id, settings }: Placed, setting: SettingPath, to: SettingValue): void {
    const change = { unit: id, setting, from: readSetting(settings, setting), to };
    if (!isNoChange(change)) this.changes.push(change);
  }

  compensate({ light, compensation }: LightPower, stops: number): void {
    const { ofLight, ofBody, limit } = compensation!;
    const asked = roundedToStep(ofLight + stops, DIAL_STEP);
    const within = limit === null ? asked : Math.min(limit - ofBody, Math.max(-limit - ofBody, asked));
    this.set(light, 'compensation', within === 0 ? null : within);
    this.moves.push({
      light: light.id,
      of: 'compensation',
      from: ofLight,
      to: within,
      short: within === asked ? null : within > asked ? 'floor' : 'ceiling',
    });
  }

  /** A light whose power is dialled on it: what is dialled stays as it is until somebody has been there. */
  moveAlone({ light, from, wanted, dialled }: LightPower, stops: number): void {
    if (wanted === null || from.kind === 'unknown' || from.kind === 'sender') {
      this.open.push(light.id);
      return;
    }
    const to = moved(wanted, stops, light.profile.power);
    this.set(light, 'power', to.power);
    // At the camera it is dialled at once.
    const stays = from.kind === 'camera' || isNear(dialled!, to.power) ? null : dialled;
    this.set(light, 'dialledPower', stays);
    this.moves.push({ light: light.id, of: 'power', from: wanted, to: to.power, short: to.short });
    if (from.kind === 'hand' && stays === null) this.dialled.add(light.id);
  }

  /** All lights of a letter: their senders say one power, which every one of them must have. */
  moveLetter({ lights, letter, senders }: SharedLetter, asked: ReadonlyMap<string, number>): void {
    const [least, most] = sharedRange(lights);
    const stops = furthest(lights.flatMap(({ light }) => asked.get(light.id) ?? []));
    const known = lights.filter(({ wanted }) => wanted !== null);
    if (known.length === 0) {
      this.open.push(...lights.map(({ light }) => light.id).filter((id) => asked.has(id)));
      return;
    }
    const step = Math.max(...lights.map(({ light }) => exactStep(light.profile.power.step ?? DIAL_STEP)));
    // What the brightest of them wants stands for all: where they differ, that is a fault of its own.
    const stand = known.map(({ wanted }) => wanted!).sort((a, b) => b - a)[0]!;
    const to = moved(stand, stops, { floor: least, ceiling: most, step });
    for (const { light, wanted } of known) {
      const power = nearestPower(wanted! + to.power - stand, light.profile.power);
      this.set(light, 'power', power);
      this.moves.push({ light: light.id, of: 'power', from: wanted!, to: power, short: to.short });
      if (!asked.has(light.id)) this.along.push(light.id);
    }
    for (const sender of senders) this.tell(sender, letter, to.power - stand, stand);
  }

  turnAlone({ light, from }: LightPower, mode: Mode): void {
    if (from.kind === 'unknown' || from.kind === 'sender') this.open.push(light.id);
    else this.set(light, 'mode', mode);
  }

  turnLetter({ lights, letter, senders }: SharedLetter, mode: Mode, asked: readonly string[]): void {
    for (const { light } of lights) {
      this.set(light, 'mode', mode);
      if (!asked.includes(light.id)) this.along.push(light.id);
    }
    const wanted = lights.flatMap(({ light }) => light.settings.power ?? []);
    for (const sender of senders) {
      if (!saysTo(sender, letter)) continue;
      this.set(sender, groupPath(letter, 'mode'), mode);
      // Out of metering it says what is wanted; the brightest stands for all, as where they are moved.
      const power = mode === 'ttl' || wanted.length === 0 ? null : Math.max(...wanted);
      if (power !== null) this.set(sender, groupPath(letter, 'power'), power);
      this.told.push({ sender: sender.id, letter, power, mode });
    }
  }

  /** A sender that says something else than the lights want keeps the difference: that is a fault of its own too. */
  private tell(sender: Placed, letter: string, by: number, stand: number): void {
    if (!saysTo(sender, letter)) return;
    const says = sender.settings.groups?.[letter]?.power ?? stand;
    const power = Math.min(0, (isNear(says, stand) ? stand : says) + by);
    this.set(sender, groupPath(letter, 'power'), power);
    this.told.push({ sender: sender.id, letter, power });
  }

  finished(judgement: Judgement, others: readonly Change[]): PowerPlan {
    const { rig, moves, told, along, open } = this;
    const changes = [...others, ...this.changes];
    const work = changes.filter(({ unit }) => !this.dialled.has(unit));
    const places = new Set(work.flatMap((change) => errandOf(rig, change)?.place ?? []));
    return {
      changes,
      moves,
      told,
      along,
      walks: [...places],
      open,
      cost: costOf(rig, work),
      outcome: whatIf(judgement, changes),
    };
  }
}

/** A letter a sender says nothing to is not there on it. */
function saysTo({ settings }: Placed, letter: string): boolean {
  const said = settings.groups?.[letter];
  return said?.power != null || said?.mode != null;
}

/** Powers closer than this are the same: rounding of thirds. */
export const SAME_STOPS = 0.01;
const isNear = (a: number, b: number): boolean => Math.abs(a - b) < SAME_STOPS;

/** Where lights of one letter are asked for different moves, the furthest counts; of as far ones the darker. */
const furthest = (stops: readonly number[]): number =>
  [...stops].sort((a, b) => Math.abs(b) - Math.abs(a) || a - b)[0]!;

/** The lowest and highest power all of them have. */
function sharedRange(lights: readonly LightPower[]): [number | null, number] {
  const floors = lights.flatMap(({ light }) => light.profile.power.floor ?? []);
  const ceilings = lights.map(({ light }) => light.profile.power.ceiling ?? 0);
  return [floors.length === 0 ? null : Math.max(...floors), Math.min(...ceilings)];
}

interface Range {
  floor?: number | null;
  ceiling?: number | null;
  step?: number | null;
}

/** @returns the nearest power on its own steps and within its limits, and what keeps it from going as far as asked. */
function moved(power: number, stops: number, range: Range): { power: number; short: PowerMove['short'] } {
  const step = exactStep(range.step ?? DIAL_STEP);
  const wanted = power + stops;
  const to = nearestPower(wanted, { ...range, step });
  if (Math.abs(to - wanted) <= POWER_TOLERANCE_STOPS) return { power: to, short: null };
  if (Math.abs(to - wanted) <= step / 2 + SAME_STOPS) return { power: to, short: 'steps' };
  return { power: to, short: to > wanted ? 'floor' : 'ceiling' };
}
