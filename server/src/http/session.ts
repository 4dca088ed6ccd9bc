import type { Request } from 'express';
import session, { type Store } from 'express-session';
import { ApiError } from '../errors.ts';

declare module 'express-session' {
  interface SessionData {
    memberId: string;
    crewId: string;
    /** Left out in a session that is older than this field. */
    memberName?: string;
  }
}

const THIRTY_DAYS_MS = 30 * 24 * 3600 * 1000;

export const sessions = (store: Store, secret: string) =>
  session({
    name: 'ergon.sid',
    secret,
    store,
    resave: false,
    saveUninitialized: false,
    cookie: { httpOnly: true, sameSite: 'strict', secure: false, maxAge: THIRTY_DAYS_MS },
  });

export interface SignedIn {
  crewId: string;
  memberId: string;
  memberName: string | null;
}

/** Who asks; every query takes the crew from here and from nowhere else. */
export function signedIn(request: Request): SignedIn {
  const { crewId, memberId, memberName = null } = request.session;
  if (crewId === undefined || memberId === undefined) throw new ApiError('sign-in.needed');
  return { crewId, memberId, memberName };
}

/** A fresh session id for whoever signs in, so that one set before cannot be used after. */
export function enter(request: Request, member: { id: string; crewId: string; name: string }): Promise<void> {
  return new Promise((resolve, reject) => {
    request.session.regenerate((error) => {
      if (error) return reject(error as Error);
      request.session.memberId = member.id;
      request.session.crewId = member.crewId;
      request.session.memberName = member.name;
      request.session.save((saveError) => (saveError ? reject(saveError as Error) : resolve()));
    });
  });
}
