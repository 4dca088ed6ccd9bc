import { changesSchema, placeSchema, type Saved, testsSchema, type VersionAnswer } from '@ergon/core/record/exchange';
import { parseDocument, writeDocument } from '@ergon/core/record/kitDocument';
import { type Request, Router } from 'express';
import type { DataSource } from 'typeorm';
import { ApiError } from '../errors.ts';
import { signedIn } from '../http/session.ts';
import { validated } from '../http/validate.ts';
import { applyChanges } from '../store/applyChanges.ts';
import { importDocument } from '../store/importDocument.ts';
import type { InLook } from '../store/inCrew.ts';
import { logTests, placeUnit, unplaceUnit } from '../store/lookUnits.ts';
import { profileDocument, readRig, toDocument } from '../store/readRig.ts';

/** Which look a request is about. */
const lookOf = (source: DataSource, request: Request<{ look: string }>): InLook => ({
  source,
  crewId: signedIn(request).crewId,
  lookId: request.params.look,
});

export function rigRoutes(source: DataSource): Router {
  const router = Router();

  router.get('/rig', async (request, response) => {
    response.json(await readRig(source, signedIn(request)));
  });
  router.get('/document', async (request, response) => {
    const document = toDocument(await readRig(source, signedIn(request)));
    response
      .type('json')
      .set('content-disposition', 'attachment; filename="ergon-kit.json"')
      .send(writeDocument(document));
  });
  router.get('/document/profiles/:id', async (request, response) => {
    const document = profileDocument(await readRig(source, signedIn(request)), request.params.id);
    if (!document) throw new ApiError('record.missing');
    response
      .type('json')
      .set('content-disposition', `attachment; filename="ergon-${request.params.id}.json"`)
      .send(writeDocument(document));
  });
  router.post('/document', async (request, response) => {
    const { crewId } = signedIn(request);
    const parsed = parseDocument(request.body);
    if (!parsed.ok)
      throw new ApiError(
        'input.invalid',
        parsed.faults.map((fault) => ({ ...fault, path: fault.path || 'document' })),
      );
    await source.transaction((manager) => importDocument(manager, crewId, parsed.document));
    response.status(204).end();
  });

  router.post('/looks/:look/changes', async (request, response) => {
    const { changes } = validated(changesSchema, request.body);
    response.json({ saved: await applyChanges(lookOf(source, request), changes) } satisfies Saved);
  });
  router.post('/looks/:look/units', async (request, response) => {
    const { unit, settings } = validated(placeSchema, request.body);
    await placeUnit(lookOf(source, request), unit, settings);
    response.status(201).json({ version: 1 } satisfies VersionAnswer);
  });
  router.delete('/looks/:look/units/:unit', async (request, response) => {
    await unplaceUnit(lookOf(source, request), request.params.unit);
    response.status(204).end();
  });
  router.post('/looks/:look/tests', async (request, response) => {
    const { tests } = validated(testsSchema, request.body);
    await logTests(lookOf(source, request), signedIn(request).memberId, tests);
    response.status(204).end();
  });
  return router;
}
