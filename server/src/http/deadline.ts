import type { NextFunction, Request, Response } from 'express';
import { ApiError } from '../errors.ts';

/** No request waits longer for its answer, in ms; a phone waits three times as long. */
const WITHIN_MS = 4000;

/**
 * Answers in time whatever the database does. What was asked for may still be done: that is not known, and said so.
 * Everything a device sends again is taken once.
 */
export const deadline =
  (withinMs = WITHIN_MS) =>
  (request: Request, response: Response, next: NextFunction): void => {
    // What takes its time by its nature tells how far it is, and ends with its connection.
    if (request.path === '/archive') return next();
    const late = setTimeout(() => {
      if (response.headersSent) return;
      // Otherwise the answer would wait for the session to be stored, in the same database.
      request.session = undefined as never;
      next(new ApiError('server.slow'));
    }, withinMs);
    response.once('close', () => clearTimeout(late));
    next();
  };
