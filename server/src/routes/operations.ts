import {
  MOST_AT_ONCE,
  type OperationAnswer,
  type OperationsAnswer,
  type OperationsPage,
} from '@ergon/core/operation/operationExchange';
import { MOST_FAULTS } from '@ergon/core/record/soundText';
import { type Request, type Response, Router } from 'express';
import type { DataSource } from 'typeorm';
import { z } from 'zod';
import { ApiError } from '../errors.ts';
import { type SignedIn, signedIn } from '../http/session.ts';
import { validated } from '../http/validate.ts';
import type { CrewServices } from '../store/crewServices.ts';
import { operationsAfter, operationsBefore } from '../store/operationRows.ts';

const requestSchema = z.strictObject({
  sentAt: z.iso.datetime(),
  // Each is checked by itself: one that is refused must not keep the others waiting.
  operations: z.array(z.unknown()).min(1).max(MOST_AT_ONCE),
});

const numberSchema = z.coerce.number().int().min(0).max(4_294_967_295);
/** Who asks, as the device knows it: on a browser two people share, the session may be the other's by now. */
const asMember = { member: z.string().max(64).optional() };
const feedSchema = z.strictObject({ ...asMember, after: numberSchema });
const pageSchema = z.union([feedSchema, z.strictObject({ ...asMember, before: numberSchema })]);

/** Operations in one page of the history. */
const PAGE = 200;
/** A line now and then, so that nobody on the way takes the stream for dead. */
const STILL_HERE_MS = 15_000;

/** The one way in for changes, and the ways their history is told. */
export function operationRoutes(source: DataSource, { taker, states, feed, presence }: CrewServices): Router {
  const router = Router();

  router.post('/operations', async (request, response) => {
    const author = signedIn(request);
    const { sentAt, operations } = readRequest(request.body);
    const aheadS = (Date.parse(sentAt) - Date.now()) / 1000;
    const answers: OperationAnswer[] = [];
    for (const operation of operations) {
      try {
        answers.push(await taker.take(author, operation, aheadS));
      } catch (error) {
        // What was taken is told; the rest comes again.
        if (answers.length === 0) throw error;
        break;
      }
    }
    response.json({ answers: withFewFaults(answers) } satisfies OperationsAnswer);
  });

  router.get('/operations', async (request, response) => {
    const page = validated(pageSchema, request.query);
    const { crewId } = signedInAs(request, page.member);
    const operations =
      'after' in page
        ? await operationsAfter(source, { crewId, after: page.after, most: PAGE })
        : await operationsBefore(source, { crewId, before: page.before, most: PAGE });
    const { number: last } = await states.latest(crewId);
    response.json({ operations, last } satisfies OperationsPage);
  });

  router.get('/feed', (request, response) => {
    const { after, member: asked } = validated(feedSchema, request.query);
    const { crewId, member, epoch } = signedInAs(request, asked);
    const resumed = Number(request.get('last-event-id'));
    // Whoever went away before their stream began would never be seen to leave it.
    if (response.closed) return;
    openStream(response);
    const stop = feed.listen(crewId, {
      number: Number.isInteger(resumed) && resumed > after ? resumed : after,
      tell: (operation) => response.write(`id: ${operation.number}\ndata: ${JSON.stringify(operation)}\n\n`),
    });
    const leave = presence.enter(crewId, {
      member,
      epoch,
      // The browser asks again, and hears why.
      sendAway: () => response.end(),
      tell: (present) => response.write(`event: present\ndata: ${JSON.stringify(present)}\n\n`),
    });
    stillHere(response, () => {
      stop();
      leave();
    });
  });
  return router;
}

/** The request, of whose operations each is looked into by itself. */
function readRequest(body: unknown): z.infer<typeof requestSchema> {
  const { operations, ...rest } = Object(body) as Record<string, unknown>;
  if (!Array.isArray(operations)) return validated(requestSchema, body);
  return { ...validated(requestSchema, { ...rest, operations: operations.map(() => null) }), operations };
}

/** So many faults in all, and that something is refused wherever it is: an answer is not longer than what it answers. */
function withFewFaults(answers: readonly OperationAnswer[]): OperationAnswer[] {
  let left = MOST_FAULTS;
  return answers.map((answer) => {
    if (answer.result !== 'refused') return answer;
    const faults = answer.faults.slice(0, left);
    left -= faults.length;
    return { ...answer, id: answer.id.slice(0, 32), faults };
  });
}

function signedInAs(request: Request, member: string | undefined): SignedIn {
  const who = signedIn(request);
  if (member !== undefined && member !== who.member.id) throw new ApiError('sign-in.other');
  return who;
}

function openStream(response: Response): void {
  response
    .status(200)
    .set({ 'content-type': 'text/event-stream', 'cache-control': 'no-store, no-transform', 'x-accel-buffering': 'no' });
  response.flushHeaders();
  response.write(': here\n\n');
}

function stillHere(response: Response, stop: () => void): void {
  const timer = setInterval(() => response.write(': here\n\n'), STILL_HERE_MS);
  response.on('close', () => {
    clearInterval(timer);
    stop();
  });
}
