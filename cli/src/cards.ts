import { type Card, cardsOf, leftOn } from '@ergon/core/cards/cards';
import { dealRounds, stopsOf } from '@ergon/core/cards/rounds';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { switchesFor } from '@ergon/core/rig/dipSwitches';
import { buildRig, indexKit, type Rig } from '@ergon/core/rig/rig';
import { judge } from '@ergon/core/verdict/judge';
import {
  changedText,
  howToOf,
  leftText,
  lineName,
  lineValue,
  noteText,
  whereText,
} from '@ergon/core/words/cardWording';
import { findingText } from '@ergon/core/words/findingWording';
import type { Names } from '@ergon/core/words/settingWords';
import { durationText } from '@ergon/core/words/saying';
import { namesOf } from '@ergon/core/words/wording';
import { chosenLooks } from './chosenLooks.ts';
import { Unusable } from './unusable.ts';

export interface CardsOptions {
  look?: string;
  unit?: string;
  json: boolean;
}

const MARKS = { set: '[x]', open: '[ ]', changed: '[!]', unplanned: '[?]' } as const;

/** Prints what is to be dialled on each unit of a look. @returns 1 while anything is left to dial or to plan. */
export function cards(document: KitDocument, { look, unit, json }: CardsOptions, say: (text: string) => void): number {
  const kit = indexKit(document);
  const names = namesOf(kit, document.onAir);
  if (unit !== undefined && !kit.units.has(unit)) throw new Unusable(`--unit: the file has no unit "${unit}"`);
  const looks = chosenLooks(document, look).map((one) => {
    const { rig, findings } = judge(buildRig(kit, one, document.onAir));
    return { look: one, rig, cards: cardsOf(rig, findings).filter((card) => unit === undefined || card.unit === unit) };
  });
  if (json) {
    const plain = looks.map(({ look: { id }, cards: own }) => ({
      look: id,
      cards: own.map(({ placed: _placed, cautions, ...card }) => ({
        ...card,
        cautions: cautions.map((finding) => finding.code),
      })),
    }));
    say(JSON.stringify({ looks: plain }, null, 2));
  } else {
    for (const { look: one, rig, cards: own } of looks) {
      const round = dealRounds(stopsOf(own), 1);
      say(`${one.name}: ${durationText(round.seconds)} of setting up for one person.`);
      for (const card of own) sayCard(rig, card, names, say);
    }
  }
  const isDone = looks.every(({ cards: own }) =>
    own.every((card) => leftOn(card) === 0 && card.lines.every(({ state }) => state === 'set')),
  );
  return isDone ? 0 : 1;
}

function sayCard(rig: Rig, card: Card, names: Names, say: (text: string) => void): void {
  const { placed } = card;
  say(
    `  ${placed.unit.label} (${placed.profile.maker} ${placed.profile.model}), ${whereText(card)}: ${leftText(card)}`,
  );
  for (const line of card.lines) {
    const switches = line.setting === 'channel' ? switchesFor(rig, placed, line.planned as number | null) : null;
    const more = [
      changedText(placed, line, names),
      switches && `switches ${switches.map((on, index) => `${index + 1} ${on ? 'on' : 'off'}`).join(', ')}`,
      howToOf(placed.profile, line.setting),
    ].filter(Boolean);
    const value = lineValue(placed, line.setting, line.planned, names);
    say(
      `    ${MARKS[line.state]} ${lineName(line.setting)}: ${value}${more.length > 0 ? ` (${more.join('; ')})` : ''}`,
    );
  }
  for (const note of card.notes) say(`        ${noteText(note, names)}`);
  for (const caution of card.cautions) say(`        Mind: ${findingText(caution, names).why}`);
}
