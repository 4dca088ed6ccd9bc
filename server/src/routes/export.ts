import type { CrewRig } from '@ergon/core/operation/crewRig';
import { profileDocument, toDocument } from '@ergon/core/operation/crewDocument';
import { type KitDocument, writeDocument } from '@ergon/core/record/kitDocument';
import { type Response, Router } from 'express';
import type { DataSource } from 'typeorm';
import { Crew } from '../entities/Crew.ts';
import { ApiError } from '../errors.ts';
import { signedIn } from '../http/session.ts';
import type { CrewStates } from '../store/crewStates.ts';
import { demoFor } from '../store/demo.ts';

/** What a crew has, out: as the app reads it, and as open documents. */
export function exportRoutes(source: DataSource, states: CrewStates, demo: KitDocument): Router {
  const router = Router();

  router.get('/rig', async (request, response) => {
    const { crewId, member } = signedIn(request);
    const { number, state } = await states.latest(crewId);
    const crew = await source.manager.findOneByOrFail(Crew, { id: crewId });
    const { id, name, isDemo } = crew;
    response.json({ ...state, crew: { id, name, isDemo }, member, number } satisfies CrewRig);
  });
  router.get('/document', async (request, response) => {
    const { state } = await states.latest(signedIn(request).crewId);
    sendDocument(response, 'ergon-kit', toDocument(state));
  });
  router.get('/document/profiles/:id', async (request, response) => {
    const { id } = request.params;
    const document = profileDocument((await states.latest(signedIn(request).crewId)).state, id);
    if (!document) throw new ApiError('record.missing');
    sendDocument(response, `ergon-${id}`, document);
  });
  /** The demo as it comes today, to start it again from. */
  router.get('/document/demo', (_request, response) => sendDocument(response, 'ergon-demo', demoFor(demo, new Date())));
  return router;
}

const sendDocument = (response: Response, name: string, document: KitDocument): void => {
  response.type('json').set('content-disposition', `attachment; filename="${name}.json"`).send(writeDocument(document));
};
