import { observedSchema, pressSchema } from '@ergon/core/prove/standinExchange';
import { Router } from 'express';
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
    const press = validated(pressSchema, request.body);
    const at = known();
    if (at === null) throw new ApiError('standin.missing');
    const answer = await fetch(`${at}/api/press`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(press),
      signal: AbortSignal.timeout(WAIT_MS),
    }).catch(() => null);
    const observed = answer?.ok ? observedSchema.safeParse(await answer.json().catch(() => null)) : null;
    if (!observed?.success) throw new ApiError('standin.missing');
    response.json(observed.data);
  });
  return router;
}
