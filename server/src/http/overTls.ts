import type { RequestHandler } from 'express';
import { ApiError } from '../errors.ts';

/** Behind a proxy: what it was not reached over TLS for is not answered, so that no passphrase is asked for in the open. */
export const overTls: RequestHandler = (request, _response, next) => {
  if (!request.secure) throw new ApiError('request.insecure');
  next();
};
