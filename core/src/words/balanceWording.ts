/** What is said of a balance: what each light is set to and reads then, and what else must be done for it. */
import { apertures } from '../exposure/aperture.ts';
import { timesAsFar } from '../exposure/lightFall.ts';
import { type RatioSchool, ratioOf } from '../exposure/ratio.ts';
import type { BalancePlan, BalanceTask, PartPlan } from '../power/balance.ts';
import type { LeftOut, LookTask } from '../power/balanceTask.ts';
import { turnedDial } from '../power/cameraDials.ts';
import type { SecondLight } from '../power/secondLight.ts';
import type { Body } from '../rig/rig.ts';
import { readingText } from './readingWords.ts';
import { durationText, stopsCounted } from './saying.ts';
import { enumerated, fieldOf, listed, type Names, shutterText, stopsText } from './settingWords.ts';

/** "ISO 800", "1/125", "f/11": what a dial of the camera is turned to. */
function dialText(body: Body, { dial, stops }: BalancePlan['dials'][number], aperture: number): string {
  if (dial === 'aperture') return `f/${apertures.labelAt(aperture)}`;
  const to = turnedDial(body, dial, stops);
  return dial === 'iso' ? `ISO ${to}` : shutterText(to as string);
}

function leverText({ part, levers }: PartPlan, names: Names): string[] {
  const me = listed(part.lights, names);
  return levers.map(({ lever, stops }) => {
    switch (lever) {
      case 'density':
        return stops < 0 ? `put ${stopsCounted(stops)} of density in front of ${me}` : `take the density off ${me}`;
      case 'modifier':
        return `take the modifier off ${me}`;
      case 'second light':
        return `put a second light beside ${me}`;
      case 'distance':
        return `move ${me} ${stops > 0 ? 'nearer' : 'away'}: ${timesAsFar(stops).toFixed(2)} times as far`;
    }
  });
}

/** What is so already, once nothing is left to set. */
export const balancedText = ({ parts }: BalanceTask): string =>
  parts.length === 0 ? 'The room comes out as wanted.' : 'Every light that was metered reads what it is aimed at.';

/** "All lights as aimed by power alone." or what else it takes and how long. */
export function balanceSentence(plan: BalancePlan | null, { task, body }: LookTask, names: Names): string {
  if (plan === null) return 'Nothing that can be turned, moved or added here makes all of it fit.';
  if (task.parts.length === 0)
    return plan.changes === 0
      ? balancedText(task)
      : `Least for the room: set ${enumerated(plan.dials.map((one) => dialText(body, one, plan.aperture)))}.`;
  if (plan.changes === 0) return 'Powers alone do it: every light then reads what it is aimed at.';
  const dials = plan.dials.map((one) => dialText(body, one, plan.aperture));
  const levers = plan.parts.flatMap((part) => leverText(part, names));
  const set = dials.length === 0 ? [] : [`set ${enumerated(dials)}`];
  const text = enumerated([...set, ...levers]);
  return `Powers alone do not do it. Least: ${text} (${durationText(plan.seconds)}).`;
}

/** "as strong", "0.6 stops stronger", "how strong is not recorded": a light beside another. */
export function strengthText({ stronger }: Pick<SecondLight, 'stronger'>): string {
  if (stronger === null) return 'how strong is not recorded';
  const off = Math.round(10 * Math.abs(stronger)) / 10;
  return off === 0 ? 'as strong' : `${stopsCounted(off)} ${stronger > 0 ? 'stronger' : 'weaker'}`;
}

/** "Light 1: 1/4, reads f/8 and 2 (+0.2 stops)". */
export function partText({ part, power, predicted, off }: PartPlan, names: Names): string {
  const shown = Math.round(10 * off) / 10;
  const by = shown === 0 ? 'as aimed' : `${stopsText(shown)} against its aim`;
  const set = names.power(part.lights[0]!, power);
  return `${listed(part.lights, names)}: ${set}, reads ${readingText(predicted)}, ${by}`;
}

export const totalText = ({ total, aperture, room }: BalancePlan): string =>
  `All together ${readingText(total)}, at f/${apertures.labelAt(aperture)}${room === null ? '' : `; the room ${readingText(room)}`}.`;

/** What of the room is open; empty where nothing is. */
export const roomOpenText = ({ roomOpen }: LookTask): string =>
  roomOpen ? 'The room was not metered: it is left out.' : '';

/** "Light 6 has the power of Light 1 too, and was not metered: meter it first." */
export const unmeteredText = (unmetered: readonly string[], part: readonly string[], names: Names): string =>
  `${listed(unmetered, names)} ${unmetered.length === 1 ? 'has' : 'have'} the power of ${listed(part, names)} too, and ${unmetered.length === 1 ? 'was' : 'were'} not metered: meter ${unmetered.length === 1 ? 'it' : 'them'} first.`;

const LEFT_OUT = {
  metered: 'meters by itself',
  aim: 'has no aim',
  control: 'who sets it is not recorded',
  level: 'was not metered',
} as const;

/** Lights that take no part, and what would let them: "Light 4 was not metered, and distance is not recorded". */
export function leftOutText({ light, why, unknown }: LeftOut, names: Names): string {
  const needs = unknown.map((ref) => fieldOf(ref, names));
  return `${names.unit(light)} ${LEFT_OUT[why]}${needs.length === 0 ? '' : ` (${enumerated(needs)} not recorded)`}.`;
}

const SCHOOLS: Readonly<Record<RatioSchool, string>> = {
  key: 'each metered alone',
  both: 'both together against the fill alone',
};

/** "4:1, each metered alone: the fill is aimed 2 stops below the key." @param stops between the two; null where several differ. */
export function ratioText(stops: number | null, school: RatioSchool): string {
  if (stops === null) return 'Several are aimed differently.';
  const ratio = Math.round(10 * ratioOf(school, stops)) / 10;
  const off = Math.round(10 * Math.abs(stops)) / 10;
  const where = off === 0 ? 'as the key' : `${stopsCounted(off)} ${stops > 0 ? 'below' : 'above'} the key`;
  return `${ratio}:1, ${SCHOOLS[school]}: the fill is aimed ${where}.`;
}

/** "It reads f/1.4 and 2: 2.8 stops below f/4." */
export function roomText(reading: number | null, level: number | null, { settings }: Body): string {
  if (reading === null) return 'Not metered yet.';
  if (level === null) return `It reads ${readingText(reading)}.`;
  const off = Math.round(10 * Math.abs(level)) / 10;
  const against = `f/${settings.aperture}`;
  return `It reads ${readingText(reading)}: ${off === 0 ? 'just' : `${stopsCounted(off)} ${level > 0 ? 'above' : 'below'}`} ${against}.`;
}
