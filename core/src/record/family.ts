import type { z } from 'zod';
import type * as schemas from './familySchema.ts';

/** Models that talk over the same radio or the same coded light, across makers and rebrands. */
export type Family = z.infer<typeof schemas.familySchema>;
export type Generation = z.infer<typeof schemas.generationSchema>;
export type Carries = z.infer<typeof schemas.carriesSchema>;

export const MEDIA = ['radio', 'optical'] as const;
export type Medium = (typeof MEDIA)[number];

/** What may travel with the fire signal. */
export const CARRIED = ['power', 'ttl', 'mode', 'hss', 'rear', 'zoom', 'lamp', 'test'] as const;
export type Carried = (typeof CARRIED)[number];
