import type { z } from 'zod';
import type * as schemas from './unitSchema.ts';

/** One physical thing the crew owns or has on loan: a model, the label on its tape, its firmware and cells. */
export type Unit = z.infer<typeof schemas.unitSchema>;
export type RealGuideNumber = z.infer<typeof schemas.realGuideNumberSchema>;
export type RealHssLoss = z.infer<typeof schemas.realHssLossSchema>;
export type RealDialStop = z.infer<typeof schemas.realDialStopSchema>;
export type RealSync = z.infer<typeof schemas.realSyncSchema>;
export type RealTail = z.infer<typeof schemas.realTailSchema>;
/** A setting as somebody dialled it on the unit itself. */
export type Dialled = z.infer<typeof schemas.dialledSchema>;
