import type { z } from 'zod';
import type * as schemas from './onAirSchema.ts';

/** What shares the air with an event: other crews, emitters, and how channels turned out. */
export type OnAir = z.infer<typeof schemas.onAirSchema>;
export type OtherCrew = Extract<OnAir, { sort: 'crew' }>;
export type PlacedEmitter = Extract<OnAir, { sort: 'emitter' }>;
export type FoundChannel = Extract<OnAir, { sort: 'found' }>;

export const isOtherCrew = (entry: OnAir): entry is OtherCrew => entry.sort === 'crew';
export const isPlacedEmitter = (entry: OnAir): entry is PlacedEmitter => entry.sort === 'emitter';
export const isFound = (entry: OnAir): entry is FoundChannel => entry.sort === 'found';
