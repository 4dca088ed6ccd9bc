/** Cards on paper, two a page: cut apart, they are worked through without a screen. */
import type { CardLine } from '@ergon/core/cards/cardLines';
import { type Card, cardsOf } from '@ergon/core/cards/cards';
import { switchesFor } from '@ergon/core/rig/dipSwitches';
import type { Rig } from '@ergon/core/rig/rig';
import { judge } from '@ergon/core/verdict/judge';
import { howToOf, lineName, lineValue, noteText, whereText } from '@ergon/core/words/cardWording';
import { findingText } from '@ergon/core/words/findingWording';
import type { Names } from '@ergon/core/words/settingWords';
import type { Sheet } from './sheet.ts';

const PAD = 12;
const BOX = 11;
/** A row, and a larger one where a card has few enough for half a page. */
const ROW = 17;
const LARGE_ROW = 24;
const FEW_ROWS = 10;
/** Share of a row that what is to be set takes; how to get there stands beside it. */
const VALUE_SHARE = 0.55;

export function cardsPaper(sheet: Sheet, rig: Rig, names: Names): void {
  const { findings } = judge(rig);
  for (const card of cardsOf(rig, findings)) cardPaper(sheet, rig, card, names);
}

interface Row {
  line: CardLine;
  name: string;
  value: string;
  more: string;
}

function cardPaper(sheet: Sheet, rig: Rig, card: Card, names: Names): void {
  const { unit, profile } = card.placed;
  const rows = card.lines.map((line): Row => rowOf(rig, card, line, names));
  const notes = [
    ...card.notes.map((note) => noteText(note, names)),
    ...card.cautions.map((one) => findingText(one, names).why),
  ];
  const inner = sheet.width - 2 * PAD;
  const noteHeights = notes.map((note) => sheet.heightOf(note, 'small', inner) + 2);
  const isLarge = rows.length <= FEW_ROWS;
  const height =
    2 * PAD + 46 + rows.length * (isLarge ? LARGE_ROW : ROW) + noteHeights.reduce((sum, one) => sum + one, 0);
  // Two share a page wherever they fit into halves of it.
  const half = (sheet.bottom - sheet.left) / 2 - 8;
  sheet.room(Math.max(height, Math.min(half, sheet.bottom - sheet.left)));
  const top = sheet.pdf.y;
  let y = sheet.at(unit.label, { x: sheet.left + PAD, y: top + PAD, width: inner, as: 'title' });
  const where = [`${profile.maker} ${profile.model}`, whereText(card), unit.dealtTo && `set up by ${unit.dealtTo}`];
  y = sheet.at(where.filter(Boolean).join(', '), { x: sheet.left + PAD, y, width: inner, as: 'small' }) + 6;
  for (const row of rows) y = rowPaper(sheet, row, { y, isLarge });
  for (const note of notes) y = sheet.at(note, { x: sheet.left + PAD, y: y + 2, width: inner, as: 'small' });
  sheet.pdf
    .rect(sheet.left, top, sheet.width, Math.max(y - top + PAD, Math.min(half, height)))
    .lineWidth(1)
    .stroke('black');
  sheet.pdf.y = top + Math.max(half, y - top + PAD) + 16;
}

function rowOf(rig: Rig, { placed }: Card, line: CardLine, names: Names): Row {
  const switches = line.setting === 'channel' ? switchesFor(rig, placed, line.planned as number | null) : null;
  const set = line.state === 'set' && line.dialled ? `set by ${line.dialled.by}` : null;
  const more = [
    switches && `switches ${switches.map((on, index) => `${index + 1} ${on ? 'on' : 'off'}`).join(', ')}`,
    howToOf(placed.profile, line.setting),
    set,
  ];
  return {
    line,
    name: lineName(line.setting),
    value: lineValue(placed, line.setting, line.planned, names),
    more: more.filter(Boolean).join(' · '),
  };
}

/** A box to tick, what to set, and how to get there. @returns where the next row begins. */
function rowPaper(
  sheet: Sheet,
  { line, name, value, more }: Row,
  { y, isLarge }: { y: number; isLarge: boolean },
): number {
  const x = sheet.left + PAD;
  const top = y + (isLarge ? 4 : 2);
  sheet.drawn(line.state === 'set' ? 'ticked' : 'to tick', (pdf) => {
    pdf.rect(x, top, BOX, BOX).lineWidth(1).stroke('black');
    if (line.state === 'set')
      pdf
        .moveTo(x + 2, top + 6)
        .lineTo(x + 5, top + 9)
        .lineTo(x + 10, top + 1)
        .lineWidth(1.5)
        .stroke('black');
  });
  const at = x + BOX + 10;
  const width = sheet.width - 2 * PAD - BOX - 10;
  const wide = more ? width * VALUE_SHARE : width;
  const end = sheet.at(`${name}: ${value}`, { x: at, y, width: wide, as: isLarge ? 'dial' : 'strong' });
  const told = more ? sheet.at(more, { x: at + wide + 8, y: y + 2, width: width - wide - 8, as: 'small' }) : y;
  return Math.max(y + (isLarge ? LARGE_ROW : ROW), end, told);
}
