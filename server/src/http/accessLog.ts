/** Notes who came in and who was refused, from where, for whoever looks into it afterwards. */
import type { Request, RequestHandler } from 'express';
import type { ErrorCode } from '../errors.ts';
import { clientAddress } from './clientAddress.ts';

/** Lines of one kind in a minute: whoever asks without end must not fill the disk with it. */
const MOST_LINES = 30;
const MINUTE_MS = 60_000;

/** What happens to everybody now and then, and says nothing of anybody. */
const USUAL: ReadonlySet<ErrorCode> = new Set(['route.missing', 'sign-in.needed', 'standin.missing']);

declare module 'express-serve-static-core' {
  interface Request {
    access?: AccessLog;
  }
}

export class AccessLog {
  private readonly refusals: Budget;
  private readonly entries: Budget;

  constructor(now: () => number = Date.now) {
    this.refusals = new Budget(now);
    this.entries = new Budget(now);
  }

  /** Somebody is signed in from now on. */
  entered(request: Request, member: string): void {
    const line = this.entries.take();
    if (line) request.log?.info({ ...line, member, from: clientAddress(request) }, 'signed in');
  }

  /** Somebody asked for what they may not have, or sent what cannot be. */
  refused(request: Request, code: ErrorCode): void {
    if (USUAL.has(code)) return;
    const line = this.refusals.take();
    if (line) request.log?.warn({ ...line, code, from: clientAddress(request) }, 'refused');
  }
}

/** So many lines in each minute, and how many were left out of the one before. */
class Budget {
  private since = 0;
  private asked = 0;

  constructor(private readonly now: () => number) {}

  take(): { leftOut?: number } | null {
    const now = this.now();
    if (Math.abs(now - this.since) >= MINUTE_MS) {
      const leftOut = this.asked - MOST_LINES;
      this.since = now;
      this.asked = 1;
      return leftOut > 0 ? { leftOut } : {};
    }
    return ++this.asked > MOST_LINES ? null : {};
  }
}

export function accessLog(): RequestHandler {
  const access = new AccessLog();
  return (request, _response, next) => {
    request.access = access;
    next();
  };
}
