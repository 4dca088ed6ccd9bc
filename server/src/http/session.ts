import type { Role } from '@ergon/core/record/memberExchange';
import type { NextFunction, Request, Response } from 'express';
import session, { type Store } from 'express-session';
import type { DataSource } from 'typeorm';
import { Member } from '../entities/Member.ts';
import { ApiError } from '../errors.ts';
import type { CookieShape } from './cookies.ts';
import { touchSandbox } from '../store/demo.ts';

declare module 'express-session' {
  interface SessionData {
    memberId: string;
    /** The member's number when it began; left out in a session that is older than this field, as is the next. */
    epoch?: number;
    /** When it began, in ms since 1970. */
    since?: number;
  }
}

/** Whatever is done in it, a session ends after so long. */
const SESSION_MS = 30 * 24 * 3600 * 1000;

export const sessions = (store: Store, secret: string, cookie: CookieShape) =>
  session({
    name: cookie.session,
    secret,
    store,
    resave: false,
    saveUninitialized: false,
    cookie: { ...cookie.options, maxAge: SESSION_MS },
  });

export interface SignedIn {
  crewId: string;
  /** With the name a history gives them. */
  member: { id: string; name: string };
  role: Role;
  /** See Member. */
  epoch: number;
  isDemo: boolean;
}

type Out = 'sign-in.needed' | 'sign-in.removed';

const known = new WeakMap<Request, SignedIn | Out>();

/** Looks up who asks, so that whoever was removed or signed out elsewhere is out with the next request. */
export const whoAsks =
  (source: DataSource) =>
  async (request: Request, _response: Response, next: NextFunction): Promise<void> => {
    known.set(request, await memberOf(source, request));
    next();
  };

async function memberOf(source: DataSource, request: Request): Promise<SignedIn | Out> {
  const { memberId, epoch = 0, since } = request.session;
  if (memberId === undefined || (since !== undefined && Date.now() - since > SESSION_MS)) return 'sign-in.needed';
  const row = await source.manager.findOne(Member, { where: { id: memberId }, relations: { crew: true } });
  // A session may outlive its member.
  if (!row?.crew || row.sessionEpoch !== epoch) return 'sign-in.needed';
  if (row.removedAt !== null) return 'sign-in.removed';
  if (row.crew.isDemo) await touchSandbox(source, row.crew);
  const { id, name, crewId, role } = row;
  return { crewId, member: { id, name }, role, epoch, isDemo: row.crew.isDemo };
}

/** Who asks, or why nobody does. */
export const asking = (request: Request): SignedIn | Out => known.get(request) ?? 'sign-in.needed';

/** Who asks; every query takes the crew from here and from nowhere else. @throws ApiError where nobody does. */
export function signedIn(request: Request): SignedIn {
  const who = asking(request);
  if (typeof who === 'string') throw new ApiError(who);
  return who;
}

/** A fresh session id for whoever signs in, so that one set before cannot be used after. */
export function enter(request: Request, member: Pick<Member, 'id' | 'sessionEpoch'>): Promise<void> {
  return new Promise((resolve, reject) => {
    request.session.regenerate((error) => {
      if (error) return reject(error as Error);
      Object.assign(request.session, { memberId: member.id, epoch: member.sessionEpoch, since: Date.now() });
      request.session.save((saveError) => {
        if (saveError) return reject(saveError as Error);
        request.access?.entered(request, member.id);
        resolve();
      });
    });
  });
}
