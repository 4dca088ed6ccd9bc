import {
  replaceFamilySchema,
  replaceLookSchema,
  replaceProfileSchema,
  unitBatchSchema,
  unitPatchSchema,
  type VersionAnswer,
} from '@ergon/core/record/exchange';
import { familySchema } from '@ergon/core/record/familySchema';
import { profileSchema } from '@ergon/core/record/profileSchema';
import { unitSchema } from '@ergon/core/record/unitSchema';
import { type Request, Router } from 'express';
import type { DataSource } from 'typeorm';
import { z } from 'zod';
import { ApiError } from '../errors.ts';
import { signedIn } from '../http/session.ts';
import { validated } from '../http/validate.ts';
import type { InCrew } from '../store/inCrew.ts';
import { addModel, FAMILIES, LOOKS, type ModelKind, PROFILES, removeModel, replaceModel } from '../store/models.ts';
import { applyUnitBatch } from '../store/unitBatch.ts';
import { addUnit, editUnit, removeUnit, restoreUnit } from '../store/units.ts';

/** Whose kit a request is about. */
const kitOf = (source: DataSource, request: Request): InCrew => ({ source, crewId: signedIn(request).crewId });

/** Units, the families and profiles they are made from, and what a look says of itself. */
export function kitRoutes(source: DataSource): Router {
  const router = Router();

  router.post('/units', async (request, response) => {
    await addUnit(kitOf(source, request), validated(unitSchema, request.body));
    response.status(201).json({ version: 1 } satisfies VersionAnswer);
  });
  router.patch('/units/:unit', async (request, response) => {
    const { version, set } = validated(unitPatchSchema, request.body);
    const next = await editUnit(kitOf(source, request), request.params.unit, version, set);
    response.json({ version: next } satisfies VersionAnswer);
  });
  router.post('/units/batch', async (request, response) => {
    await applyUnitBatch(kitOf(source, request), validated(unitBatchSchema, request.body));
    response.status(204).end();
  });
  router.delete('/units/:unit', async (request, response) => {
    await removeUnit(kitOf(source, request), request.params.unit);
    response.status(204).end();
  });
  router.post('/units/:unit/restore', async (request, response) => {
    await restoreUnit(kitOf(source, request), request.params.unit);
    response.status(204).end();
  });

  const profiles = { at: '/profiles', kind: PROFILES, replace: replaceProfileSchema };
  modelRoutes(router, source, { ...profiles, add: profileSchema });
  const families = { at: '/families', kind: FAMILIES, replace: replaceFamilySchema };
  modelRoutes(router, source, { ...families, add: familySchema });
  replaceRoute(router, source, { at: '/looks', kind: LOOKS, replace: replaceLookSchema });
  return router;
}

/** Where records of one kind stand, and the shape of a request that replaces one. */
interface Replaced<T extends { id: string }> {
  at: string;
  kind: ModelKind<T>;
  replace: z.ZodType<{ version: number; doc: T }>;
}

function modelRoutes<T extends { id: string }>(
  router: Router,
  source: DataSource,
  { add, ...model }: Replaced<T> & { add: z.ZodType<T> },
): void {
  const { at, kind } = model;
  replaceRoute(router, source, model);
  router.post(at, async (request, response) => {
    await addModel(kitOf(source, request), kind, validated(add, request.body));
    response.status(201).json({ version: 1 } satisfies VersionAnswer);
  });
  router.delete(`${at}/:id`, async (request, response) => {
    await removeModel(kitOf(source, request), kind, request.params.id);
    response.status(204).end();
  });
}

function replaceRoute<T extends { id: string }>(
  router: Router,
  source: DataSource,
  { at, kind, replace }: Replaced<T>,
): void {
  router.put(`${at}/:id`, async (request, response) => {
    const { version, doc } = validated(replace, request.body);
    if (doc.id !== request.params.id)
      throw new ApiError('input.invalid', [{ path: 'doc.id', message: 'differs from the id in the address' }]);
    const next = await replaceModel(kitOf(source, request), kind, version, doc);
    response.json({ version: next } satisfies VersionAnswer);
  });
}
