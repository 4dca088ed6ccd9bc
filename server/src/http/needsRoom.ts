import type { NextFunction, Request, Response } from 'express';
import type { DiskRoom } from '../diskRoom.ts';
import { ApiError } from '../errors.ts';

/** Refuses what would be stored while there is no room for it; what is stored can still be read. */
export const needsRoom =
  (room: DiskRoom | undefined) =>
  (request: Request, _response: Response, next: NextFunction): void => {
    if (!['GET', 'HEAD'].includes(request.method) && room?.isLow()) throw new ApiError('server.full');
    next();
  };
