/** The lines of a look on paper: the same drawing as on screen, in black on white. */
import { STAGES } from '@ergon/core/rig/codes';
import { evenly, stripLayout } from '@ergon/core/verdict/lineStrip';
import type { Judgement } from '@ergon/core/verdict/judge';
import { linesOf, type SignalLine, type StationState } from '@ergon/core/verdict/signalLine';
import type { Names } from '@ergon/core/words/settingWords';
import { lineSentence } from '@ergon/core/words/wording';
import type { Sheet } from './sheet.ts';

const ROW = 34;
const RADIUS = 4;

export function linesPaper(sheet: Sheet, judgement: Judgement, names: Names): void {
  for (const shot of judgement.shots) {
    const lines = linesOf(judgement, shot).sort((a, b) => byName(names, a, b));
    if (lines.length === 0) continue;
    sheet.room(60 + ROW);
    sheet.gap(8);
    sheet.say(`${names.unit(shot.body.id)} shoots${shot.attitude === 'upright' ? ', held upright' : ''}`, 'heading');
    stationNames(sheet);
    for (const line of lines) linePaper(sheet, line, names);
  }
}

const byName = (names: Names, a: SignalLine, b: SignalLine): number =>
  names.unit(a.light.id).localeCompare(names.unit(b.light.id), undefined, { numeric: true });

function stationNames(sheet: Sheet): void {
  const xs = evenly(sheet.width, STAGES.length);
  const { y } = sheet.pdf;
  STAGES.forEach((stage, index) =>
    sheet.at(stage, { x: sheet.left + xs[index]! - 30, y, width: 60, as: 'small', align: 'center' }),
  );
  sheet.pdf.y = y + 14;
}

function linePaper(sheet: Sheet, line: SignalLine, names: Names): void {
  const sentence = lineSentence(line, names);
  sheet.room(ROW + sheet.heightOf(sentence, 'small', sheet.width));
  const y = sheet.pdf.y + 12;
  const { stations, segments, barX } = stripLayout(line, evenly(sheet.width, STAGES.length), y);
  sheet.drawn(sentence, (pdf) => {
    for (const { x1, x2, kind } of segments) {
      pdf
        .moveTo(sheet.left + x1, y)
        .lineTo(sheet.left + x2, y)
        .lineWidth(kind === 'whole' ? 2 : 0.8);
      if (kind === 'whole') pdf.undash();
      else pdf.dash(kind === 'unknown' ? 4 : 2, { space: kind === 'unknown' ? 4 : 5 });
      pdf.stroke('black');
    }
    pdf.undash();
    for (const { station, x } of stations) stationPaper(pdf, sheet.left + x, y, station.state);
    if (barX !== null)
      pdf
        .moveTo(sheet.left + barX, y - 9)
        .lineTo(sheet.left + barX, y + 9)
        .lineWidth(3)
        .stroke('black');
  });
  sheet.pdf.y = y + 10;
  sheet.say(sentence, 'small');
  sheet.gap(4);
}

function stationPaper(pdf: PDFKit.PDFDocument, x: number, y: number, state: StationState): void {
  if (state === 'ok') pdf.circle(x, y, RADIUS).fill('black');
  else if (state === 'loss') {
    pdf.circle(x, y, RADIUS).lineWidth(1.5).fillAndStroke('white', 'black');
    pdf.path(`M ${x} ${y - RADIUS} A ${RADIUS} ${RADIUS} 0 0 0 ${x} ${y + RADIUS} Z`).fill('black');
  } else if (state === 'unknown')
    pdf.circle(x, y, RADIUS).lineWidth(1.2).dash(1.5, { space: 2 }).fillAndStroke('white', 'black').undash();
  else pdf.circle(x, y, RADIUS).lineWidth(0.8).fillAndStroke('white', 'black');
}
