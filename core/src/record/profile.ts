import type { z } from 'zod';
import type * as schemas from './profileSchema.ts';

/** Types of what one model can do. The schemas stand apart, so that the app can judge without loading Zod. */

export type RadioProfile = z.infer<typeof schemas.radioSchema>;
export type Capability = z.infer<typeof schemas.capabilitySchema>;
export type Profile = z.infer<typeof schemas.profileSchema>;
export type BodyProfile = z.infer<typeof schemas.bodyProfileSchema>;
export type FlashProfile = z.infer<typeof schemas.flashProfileSchema>;
export type TriggerProfile = z.infer<typeof schemas.triggerProfileSchema>;

/** The transceivers of a model, radio or optical: a body has those of its pop-up or built in. */
export const radiosOf = (profile: Profile): readonly RadioProfile[] => profile.radios ?? [];
