import type { z } from 'zod';
import type * as schemas from './eventSchema.ts';

/** Events and their moments. The schemas stand apart, so that the app can judge without loading Zod. */

export type EventHead = z.infer<typeof schemas.eventHeadSchema>;
export type Moment = z.infer<typeof schemas.momentSchema>;
