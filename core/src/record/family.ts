import type { z } from 'zod';
import type * as schemas from './familySchema.ts';

/** Models that talk over the same radio or the same coded light, across makers and rebrands. */
export type Family = z.infer<typeof schemas.familySchema>;
export type Generation = z.infer<typeof schemas.generationSchema>;
export type Carries = z.infer<typeof schemas.carriesSchema>;
