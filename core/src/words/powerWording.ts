/** What is said of powers: who sets them, what a change will show and where somebody walks, what a light reads. */
import { stopsLabel } from '../measure/stops.ts';
import { usualCompensation } from '../exposure/usualCompensation.ts';
import type { Agreement, Why } from '../power/agreement.ts';
import { isDifference } from '../power/byDifference.ts';
import type { Fooling } from '../power/fooled.ts';
import type { LightPower, SetFrom } from '../power/lightPower.ts';
import type { Motion } from '../power/motion.ts';
import { type PowerMove, type PowerPlan, SAME_STOPS, type Told } from '../power/powerPlan.ts';
import { isFailing } from '../verdict/verdict.ts';
import { gapText } from './findingWording.ts';
import { dialStopText } from './measuredWords.ts';
import { readingText } from './readingWords.ts';
import { durationText, stopsCounted } from './saying.ts';
import { enumerated, fieldOf, listed, type Names, stopsText, wordFor } from './settingWords.ts';

/** "set on Sender 1, group A", "by hand, 24 s to walk". */
export function setFromText(from: SetFrom, names: Names): string {
  switch (from.kind) {
    case 'sender': {
      const letter = from.letter === null ? 'group not recorded' : `group ${from.letter}`;
      return `set on ${listed(
        from.senders.map(({ id }) => id),
        names,
      )}, ${letter}`;
    }
    case 'camera':
      return 'dialled on it, at the camera';
    case 'hand':
      return from.walkSeconds === null
        ? 'dialled on it by hand'
        : `dialled on it by hand, ${from.walkSeconds} s to walk`;
    case 'unknown':
      return 'who sets it is not recorded';
  }
}

/** What it is to give: "1/8", "TTL", "TTL, +1 stop", "power not recorded". */
export function givesText({ light, mode, wanted, compensation }: LightPower, names: Names): string {
  if (mode === 'ttl') {
    const sum = compensation ? compensation.ofLight + compensation.ofBody : 0;
    return sum === 0 ? 'TTL' : `TTL, ${stopsText(sum)}`;
  }
  if (wanted === null) return 'power not recorded';
  const { multiPops } = light.settings;
  const power = names.power(light.id, wanted);
  return mode === 'multi' && multiPops != null ? `${multiPops} pops at ${power}` : power;
}

/** What stands against it, in a few words each: what is dialled instead, a trim and who takes it back, what is wrong. */
export function powerNotes(power: LightPower, names: Names): string[] {
  const { light, from, wanted, dialled, trim, compensation, fault } = power;
  const notes: string[] = [];
  if (wanted !== null && dialled !== null && dialled !== wanted)
    notes.push(`${names.power(light.id, dialled)} is dialled on it`);
  if (trim !== 0)
    notes.push(
      from.kind === 'sender'
        ? `trim ${stopsLabel(trim)} on the unit: ${listed(
            from.senders.map(({ id }) => id),
            names,
          )} ${from.senders.length === 1 ? 'takes' : 'take'} it back`
        : `trim ${stopsLabel(trim)} on the unit adds to it`,
    );
  if (compensation && compensation.ofLight + compensation.ofBody !== 0) notes.push(compensationText(compensation));
  const told = fault && fault.code !== 'power.dialled' && fault.code !== 'power.local-trim' ? fault : null;
  if (told) notes.push(gapText(told, names));
  const failing = power.verdicts.find(isFailing)?.faults[0];
  if (failing && failing !== fault) notes.push(gapText(failing, names));
  return notes;
}

/** Where the sum of both compensations stands, and what is left. */
function compensationText({ ofLight, ofBody, limit }: NonNullable<LightPower['compensation']>): string {
  const sum = ofLight + ofBody;
  const both =
    ofLight !== 0 && ofBody !== 0 ? ` (${stopsLabel(ofLight)} here, ${stopsLabel(ofBody)} on the camera)` : '';
  const left = limit === null ? 'how much it takes is not recorded' : `takes ${stopsCounted(limit)} either way`;
  return `compensation ${sum === 0 ? 'none' : stopsText(sum)}${both}, ${left}`;
}

/** "reads f/8 and 3; aimed at: f/8, it reads 0.3 stops more"; null where nobody metered it and nothing tells. */
export function levelText(power: LightPower): string | null {
  const { level, aimed } = power;
  if (level.stops === null) return aimed === null ? null : `aimed at ${readingText(aimed)}`;
  const its = power.light.unit.realGuideNumber ? 'measured guide number' : 'guide number';
  const how = level.reading === null ? `reads by its ${its}` : 'reads';
  const left = level.reading === null || isRead(level) ? '' : ', by what the others leave';
  const dial = power.light.unit.realDialStop ? ', by its measured dial' : '';
  return [`${how} ${readingText(level.stops)}${left}${dial}`, aimText(power)].filter(Boolean).join('; ');
}

/** Read alone, and not worked out. */
export const isRead = ({ reading }: LightPower['level']): boolean => reading !== null && !isDifference(reading);

/** How far from its aim it reads: "aimed at f/4: -0.4 stops"; null where it is as aimed, or nobody can say. */
export function aimText({ light, level, aimed }: LightPower): string | null {
  if (aimed === null || level.stops === null) return null;
  const off = Math.round(10 * (level.stops - aimed)) / 10;
  if (off === 0) return null;
  const { aim, purpose } = light.settings;
  const what = aim == null ? `usual for ${purpose}` : 'aimed at';
  return `${what}: ${readingText(aimed)}, it reads ${stopsCounted(off)} ${off > 0 ? 'more' : 'less'}`;
}

