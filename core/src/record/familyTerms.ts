/** The fixed words of a family's record. */

export const MEDIA = ['radio', 'optical'] as const;
export type Medium = (typeof MEDIA)[number];

/** What may travel with the fire signal. */
export const CARRIED_SIGNALS = ['power', 'ttl', 'mode', 'hss', 'rear', 'zoom', 'lamp', 'test'] as const;
export type CarriedSignal = (typeof CARRIED_SIGNALS)[number];
