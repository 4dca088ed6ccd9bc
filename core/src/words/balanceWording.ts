/** What is said of a balance: what each light is set to and reads then, and what else must be done for it. */
import { apertures } from '../exposure/aperture.ts';
import { timesAsFar } from '../exposure/lightFall.ts';
import type { BalancePlan, PartPlan } from '../power/balance.ts';
import type { LookTask } from '../power/balanceTask.ts';
import { turnedDial } from '../power/cameraDials.ts';
import type { Body } from '../rig/rig.ts';
import { readingText } from './readingWords.ts';
import { stopsCounted } from './saying.ts';
import { enumerated, fieldOf, listed, type Names, shutterText, stopsText } from './settingWords.ts';
import { durationText } from './workWording.ts';

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

/** "All lights as aimed by power alone." or what else it takes and how long. */
export function balanceSentence(plan: BalancePlan | null, { body }: LookTask, names: Names): string {
  if (plan === null) return 'Nothing that can be turned, moved or added here makes all of it fit.';
  if (plan.changes === 0) return 'Powers alone do it: every light then reads what it is aimed at.';
  const dials = plan.dials.map((one) => dialText(body, one, plan.aperture));
  const levers = plan.parts.flatMap((part) => leverText(part, names));
  const set = dials.length === 0 ? [] : [`set ${enumerated(dials)}`];
  const text = enumerated([...set, ...levers]);
  return `Powers alone do not do it. Least: ${text} (${durationText(plan.seconds)}).`;
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

const LEFT_OUT = {
  metered: 'meters by itself',
  aim: 'has no aim',
  control: 'who sets it is not recorded',
  level: 'was not metered',
} as const;

/** Lights that take no part, and what would let them: "Light 4 was not metered, and distance is not recorded". */
export function leftOutText({ light, why, unknown }: LookTask['open'][number], names: Names): string {
  const needs = unknown.map((ref) => fieldOf(ref, names));
  return `${names.unit(light)} ${LEFT_OUT[why]}${needs.length === 0 ? '' : ` (${enumerated(needs)} not recorded)`}.`;
}
