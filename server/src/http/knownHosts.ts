import type { RequestHandler } from 'express';
import { isIP } from 'node:net';
import { ApiError } from '../errors.ts';

/**
 * Refuses a request for a name that is not ours. A page elsewhere can have its own name lead here, and is then one site
 * with us to a browser; an address no page can have for its own.
 * @param names in lower case.
 */
export function knownHosts(names: readonly string[]): RequestHandler {
  const known = new Set(names);
  return (request, _response, next) => {
    const host = (request.get('host') ?? '').toLowerCase().replace(/:\d*$/, '').replace(/\.$/, '');
    if (!known.has(host) && !isIP(host.replace(/^\[(.*)\]$/, '$1'))) throw new ApiError('request.unknown-host');
    next();
  };
}
