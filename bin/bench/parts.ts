/** The parts of the bench, each with what it takes beside the source itself. */
import type { Part } from './measure.ts';

interface Listed {
  name: string;
  /** Whether it needs the exported app and the bundled server. */
  built: boolean;
  load: () => Promise<{ part: Part }>;
}

export const PARTS: readonly Listed[] = [
  { name: 'judging', built: false, load: () => import('./judging.ts') },
  { name: 'least work', built: false, load: () => import('./leastWork.ts') },
  { name: 'fit', built: false, load: () => import('./fit.ts') },
  { name: 'proposals', built: false, load: () => import('./proposals.ts') },
  { name: 'setting up', built: false, load: () => import('./setUp.ts') },
  { name: 'power and energy', built: false, load: () => import('./power.ts') },
  { name: 'diagnosis', built: false, load: () => import('./diagnose.ts') },
  { name: 'weight of the app', built: true, load: () => import('./weight.ts') },
  { name: 'everybody at once', built: true, load: () => import('./live.ts') },
  { name: 'a phone', built: true, load: () => import('./phone.ts') },
];
