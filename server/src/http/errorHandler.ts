import type { NextFunction, Request, Response } from 'express';
import type { DiskRoom } from '../diskRoom.ts';
import { type DatabaseFault, databaseFault } from '../database/databaseFaults.ts';
import { ApiError, type ErrorCode } from '../errors.ts';

interface BodyParserError {
  type?: string;
  status?: number;
}

const OF_DATABASE = {
  away: 'server.unavailable',
  busy: 'server.busy',
  full: 'server.full',
  damaged: 'server.damaged',
} as const satisfies Record<DatabaseFault, ErrorCode>;

/** Seconds after which another try is worth it, where it is. */
const RETRY_AFTER_S = 2;

/** Turns whatever was thrown into the catalogue's answer. Body-parser errors carry the raw request: never echo them. */
export const errorHandler =
  (room?: DiskRoom) =>
  (error: unknown, request: Request, response: Response, _next: NextFunction): void => {
    const known = asApiError(error);
    // A database that found no room has ended itself: that it is away is not what a person needs to know.
    const answer = known.code === 'server.unavailable' && room?.isLow() ? new ApiError('server.full') : known;
    if (answer.status < 500) request.access?.refused(request, answer.code);
    else if (answer.code !== 'server.unavailable')
      request.log?.error({ err: error, code: answer.code }, 'request failed');
    // The answer has begun, or was given when it took too long: nothing more can be said.
    if (response.headersSent) return void (response.writableEnded || response.destroy());
    if (answer.status === 503) response.set('retry-after', String(RETRY_AFTER_S));
    response.status(answer.status).json(answer.toBody());
  };

function asApiError(error: unknown): ApiError {
  if (error instanceof ApiError) return error;
  const { type, status } = error as BodyParserError;
  const fault = databaseFault(error);
  if (fault) return new ApiError(OF_DATABASE[fault]);
  if (type === 'entity.parse.failed')
    return new ApiError('input.not-json', [{ path: 'body', message: 'is not valid JSON' }]);
  if (type === 'entity.too.large')
    return new ApiError('input.too-large', [{ path: 'body', message: 'is larger than 8 MB: send it in parts' }]);
  if (error instanceof URIError) return new ApiError('route.missing');
  if (typeof type === 'string' && status !== undefined && status < 500)
    return new ApiError('input.invalid', [{ path: 'body', message: 'cannot be read: send plain UTF-8 JSON' }]);
  return new ApiError('server.failed');
}
