import { planEventGroups } from '@ergon/core/groups/eventGroups';
import { groupChanges, groupTable } from '@ergon/core/groups/groupChanges';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { groupSentence, outOfReachText } from '@ergon/core/words/groupWording';
import { namesOf } from '@ergon/core/words/wording';
import { type EventWithLooks, eventLooks } from './eventLooks.ts';

export interface GroupsOptions {
  event?: string;
  json: boolean;
}

/** How a light is in a look: told by its sender, dialled by hand, not there; with a star where somebody walks to it before. */
const MARKS = { told: 'told', hand: 'hand' } as const;

/** Prints one letter per light for each event, with what walking is left. */
export function groups(document: KitDocument, { event, json }: GroupsOptions, say: (text: string) => void): number {
  const events = eventLooks(document, event).map((of) => ({ of, nets: planEventGroups(of, of.head.firstLetter) }));
  if (json) {
    const plain = events.map(({ of, nets }) => ({
      event: of.event,
      nets: nets.map(({ task, plan }) => ({
        family: task.net.family.id,
        looks: task.looks,
        plan,
        table: plan && groupTable(task, plan),
        outOfReach: task.outOfReach,
        changes: plan ? groupChanges(task, plan, of.looks) : [],
      })),
    }));
    say(JSON.stringify({ events: plain }, null, 2));
    return 0;
  }
  for (const { of, nets } of events) {
    say(of.head.name);
    for (const net of nets) sayNet(document, of, net, say);
    if (nets.length === 0) say('  No light here is told by a sender over the air.');
  }
  return 0;
}

function sayNet(
  document: KitDocument,
  of: EventWithLooks,
  { task, plan }: ReturnType<typeof planEventGroups>[number],
  say: (text: string) => void,
): void {
  const names = namesOf(document, document.onAir);
  say(`  ${task.net.family.name}: ${plan ? groupSentence(plan) : 'no letter reaches a light.'}`);
  if (plan) {
    say(`    looks: ${task.looks.map((id) => of.looks.find((look) => look.id === id)!.name).join(', ')}`);
    for (const { light, letter, cells } of groupTable(task, plan)) {
      const marks = cells.map(({ by, walk }) => `${by === null ? '–' : MARKS[by]}${walk ? '*' : ''}`);
      say(`    ${letter}  ${names.unit(light)}: ${marks.join(' ')}`);
    }
  }
  for (const one of task.outOfReach) say(`    ${outOfReachText(one, names)}`);
}
