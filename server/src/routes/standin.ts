import { meteredSchema, meterSchema, observedSchema, pressSchema } from '@ergon/core/prove/standinExchange';
import { Router } from 'express';
import type { z } from 'zod';
import { ApiError } from '../errors.ts';
import { signedIn } from '../http/session.ts';
import { validated } from '../http/validate.ts';

/** A stand-in answers at once or not at all, in ms. */
const WAIT_MS = 4000;

/** On this machine and nowhere else: whatever stands in the file, nothing is asked of another. */
const HERE = /^http:\/\/127\.0\.0\.1:\d{1,5}$/;

/** The simulated gear beside this server, where there is one. @param address asked anew each time, since it comes and goes. */
export function standinRoutes(address: () => string | null): Router {
  const router = Router();
  const known = (): string | null => {
    const at = address()?.trim() ?? '';
    return HERE.test(at) ? at : null;
  };

  router.get('/standin', (request, response) => {
    signedIn(request);
    response.json({ address: known() });
  });
  router.post('/standin/press', async (request, response) => {
    signedIn(request);
    response.json(await answered(known(), '/api/press', validated(pressSchema, request.body), observedSchema));
  });
  router.post('/standin/meter', async (request, response) => {
    signedIn(request);
    response.json(await answered(known(), '/api/meter', validated(meterSchema, request.body), meteredSchema));
  });
  return router;
}

/** @throws ApiError where it does not answer, or not in that shape. */
async function answered<T>(kit: string | null, path: string, question: object, shape: z.ZodType<T>): Promise<T> {
  if (kit === null) throw new ApiError('standin.missing');
  const answer = await fetch(`${kit}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(question),
    signal: AbortSignal.timeout(WAIT_MS),
  }).catch(() => null);
  const parsed = answer?.ok ? shape.safeParse(await answer.json().catch(() => null)) : null;
  if (!parsed?.success) throw new ApiError('standin.missing');
  return parsed.data;
}
