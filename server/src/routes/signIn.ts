import { crewSchema, memberSchema, signInSchema } from '@ergon/core/record/exchange';
import { Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { DataSource } from 'typeorm';
import { SharedRateLimit } from '../database/sharedRateLimit.ts';
import { ApiError } from '../errors.ts';
import { enter, signedIn } from '../http/session.ts';
import { validated } from '../http/validate.ts';
import { addMember, checkMember, startCrew } from '../store/crews.ts';
import { demoMember } from '../store/demo.ts';

export interface SignInOptions {
  /** Sign-in tries per address and minute. */
  triesPerMinute: number;
}

export function signInRoutes(source: DataSource, { triesPerMinute }: SignInOptions): Router {
  const router = Router();
  const limited = rateLimit({
    windowMs: 60_000,
    limit: triesPerMinute,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    store: new SharedRateLimit(source),
    handler: (_request, _response, next) => next(new ApiError('sign-in.too-often')),
  });

  router.get('/session', (request, response) => {
    response.json({ signedIn: request.session.memberId !== undefined });
  });
  router.post('/session', limited, async (request, response) => {
    const { name, passphrase } = validated(signInSchema, request.body);
    await enter(request, await checkMember(source, name, passphrase));
    response.status(204).end();
  });
  router.delete('/session', (request, response, next) => {
    request.session.destroy((error) => (error ? next(error) : response.clearCookie('ergon.sid').status(204).end()));
  });
  router.post('/crews', limited, async (request, response) => {
    await enter(request, await startCrew(source, validated(crewSchema, request.body)));
    response.status(204).end();
  });
  router.post('/members', limited, async (request, response) => {
    await addMember(source, signedIn(request).crewId, validated(memberSchema, request.body));
    response.status(204).end();
  });
  router.post('/demo', async (request, response) => {
    await enter(request, await demoMember(source));
    response.status(204).end();
  });
  return router;
}
