import { airChanges } from '@ergon/core/air/airChanges';
import { planEventAir } from '@ergon/core/air/eventAir';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { airOf } from '@ergon/core/rig/otherCrews';
import {
  airSheet,
  exhaustedAdvice,
  givenUpText,
  netSentence,
  notToldText,
  planSentence,
  touchedSentence,
  unknownText,
} from '@ergon/core/words/airWording';
import { namesOf } from '@ergon/core/words/wording';
import { eventLooks } from './eventLooks.ts';

export interface AirOptions {
  event?: string;
  json: boolean;
}

/** Prints which channel, ID or PIN each net of an event should have, and why. @returns 1 where something clashes whatever is done. */
export function air(document: KitDocument, { event, json }: AirOptions, say: (text: string) => void): number {
  const names = namesOf(document, document.onAir);
  const plans = eventLooks(document, event).map((of) => ({ of, plan: planEventAir(of) }));
  if (json) {
    const plain = plans.map(({ of, plan }) => ({
      event: of.event,
      ...plan,
      nets: plan.nets.map(({ net, ...rest }) => ({
        family: net.family.id,
        units: net.members.map(({ unit }) => unit),
        now: net.now,
        ...rest,
      })),
      changes: airChanges(plan, of.looks),
    }));
    say(JSON.stringify({ events: plain }, null, 2));
  } else {
    for (const { of, plan } of plans) {
      say(`${of.head.name}: ${planSentence(plan)}`);
      const notTold = notToldText(airOf(of, document.onAir));
      if (notTold) say(`  ${notTold}`);
      for (const net of plan.nets) {
        const parts = [netSentence(net, names), touchedSentence(net, names), givenUpText(net, names), unknownText(net)];
        say(`  ${parts.filter(Boolean).join(' ')}`);
      }
      for (const id of plan.exhausted) for (const line of exhaustedAdvice(of.kit.families.get(id)!)) say(`  ${line}`);
      const sheet = airSheet(plan, airOf(of, document.onAir), names);
      for (const { heading, lines } of sheet) say(`  ${heading}: ${lines.join('; ')}`);
    }
  }
  return plans.some(({ plan }) => plan.exhausted.length > 0) ? 1 : 0;
}
