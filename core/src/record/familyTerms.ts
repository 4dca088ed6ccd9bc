/** The fixed words of a family's record. */

export const MEDIA = ['radio', 'optical'] as const;

/** What may travel with the fire signal. */
export const CARRIED_SIGNALS = ['power', 'ttl', 'mode', 'hss', 'rear', 'zoom', 'lamp', 'test'] as const;
export type CarriedSignal = (typeof CARRIED_SIGNALS)[number];
