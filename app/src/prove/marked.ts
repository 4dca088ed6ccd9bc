import type { TestFire } from '@ergon/core/record/testFire';

/** What somebody saw of each light in one press, before it is logged. */
export type Mark = Pick<TestFire, 'result' | 'wrong'>;
export type Marked = Readonly<Record<string, Mark>>;
