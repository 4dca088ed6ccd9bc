import type { NextFunction, Request, Response } from 'express';
import { ApiError } from '../errors.ts';

const SAFE_METHODS: ReadonlySet<string> = new Set(['GET', 'HEAD', 'OPTIONS']);

/** No form of another site can send these. */
const TYPES = ['application/json', 'application/x-ndjson'];

/**
 * Refuses a changing request that another site sent. The cookie is SameSite=Strict; this also holds where a
 * browser ignores that. A browser always sends Origin with such a request, a command-line client never does.
 */
export function sameOrigin(request: Request, _response: Response, next: NextFunction): void {
  if (SAFE_METHODS.has(request.method)) return next();
  const site = request.get('sec-fetch-site');
  if (site !== undefined && site !== 'same-origin') throw new ApiError('request.foreign');
  const origin = request.get('origin');
  if (origin !== undefined && !isHost(origin, request.get('host'))) throw new ApiError('request.foreign');
  const length = request.get('content-length');
  const hasBody = request.get('transfer-encoding') !== undefined || (length !== undefined && length !== '0');
  if (hasBody && !request.is(TYPES)) throw new ApiError('input.media-type');
  next();
}

function isHost(origin: string, host: string | undefined): boolean {
  try {
    return new URL(origin).host === host;
  } catch {
    return false;
  }
}
