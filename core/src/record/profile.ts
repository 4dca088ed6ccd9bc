import type { z } from 'zod';
import type * as schemas from './profileSchema.ts';

/** Types of what one model can do. The schemas stand apart, so that the app can judge without loading Zod. */

export const SHUTTER_TYPES = ['mechanical', 'electronic', 'leaf'] as const;
export const EYE_MODES = ['S1', 'S2'] as const;
export const EXPOSURE_MODES = ['manual', 'aperture', 'shutter', 'program', 'auto', 'scene'] as const;

/** How a flash is used; what it can do depends on it (handbook 03). */
export const POSITIONS = ['on-body', 'stacked', 'radio', 'optical', 'eye', 'cable'] as const;
export type Position = (typeof POSITIONS)[number];

export const ABILITIES = ['fire', 'manual', 'ttl', 'hss', 'rear', 'multi', 'zoom', 'modelling'] as const;
export type Ability = (typeof ABILITIES)[number];

/** Settings whose way through the menus a crew may write down for a model. */
export const HOW_TO_KEYS = ['channel', 'networkId', 'role', 'group', 'mode', 'power', 'reset', 'test'] as const;
export type HowToKey = (typeof HOW_TO_KEYS)[number];

/** Parts that must be switched on in a given order in some stacks. */
export const STACK_PARTS = ['flash', 'body', 'trigger'] as const;

export type RadioProfile = z.infer<typeof schemas.radioSchema>;
export type Capability = z.infer<typeof schemas.capabilitySchema>;
export type Profile = z.infer<typeof schemas.profileSchema>;
export type BodyProfile = z.infer<typeof schemas.bodyProfileSchema>;
export type FlashProfile = z.infer<typeof schemas.flashProfileSchema>;
export type TriggerProfile = z.infer<typeof schemas.triggerProfileSchema>;

/** The transceivers of a model, radio or optical: a body has those of its pop-up or built in. */
export const radiosOf = (profile: Profile): readonly RadioProfile[] => profile.radios ?? [];
