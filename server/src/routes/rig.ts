import { idSchema } from '@ergon/core/record/fieldShapes';
import { parseDocument, writeDocument } from '@ergon/core/record/kitDocument';
import { settingsSchema } from '@ergon/core/record/lookSchema';
import { testFireSchema } from '@ergon/core/record/testFire';
import { Router } from 'express';
import type { DataSource } from 'typeorm';
import { z } from 'zod';
import { ApiError } from '../errors.ts';
import { signedIn } from '../http/session.ts';
import { validated } from '../http/validate.ts';
import { applyChanges } from '../store/applyChanges.ts';
import { importDocument } from '../store/importDocument.ts';
import { logTests, placeUnit, unplaceUnit } from '../store/lookUnits.ts';
import { profileDocument, readRig, toDocument } from '../store/readRig.ts';

const versionSchema = z.int().min(1);
/** A setting's name, or one of a sender's group settings. */
const settingPathSchema = z.union([
  z.enum(Object.keys(settingsSchema.shape) as [string, ...string[]]),
  z.string().regex(/^groups\.[A-Z]\.(on|mode|power)$/, 'is not a known setting'),
]);
const editsSchema = z.strictObject({
  changes: z
    .array(z.strictObject({ unit: idSchema, version: versionSchema, set: z.record(settingPathSchema, z.unknown()) }))
    .min(1)
    .max(600)
    .refine((changes) => new Set(changes.map((change) => change.unit)).size === changes.length, 'names a unit twice'),
});
const testsSchema = z.strictObject({
  tests: z
    .array(testFireSchema.pick({ light: true, body: true, result: true, fingerprint: true }))
    .min(1)
    .max(600),
});
const placeSchema = z.strictObject({ unit: idSchema, settings: settingsSchema });
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
    const { crewId } = signedIn(request);
    const { changes } = validated(editsSchema, request.body);
    response.json({ saved: await applyChanges(source, crewId, request.params.look, changes) });
  });
  router.post('/looks/:look/units', async (request, response) => {
    const { crewId } = signedIn(request);
    const { unit, settings } = validated(placeSchema, request.body);
    await placeUnit(source, crewId, request.params.look, unit, settings);
    response.status(201).json({ unit, version: 1 });
  });
  router.delete('/looks/:look/units/:unit', async (request, response) => {
    await unplaceUnit(source, signedIn(request).crewId, request.params.look, request.params.unit);
    response.status(204).end();
  });
  router.post('/looks/:look/tests', async (request, response) => {
    const who = signedIn(request);
    const { tests } = validated(testsSchema, request.body);
    await logTests(source, who, request.params.look, tests);
    response.status(204).end();
  });
  return router;
}
