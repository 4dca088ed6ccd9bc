/** The air, the letters and the evening of an event on paper. */
import type { EventLooks } from '@ergon/core/air/eventAir';
import { planEventAir } from '@ergon/core/air/eventAir';
import { groupTable } from '@ergon/core/groups/groupChanges';
import { planEventGroups } from '@ergon/core/groups/eventGroups';
import type { CrewState } from '@ergon/core/operation/crewState';
import { momentsOf } from '@ergon/core/operation/timetable';
import type { EventHead } from '@ergon/core/record/event';
import { airOf } from '@ergon/core/rig/otherCrews';
import { buildRig } from '@ergon/core/rig/rig';
import { judge } from '@ergon/core/verdict/judge';
import { readinessOf, tally } from '@ergon/core/verdict/readiness';
import {
  airSheet,
  exhaustedAdvice,
  givenUpText,
  netSentence,
  notToldText,
  planSentence,
  unknownText,
} from '@ergon/core/words/airWording';
import { groupSentence, outOfReachText } from '@ergon/core/words/groupWording';
import type { Names } from '@ergon/core/words/settingWords';
import type { Sheet } from './sheet.ts';

export function airPaper(sheet: Sheet, of: EventLooks, names: Names): void {
  const plan = planEventAir(of);
  for (const { heading, lines } of airSheet(plan, airOf(of, of.onAir), names)) {
    sheet.gap(8);
    sheet.say(heading, 'heading');
    for (const line of lines) sheet.say(line);
  }
  sheet.gap(8);
  sheet.say('Why', 'heading');
  sheet.say([planSentence(plan), notToldText(airOf(of, of.onAir))].filter(Boolean).join(' '));
  for (const net of plan.nets)
    sheet.say([netSentence(net, names), givenUpText(net, names), unknownText(net)].filter(Boolean).join(' '));
  for (const id of plan.exhausted) for (const line of exhaustedAdvice(of.kit.families.get(id)!)) sheet.say(line);
  sheet.gap(8);
  sheet.say(
    'Use only what is legal where you are, and nothing where the venue forbids it. People with wireless microphones may hold a licence and come first.',
    'small',
  );
}

const CELL_WORDS = { told: 'sender', hand: 'by hand' } as const;
const NAME_WIDTH = 120;

export function groupsPaper(sheet: Sheet, of: EventLooks, firstLetter: EventHead['firstLetter'], names: Names): void {
  const nets = planEventGroups(of, firstLetter);
  if (nets.length === 0) sheet.say('No light of this event is told by a sender over the air.');
  for (const { task, plan } of nets) {
    sheet.gap(8);
    sheet.say(task.net.family.name, 'heading');
    if (plan) {
      sheet.say(groupSentence(plan));
      const called = task.looks.map((id) => of.looks.find((look) => look.id === id)!.name);
      tableRow(sheet, 'Light', called);
      for (const { light, letter, cells } of groupTable(task, plan))
        tableRow(
          sheet,
          `${letter}  ${names.unit(light)}`,
          cells.map(({ by, walk }) => (by === null ? '–' : `${CELL_WORDS[by]}${walk ? ', walk' : ''}`)),
        );
    }
    for (const one of task.outOfReach) sheet.say(`Out of reach: ${outOfReachText(one, names)}`);
  }
}

function tableRow(sheet: Sheet, name: string, cells: readonly string[]): void {
  const width = (sheet.width - NAME_WIDTH) / Math.max(1, cells.length);
  const height = Math.max(...[name, ...cells].map((text) => sheet.heightOf(text, 'small', width - 4)), 14);
  sheet.room(height + 4);
  const { y } = sheet.pdf;
  sheet.at(name, { x: sheet.left, y, width: NAME_WIDTH, as: 'small' });
  cells.forEach((cell, index) =>
    sheet.at(cell, { x: sheet.left + NAME_WIDTH + index * width, y, width: width - 4, as: 'small' }),
  );
  sheet.pdf.y = y + height + 4;
}

/** The whole evening on a page: what happens when and where, with which look, and how far it is. */
export function eveningPaper(sheet: Sheet, state: CrewState, of: EventLooks): void {
  for (const moment of momentsOf(state, of.event)) {
    const look = of.looks.find(({ id }) => id === moment.look);
    sheet.room(34);
    sheet.gap(6);
    sheet.say([moment.time ?? 'no time yet', moment.name].join('  '), 'strong');
    const minutes = moment.minutes == null ? null : `${moment.minutes} min`;
    const frames = moment.frames == null ? null : `${moment.frames} frames`;
    const flash = moment.noFlash === true ? 'no flash allowed' : null;
    const parts = [
      moment.place,
      minutes,
      frames,
      flash,
      look ? `look: ${look.name}` : 'no look yet',
      look && lightsText(state, of, look),
    ];
    sheet.say(parts.filter(Boolean).join(' · '), 'small', { indent: 12 });
    if (moment.notes) sheet.say(moment.notes, 'small', { indent: 12 });
  }
}

/** "4 lights: 2 proven, 2 computed". */
function lightsText(state: CrewState, of: EventLooks, look: EventLooks['looks'][number]): string {
  const tests = state.tests.filter((test) => test.look === look.id);
  const counts = tally(readinessOf(judge(buildRig(of.kit, look, of.onAir)), tests));
  const all = Object.values(counts).reduce((sum, count) => sum + count, 0);
  const parts = Object.entries(counts).flatMap(([word, count]) => (count > 0 ? [`${count} ${word}`] : []));
  return `${all} ${all === 1 ? 'light' : 'lights'}: ${parts.join(', ')}`;
}
