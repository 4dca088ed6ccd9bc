import type { Request } from 'express';
import { ipKeyGenerator } from 'express-rate-limit';

/** Whom tries are counted against: an IPv4 address, or the range of IPv6 addresses that one house has. Empty where whoever asked is gone. */
export const clientAddress = (request: Request): string => ipKeyGenerator(request.ip?.replace(/%.*$/, '') ?? '');
