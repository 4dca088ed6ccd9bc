import type { z } from 'zod';
import type * as schemas from './lookSchema.ts';

/** Looks. The schemas stand apart, so that the app can judge without loading Zod. */

export type Emitter = z.infer<typeof schemas.emitterSchema>;
export type Look = z.infer<typeof schemas.lookSchema>;
