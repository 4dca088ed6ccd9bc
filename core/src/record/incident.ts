/** What a look's incidents are made of, as types. */
import type { z } from 'zod';
import type * as schemas from './incidentSchema.ts';
import type { doneSchema } from './lookSchema.ts';

export type Incident = z.infer<typeof schemas.incidentSchema>;
export type Sighting = z.infer<typeof schemas.sightingSchema>;
export type Done = z.infer<typeof doneSchema>;
export type Check = z.infer<typeof schemas.checkSchema>;
export type LookCheck = Extract<Check, { kind: 'look' }>;
export type ButtonCheck = Extract<Check, { kind: 'button' }>;
export type PressCheck = Extract<Check, { kind: 'press' }>;
export type Answered = z.infer<typeof schemas.answeredSchema>;
