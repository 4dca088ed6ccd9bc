import { easingsOf } from '@ergon/core/energy/easings';
import { eveningOf, type EveningMoment, holds } from '@ergon/core/energy/evening';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { buildRig } from '@ergon/core/rig/rig';
import {
  easingText,
  eveningSentence,
  momentText,
  swapSchedule,
  swapText,
  unknownText,
} from '@ergon/core/words/energyWording';
import { namesOf } from '@ergon/core/words/wording';
import { type EventWithLooks, eventLooks } from './eventLooks.ts';

export interface EnergyOptions {
  event?: string | undefined;
  json: boolean;
}

/** Prints what every light is left with over an evening. @returns 1 where one does not keep up. */
export function energy(document: KitDocument, { event, json }: EnergyOptions, say: (text: string) => void): number {
  const names = namesOf(document, document.onAir);
  const dealtTo = (id: string) => document.units.find((unit) => unit.id === id)?.dealtTo ?? null;
  const all = eventLooks(document, event).map((of) => ({ of, moments: momentsWithRigs(document, of) }));
  const evenings = all.map(({ of, moments }) => ({ of, evening: eveningOf(moments), easings: easingsOf(moments) }));
  if (json) {
    const plain = evenings.map(({ of, evening, easings }) => ({
      event: of.event,
      ...evening,
      swaps: swapSchedule(evening),
      easings,
    }));
    say(JSON.stringify({ events: plain }, null, 2));
  } else {
    for (const { of, evening, easings } of evenings) {
      const called = (id: string) => of.head.moments.find((moment) => moment.id === id)?.name ?? id;
      say(`${of.head.name}: ${eveningSentence(evening, names)}`);
      for (const light of evening.lights) {
        const open = light.unknown.length > 0 ? `. ${unknownText(light, names)}` : '';
        say(`  ${names.unit(light.light)}${light.mains ? ', on mains' : ''}${open}`);
        for (const moment of light.moments) say(`    ${called(moment.moment)}: ${momentText(moment)}`);
      }
      for (const swap of swapSchedule(evening)) say(`  ${swapText(swap, called(swap.moment), dealtTo, names)}`);
      for (const easing of easings) say(`  ${easingText(easing, names)}`);
    }
  }
  return evenings.every(({ evening }) => evening.lights.every(holds)) ? 0 : 1;
}

const momentsWithRigs = (document: KitDocument, { head, kit, looks }: EventWithLooks): EveningMoment[] => {
  const rigs = new Map(looks.map((look) => [look.id, buildRig(kit, look, document.onAir)]));
  return head.moments.map((moment) => ({ moment, rig: rigs.get(moment.look ?? '') ?? null }));
};
