/** What a drill is made of, as types. */
import type { z } from 'zod';
import type * as schemas from './drillSchema.ts';

export type Drill = z.infer<typeof schemas.drillSchema>;
export type Staged = z.infer<typeof schemas.stagedSchema>;
export type Hidden = z.infer<typeof schemas.hiddenSchema>;
export type Taken = z.infer<typeof schemas.takenSchema>;
export type DrillStep = z.infer<typeof schemas.drillStepSchema>;
export type PressStep = Extract<DrillStep, { kind: 'press' }>;
