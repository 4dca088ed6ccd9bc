/** The fixed words of a profile's record. */

export const SHUTTER_TYPES = ['mechanical', 'electronic', 'leaf'] as const;
export const EYE_MODES = ['S1', 'S2'] as const;
export const EXPOSURE_MODES = ['manual', 'aperture', 'shutter', 'program', 'auto', 'scene'] as const;

/** How a flash is used; what it can do depends on it. */
export const POSITIONS = ['on-body', 'stacked', 'radio', 'optical', 'eye', 'cable'] as const;
export type Position = (typeof POSITIONS)[number];

export const ABILITIES = ['fire', 'manual', 'ttl', 'hss', 'rear', 'multi', 'zoom', 'modelling'] as const;
export type Ability = (typeof ABILITIES)[number];

/** Settings whose way through the menus a crew may write down for a model. */
export const HOW_TO_KEYS = ['channel', 'networkId', 'role', 'group', 'mode', 'power', 'reset', 'test'] as const;

/** Parts that must be switched on in a given order in some stacks. */
export const STACK_PARTS = ['flash', 'body', 'trigger'] as const;
