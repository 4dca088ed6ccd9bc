import type { NextFunction, Request, Response } from 'express';
import { ApiError } from '../errors.ts';

interface BodyParserError {
  type?: string;
  status?: number;
}

/** The database is down or coming back: worth another try, unlike a fault of ours. */
const CONNECTION_LOST: ReadonlySet<string> = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'PROTOCOL_CONNECTION_LOST',
  'ER_SERVER_SHUTDOWN',
  'ER_ACCESS_DENIED_ERROR',
  'ETIMEDOUT',
]);

/** The driver gives these no code of their own. */
const CONNECTION_CLOSED = /closed state|connection lost|Connection is not established|Pool is closed/i;

/** Turns whatever was thrown into the catalogue's answer. Body-parser errors carry the raw request: never echo them. */
export function errorHandler(error: unknown, request: Request, response: Response, next: NextFunction): void {
  if (response.headersSent) return next(error);
  const answer = asApiError(error);
  if (answer.code === 'server.failed') request.log?.error({ err: withoutParameters(error) }, 'request failed');
  response.status(answer.status).json(answer.toBody());
}

function asApiError(error: unknown): ApiError {
  if (error instanceof ApiError) return error;
  const { type, status } = error as BodyParserError;
  const { code, message } = error as { code?: string; message?: string };
  if (CONNECTION_LOST.has(code ?? '') || CONNECTION_CLOSED.test(message ?? ''))
    return new ApiError('server.unavailable');
  if (type === 'entity.parse.failed')
    return new ApiError('input.not-json', [{ path: 'body', message: 'is not valid JSON' }]);
  if (type === 'entity.too.large')
    return new ApiError('input.too-large', [{ path: 'body', message: 'is larger than 8 MB: send it in parts' }]);
  if (typeof type === 'string' && status !== undefined && status < 500) {
    return new ApiError('input.invalid', [{ path: 'body', message: 'cannot be read: send plain UTF-8 JSON' }]);
  }
  if (error instanceof URIError) return new ApiError('route.missing');
  return new ApiError('server.failed');
}

/** The database driver hangs the statement's parameters on its errors. */
function withoutParameters(error: unknown): { message: string; stack?: string } {
  const { message, stack } = error as Error;
  return { message, stack };
}
