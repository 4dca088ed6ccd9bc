import type { DrillStep } from '@ergon/core/record/drill';

/** A step before it is known how long was thought about it. */
export type Act = DrillStep extends infer Step ? (Step extends DrillStep ? Omit<Step, 'thought'> : never) : never;
