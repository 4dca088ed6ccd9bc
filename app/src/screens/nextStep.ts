/** The one next thing to do tonight, as a sentence with a button. */
import type { EventHead } from '@ergon/core/record/event';
import { cardsOf, linesIn } from '@ergon/core/cards/cards';
import type { Look } from '@ergon/core/record/look';
import { tally } from '@ergon/core/verdict/readiness';
import { toDialText } from '@ergon/core/words/cardWording';
import { counted } from '@ergon/core/words/saying';
import type { JudgedLook } from '../rig/judgedLook';

export interface NextStep {
  sentence: string;
  /** Null when there is nothing left to do. */
  button:
    | { label: string; place: 'lines' | 'fire' | 'cards'; look: string }
    | { label: string; place: 'events'; event: string }
    | null;
}

/** What is left to dial of a look somebody has begun to set up; a crew that ticks no cards is not asked to. */
function leftToDial({ look, judgement, readiness }: JudgedLook): { look: Look; text: string }[] {
  if (readiness.every(({ state }) => state === 'proven')) return [];
  const cards = cardsOf(judgement.rig);
  const text = toDialText(cards);
  const isBegun = cards.some((card) => linesIn(card, 'set', 'changed').length > 0);
  return isBegun && text !== null ? [{ look, text }] : [];
}

/** Faults come first, then what nobody recorded, then what is left to dial where that is begun, then lights without a test fire; within each the earliest look. */
export function nextStep(event: EventHead, looks: readonly JudgedLook[]): NextStep {
  if (looks.length === 0)
    return {
      sentence: `No looks yet. Lay out ${event.name}: its moments, and the lights of each.`,
      button: { label: 'Plan it', place: 'events', event: event.id },
    };
  const tallied = looks.map((judged) => ({ judged, count: tally(judged.readiness) }));
  const failing = tallied.find(({ count }) => count.failing > 0);
  if (failing) {
    const { judged, count } = failing;
    const all = judged.readiness.length;
    return {
      sentence: `${judged.look.name}: ${count.failing} of ${counted(all, 'light')} would not do as planned.`,
      button: { label: 'See why and mend', place: 'lines', look: judged.look.id },
    };
  }
  const unknown = tallied.find(({ count }) => count.unknown > 0);
  if (unknown) {
    const { judged, count } = unknown;
    return {
      sentence: `${judged.look.name}: nobody can say whether ${counted(count.unknown, 'light')} will fire. Something is not recorded.`,
      button: { label: 'Record it', place: 'lines', look: judged.look.id },
    };
  }
  const begun = tallied.flatMap(({ judged }) => leftToDial(judged)).at(0);
  if (begun)
    return {
      sentence: `${begun.look.name}: ${begun.text}`,
      button: { label: 'Its cards', place: 'cards', look: begun.look.id },
    };
  const computed = tallied.find(({ count }) => count.computed > 0);
  if (computed) {
    const { judged, count } = computed;
    return {
      sentence: `${judged.look.name}: ${counted(count.computed, 'light')} should fire. Prove it with a test fire.`,
      button: { label: 'Test-fire', place: 'fire', look: judged.look.id },
    };
  }
  return { sentence: 'Every light of every look is proven.', button: null };
}
