import type { EventLooks } from '@ergon/core/air/eventAir';
import type { CrewState } from '@ergon/core/operation/crewState';
import { looksOf } from '@ergon/core/operation/timetable';
import { DOCUMENT_VERSION } from '@ergon/core/record/documentMigrations';
import type { EventHead } from '@ergon/core/record/event';
import type { Look } from '@ergon/core/record/look';
import { buildRig, indexKit } from '@ergon/core/rig/rig';
import { judge } from '@ergon/core/verdict/judge';
import { namesOf } from '@ergon/core/words/wording';
import { type Response, Router } from 'express';
import { z } from 'zod';
import { ApiError } from '../errors.ts';
import { signedIn } from '../http/session.ts';
import { validated } from '../http/validate.ts';
import { cardsPaper } from '../paper/cardsPaper.ts';
import { airPaper, eveningPaper, groupsPaper } from '../paper/eventPapers.ts';
import { linesPaper } from '../paper/linesPaper.ts';
import { type Fonts, type PaperSize, Sheet, SIZES } from '../paper/sheet.ts';
import type { CrewStates } from '../store/crewStates.ts';

const querySchema = z.object({ size: z.enum(SIZES).default('A4') });

/** What a paper is of: the state it was made from, at one moment. */
interface Source {
  state: CrewState;
  number: number;
  of: EventLooks;
  event: EventHead;
}

type Write = (sheet: Sheet, source: Source, look: Look | null) => void;

const OF_LOOK: Readonly<Record<string, { title: (look: Look) => string; write: Write }>> = {
  cards: {
    title: (look) => `Cards: ${look.name}`,
    write: (sheet, { of, state }, look) =>
      cardsPaper(sheet, buildRig(of.kit, look!, of.onAir), namesOf(of.kit, state.onAir)),
  },
  lines: {
    title: (look) => `Lines: ${look.name}`,
    write: (sheet, { of, state }, look) =>
      linesPaper(sheet, judge(buildRig(of.kit, look!, of.onAir)), namesOf(of.kit, state.onAir)),
  },
};

const OF_EVENT: Readonly<Record<string, { title: (event: EventHead) => string; write: Write }>> = {
  air: {
    title: (event) => `Air: ${event.name}`,
    write: (sheet, { of, state }) => airPaper(sheet, of, namesOf(of.kit, state.onAir)),
  },
  groups: {
    title: (event) => `Groups: ${event.name}`,
    write: (sheet, { of, event, state }) => groupsPaper(sheet, of, event.firstLetter, namesOf(of.kit, state.onAir)),
  },
  evening: { title: (event) => event.name, write: (sheet, { of, state }) => eveningPaper(sheet, state, of) },
};

/** What is worked with where there is no screen: PDF with the app's own fonts. */
export function paperRoutes(states: CrewStates, fonts: Fonts, now: () => Date = () => new Date()): Router {
  const router = Router();
  const send = async (response: Response, name: string, write: () => Promise<Buffer>) => {
    const pdf = await write();
    response.type('pdf').set('content-disposition', `inline; filename="${name}.pdf"`).send(pdf);
  };
  for (const [kind, { title, write }] of Object.entries(OF_LOOK))
    router.get(`/paper/${kind}/:look`, async (request, response) => {
      const { size } = validated(querySchema, request.query);
      const { number, state } = await states.latest(signedIn(request).crewId);
      const look = state.looks.find(({ id }) => id === request.params.look);
      const source = look && sourceOf(state, number, look.event);
      if (!look || !source) throw new ApiError('record.missing');
      await send(response, `ergon-${kind}-${look.id}`, () =>
        made(source, { title: title(look), size, fonts, now }, (sheet) => write(sheet, source, look)),
      );
    });
  for (const [kind, { title, write }] of Object.entries(OF_EVENT))
    router.get(`/paper/${kind}/:event`, async (request, response) => {
      const { size } = validated(querySchema, request.query);
      const { number, state } = await states.latest(signedIn(request).crewId);
      const source = sourceOf(state, number, request.params.event);
      if (!source) throw new ApiError('record.missing');
      const { event } = source;
      await send(response, `ergon-${kind}-${event.id}`, () =>
        made(source, { title: title(event), size, fonts, now }, (sheet) => write(sheet, source, null)),
      );
    });
  return router;
}

function sourceOf(state: CrewState, number: number, id: string): Source | null {
  const event = state.events.find((one) => one.id === id);
  if (!event) return null;
  const of = { kit: indexKit(state), event: id, looks: looksOf(state, id), onAir: state.onAir };
  return { state, number, of, event };
}

interface Making {
  title: string;
  size: PaperSize;
  fonts: Fonts;
  now: () => Date;
}

function made(
  { number, event }: Source,
  { title, size, fonts, now }: Making,
  write: (sheet: Sheet) => void,
): Promise<Buffer> {
  const printed = now().toISOString().slice(0, 16).replace('T', ' ');
  const name = [event.name, event.date].filter(Boolean).join(', ');
  const foot = `${name} · state ${number}, format ${DOCUMENT_VERSION} · printed ${printed} UTC`;
  const sheet = new Sheet({ title, size, fonts, foot });
  write(sheet);
  return sheet.end();
}
