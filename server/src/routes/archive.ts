import { type Request, Router } from 'express';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { DataSource } from 'typeorm';
import { ApiError } from '../errors.ts';
import { linesOf } from '../http/lines.ts';
import { signedIn } from '../http/session.ts';
import { readArchive, writeArchive } from '../store/crewArchive.ts';
import type { CrewStates } from '../store/crewStates.ts';

/** What an archive is sent as: lines of JSON. */
const ARCHIVE_TYPE = 'application/x-ndjson';

/** Out of the connections there are. */
const MOST_AT_ONCE = 3;
/** A phone that neither takes nor sends anything for so long, in ms, is gone. */
const IDLE_MS = 60_000;

/** All a crew has, out to keep and into an empty crew, here or in another Ergon. */
export function archiveRoutes(source: DataSource, states: CrewStates): Router {
  const router = Router();
  let going = 0;
  /** Each holds a connection to the database for as long as its phone takes. */
  const oneOfFew = async ({ socket }: Request, work: () => Promise<void>) => {
    if (going >= MOST_AT_ONCE) throw new ApiError('server.busy');
    going++;
    const end = () => socket.destroy();
    socket.setTimeout(IDLE_MS).once('timeout', end);
    await work().finally(() => {
      socket.setTimeout(0).off('timeout', end);
      going--;
    });
  };

  router.get('/archive', (request, response) =>
    oneOfFew(request, async () => {
      const lines = writeArchive(source, signedIn(request).crewId);
      // The first line is read before anything is sent: what fails by then has an answer.
      const first = await lines.next();
      response.type(ARCHIVE_TYPE).set('content-disposition', 'attachment; filename="ergon-archive.ndjson"');
      await pipeline(Readable.from(startingWith(String(first.value), lines)), response);
    }),
  );
  router.post('/archive', (request, response) =>
    oneOfFew(request, async () => {
      const { crewId } = signedIn(request);
      const { crew, records, operations } = await readArchive(source, crewId, linesOf(request));
      states.forget(crewId);
      response.json({ crew, records, operations });
    }),
  );
  return router;
}

async function* startingWith(first: string, rest: AsyncIterable<string>): AsyncGenerator<string> {
  yield first;
  yield* rest;
}
