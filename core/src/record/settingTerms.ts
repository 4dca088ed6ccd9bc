/** The fixed words of a unit's settings in a look. */

export const ROLES = ['off', 'local', 'master', 'remote', 'eye'] as const;
/** `cord` carries one shoe system from end to end; `cable` carries the fire signal alone. */
export const LINKS = ['shoe', 'radio', 'optical', 'cord', 'cable', 'eye'] as const;
export type Link = (typeof LINKS)[number];
export const MODES = ['manual', 'ttl', 'multi'] as const;
export type Mode = (typeof MODES)[number];
export const CURTAINS = ['front', 'rear'] as const;
export const SIGHTS = ['direct', 'bounce', 'blocked'] as const;
/** From fresh to empty; `cold` cells are good ones that give less for the while. */
export const CELLS = ['good', 'cold', 'low', 'nearly empty', 'flat'] as const;
/** How a camera is held. */
export const ATTITUDES = ['level', 'upright'] as const;
export type Attitude = (typeof ATTITUDES)[number];
export const SELECTORS = ['camera', 'flash'] as const;
/** What may differ from one sender, body or light to another, seen from one light. */
export const PAIR_FIELDS = ['sight', 'sightUpright', 'distanceM', 'offAxis'] as const;
export type PairField = (typeof PAIR_FIELDS)[number];
/** What a sender tells each group. */
export const GROUP_FIELDS = ['on', 'mode', 'power'] as const;
export type GroupField = (typeof GROUP_FIELDS)[number];
