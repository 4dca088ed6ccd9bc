import { familySchema } from '@ergon/core/record/familySchema';
import { idSchema } from '@ergon/core/record/fieldShapes';
import { lookSchema } from '@ergon/core/record/lookSchema';
import { profileSchema } from '@ergon/core/record/profileSchema';
import { unitSchema } from '@ergon/core/record/unitSchema';
import { Router } from 'express';
import type { DataSource } from 'typeorm';
import { z } from 'zod';
import { ApiError } from '../errors.ts';
import { signedIn } from '../http/session.ts';
import { validated } from '../http/validate.ts';
import { addModel, FAMILIES, LOOKS, type ModelKind, PROFILES, removeModel, replaceModel } from '../store/models.ts';
import { applyUnitBatch } from '../store/unitBatch.ts';
import { addUnit, editUnit, removeUnit, restoreUnit } from '../store/units.ts';

const versionSchema = z.int().min(1);
const unitPatchSchema = z.strictObject({
  version: versionSchema,
  set: unitSchema.omit({ id: true, profile: true }).partial(),
});
/** More than this is no unit list of a crew. */
const MOST_UNITS = 2000;
const batchSchema = z.strictObject({
  add: z.array(unitSchema).max(MOST_UNITS),
  change: z.array(z.strictObject({ version: versionSchema, unit: unitSchema })).max(MOST_UNITS),
  remove: z.array(idSchema).max(MOST_UNITS),
});

/** Units, the families and profiles they are made from, and what a look says of itself. */
export function kitRoutes(source: DataSource): Router {
  const router = Router();

  router.post('/units', async (request, response) => {
    const { crewId } = signedIn(request);
    await addUnit(source, crewId, validated(unitSchema, request.body));
    response.status(201).json({ version: 1 });
  });
  router.patch('/units/:unit', async (request, response) => {
    const { crewId } = signedIn(request);
    const { version, set } = validated(unitPatchSchema, request.body);
    response.json({ version: await editUnit(source, crewId, request.params.unit, version, set) });
  });
  router.post('/units/batch', async (request, response) => {
    const { crewId } = signedIn(request);
    await applyUnitBatch(source, crewId, validated(batchSchema, request.body));
    response.status(204).end();
  });
  router.delete('/units/:unit', async (request, response) => {
    await removeUnit(source, signedIn(request).crewId, request.params.unit);
    response.status(204).end();
  });
  router.post('/units/:unit/restore', async (request, response) => {
    await restoreUnit(source, signedIn(request).crewId, request.params.unit);
    response.status(204).end();
  });

  modelRoutes(router, source, '/profiles', PROFILES, profileSchema);
  modelRoutes(router, source, '/families', FAMILIES, familySchema);
  replaceRoute(router, source, '/looks', LOOKS, lookSchema.omit({ units: true }));
  return router;
}

function modelRoutes<T extends { id: string }>(
  router: Router,
  source: DataSource,
  at: string,
  kind: ModelKind<T>,
  schema: z.ZodType<T>,
): void {
  replaceRoute(router, source, at, kind, schema);
  router.post(at, async (request, response) => {
    const { crewId } = signedIn(request);
    await addModel(source, kind, crewId, validated(schema, request.body));
    response.status(201).json({ version: 1 });
  });
  router.delete(`${at}/:id`, async (request, response) => {
    await removeModel(source, kind, signedIn(request).crewId, request.params.id);
    response.status(204).end();
  });
}

function replaceRoute<T extends { id: string }>(
  router: Router,
  source: DataSource,
  at: string,
  kind: ModelKind<T>,
  schema: z.ZodType<T>,
): void {
  const replaceSchema = z.strictObject({ version: versionSchema, doc: schema });
  router.put(`${at}/:id`, async (request, response) => {
    const { crewId } = signedIn(request);
    const { version, doc } = validated(replaceSchema, request.body);
    if (doc.id !== request.params.id)
      throw new ApiError('input.invalid', [{ path: 'doc.id', message: 'differs from the id in the address' }]);
    response.json({ version: await replaceModel(source, kind, crewId, version, doc) });
  });
}