/** "At 1/4 its pulse lasts 1/1000 s (t.1): a dancer moves 3.0 mm in it, a blur. 1/8 and lower are sharp." */
export function motionText({ light }: LightPower, { power, pulseUs, movedMm, sharp }: Motion, names: Names): string {
  const at = (stops: number) => names.power(light.id, stops);
  const [low, high] = sharp ?? [Infinity, -Infinity];
  const isSharp = power >= low - SAME_STOPS && power <= high + SAME_STOPS;
  const lasts = `At ${at(power)} its pulse lasts 1/${Number((1e6 / pulseUs).toPrecision(2))} s (t.1)`;
  const moves = `${lasts}: a dancer moves ${movedMm.toFixed(1)} mm in it, ${isSharp ? 'and is sharp' : 'a blur'}.`;
  if (isSharp) return moves;
  if (sharp === null) return `${moves} At no power of it one is sharp.`;
  return `${moves} ${power > high ? `${at(high)} and lower` : `${at(low)} and higher`} are sharp.`;
}

const FOOLING_LABELS: Readonly<Record<Fooling, string>> = {
  nothing: 'Nothing',
  'white clothes': 'White clothes',
  'black clothes': 'Black clothes',
  backlight: 'A window behind',
};
/** "White clothes +1". */
export const foolingLabel = (by: Fooling): string =>
  by === 'nothing' ? FOOLING_LABELS[by] : `${FOOLING_LABELS[by]} ${stopsLabel(usualCompensation(by))}`;

/** "Sender 1 then shows A 1/8, B 1/16." */
export function toldText(told: readonly Told[], names: Names): string[] {
  const bySender = new Map<string, string[]>();
  for (const { sender, letter, power, mode } of told) {
    const shown = power === null ? wordFor(mode ?? 'no power') : names.power(sender, power);
    bySender.set(sender, [...(bySender.get(sender) ?? []), `${letter} ${shown}`]);
  }
  return [...bySender].map(([sender, letters]) => `${names.unit(sender)} then shows ${letters.join(', ')}.`);
}

/** Where somebody walks and what it costs; empty where nobody does. */
export function walksText({ walks, cost }: PowerPlan, names: Names): string {
  if (walks.length === 0) return '';
  const unmeasured = cost.unmeasured > 0 ? ', not every walk measured' : '';
  return `Walk to ${listed(walks, names)}: ${durationText(cost.seconds)} with what is dialled${unmeasured}. Until then what is dialled stays.`;
}

const SHORT = { floor: 'its lowest', ceiling: 'its highest', steps: 'its own steps' } as const;

/** What does not go as far as asked, and why: "Light 8 stays at 1/16 (its own steps)". */
export function shortText(moves: readonly PowerMove[], names: Names): string[] {
  return moves.flatMap(({ light, of, from, to, short }) => {
    if (short === null) return [];
    const at = of === 'power' ? names.power(light, to) : `compensation ${stopsText(to)}`;
    return [`${names.unit(light)} ${from === to ? 'stays at' : 'stops at'} ${at} (${SHORT[short]}).`];
  });
}

/** Lights of a letter that come along. */
export function alongText(along: readonly string[], names: Names): string {
  if (along.length === 0) return '';
  return `${listed(along, names)} ${along.length === 1 ? 'shares' : 'share'} a group and ${along.length === 1 ? 'goes' : 'go'} along.`;
}

/** What the simulator says will be wrong then and is not now, but for lights somebody still has to walk to. */
export function planFaults({ outcome, walks }: PowerPlan, names: Names): string[] {
  const told = outcome.findings.filter(({ code, subject }) => code !== 'power.dialled' || !walks.includes(subject));
  return [
    ...new Set(told.map((fault) => `${names.unit(fault.params.light ?? fault.subject)}: ${gapText(fault, names)}.`)),
  ];
}

/** All that is said of a change before it is made, most important first. */
export function planLines(plan: PowerPlan, names: Names): string[] {
  const open = plan.open.length === 0 ? [] : [`${listed(plan.open, names)}: its power or who sets it is not recorded.`];
  return [
    ...toldText(plan.told, names),
    walksText(plan, names),
    ...planFaults(plan, names),
    alongText(plan.along, names),
    ...shortText(plan.moves, names),
    ...open,
  ].filter(Boolean);
}

/** "Light 3 reads 2 stops more than the powers say: perhaps 1/8 was set to 1/2, or ..." */
export function agreementText({ light, off, unknown, whys }: Agreement, names: Names): string {
  const me = names.unit(light);
  if (off === null)
    return `${me}: whether its readings agree hangs on ${enumerated(unknown.map((ref) => fieldOf(ref, names)))}.`;
  if (whys.length === 0) return `${me}: its readings agree with what was set.`;
  const rounded = Math.round(10 * off) / 10;
  const reasons = whys.map((why) => whyText(why, off)).join('; or ');
  return `${me} reads ${stopsCounted(rounded)} ${off > 0 ? 'more' : 'less'} than what was set. Likeliest: ${reasons}.`;
}

function whyText(why: Why, off: number): string {
  switch (why.why) {
    case 'power':
      return `its power is set ${stopsCounted(why.steps)} ${why.steps > 0 ? 'higher' : 'lower'}`;
    case 'density':
      return why.stops > 0
        ? 'the density in front of it is off'
        : `a density of ${stopsCounted(why.stops)} is in front of it`;
    case 'zoom':
      return `its head stands at ${why.mm} mm`;
    case 'dial':
      return `it gives ${dialStopText(why.stops)}`;
    case 'cells':
      return 'it was not charged yet: look at its cells';
    case 'distance': {
      const way = off > 0 ? 'nearer' : 'farther';
      return why.metres === null
        ? `it stands ${why.times.toFixed(1)} times as far`
        : `it stands ${way}, at ${why.metres.toFixed(1)} m`;
    }
  }
}
