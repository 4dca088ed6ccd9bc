import type { CookieOptions } from 'express';

/** How cookies are named and sent: over TLS so that neither an open connection nor a neighbouring name can set or read one. */
export interface CookieShape {
  session: string;
  known: string;
  options: CookieOptions & { httpOnly: true; sameSite: 'strict'; path: '/' };
}

export const cookieShape = (secure: boolean): CookieShape => {
  const before = secure ? '__Host-' : '';
  return {
    session: `${before}ergon.sid`,
    known: `${before}ergon.known`,
    options: { httpOnly: true, sameSite: 'strict', path: '/', secure },
  };
};
