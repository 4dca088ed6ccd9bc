import type { OtherCrew, PlacedEmitter } from '@ergon/core/record/onAir';

/** What a member says of another crew or of an emitter. */
export type OnAirEntry = Omit<OtherCrew, 'id' | 'event'> | Omit<PlacedEmitter, 'id' | 'event'>;
