import { crewSchema, signInSchema } from '@ergon/core/record/exchange';
import { passphraseChangeSchema } from '@ergon/core/record/memberExchange';
import { type NextFunction, type Request, type Response, Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { DataSource } from 'typeorm';
import { SharedRateLimit } from '../database/sharedRateLimit.ts';
import { inTransaction } from '../database/transaction.ts';
import type { Member } from '../entities/Member.ts';
import { ApiError } from '../errors.ts';
import { clientAddress } from '../http/clientAddress.ts';
import type { CookieShape } from '../http/cookies.ts';
import type { KnownDevices } from '../http/knownDevice.ts';
import { asking, enter, signedIn } from '../http/session.ts';
import { validated } from '../http/validate.ts';
import { changePassphrase, endSessions } from '../members/crewMembers.ts';
import { memberWith, startCrew } from '../members/signIn.ts';
import { WrongTries } from '../members/wrongTries.ts';
import { guestWith, openSandbox } from '../store/demo.ts';

export interface SignInOptions {
  /** Crews and demos begun from one address in a minute. */
  triesPerMinute: number;
  devices: KnownDevices;
  cookie: CookieShape;
}

/** The ways in and out. */
export function signInRoutes(source: DataSource, { triesPerMinute, devices, cookie }: SignInOptions): Router {
  const router = Router();
  const tries = new WrongTries(source);
  const limited = rateLimit({
    windowMs: 60_000,
    limit: triesPerMinute,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    store: new SharedRateLimit(source),
    handler: (_request, _response, next) => next(new ApiError('sign-in.too-often')),
  });
  const letIn = async (request: Request, response: Response, member: Member) => {
    await enter(request, member);
    devices.remember(request, response, member.id);
    response.status(204).end();
  };
  const letOut = async (request: Request, response: Response) => {
    await new Promise<void>((resolve, reject) =>
      request.session.destroy((error) => (error ? reject(error as Error) : resolve())),
    );
    response.clearCookie(cookie.session, cookie.options).status(204).end();
  };

  router.get('/session', (request, response) => {
    response.json({ signedIn: typeof asking(request) !== 'string' });
  });
  router.post('/session', async (request, response) => {
    const from = { address: clientAddress(request), marks: devices.of(request), tries };
    await letIn(request, response, await memberWith(source, validated(signInSchema, request.body), from));
  });
  router.delete('/session', letOut);
  router.delete('/sessions', async (request, response) => {
    const who = signedIn(request);
    if (who.isDemo) throw new ApiError('demo.alone');
    await inTransaction(source, (manager) => endSessions(manager, who, 'signed-out-everywhere'));
    await letOut(request, response);
  });
  router.put('/passphrase', async (request, response) => {
    const change = validated(passphraseChangeSchema, request.body);
    await letIn(request, response, await changePassphrase(source, signedIn(request), change, tries));
  });
  router.post('/crews', limited, async (request, response) => {
    await letIn(request, response, await startCrew(source, validated(crewSchema, request.body)));
  });
  const toOwnSandbox = async (request: Request, response: Response, next: NextFunction) => {
    const who = asking(request);
    const own = typeof who !== 'string' && who.isDemo ? [{ memberId: who.member.id }] : [];
    const guest = await guestWith(source, [...own, ...devices.of(request)]);
    if (!guest) return next();
    await letIn(request, response, guest);
  };
  router.post('/demo', toOwnSandbox, limited, async (request, response) => {
    await letIn(request, response, await openSandbox(source));
  });
  return router;
}
