/** Proposals from the demo's kit, against judging one of the looks proposed. */
import { propose } from '@ergon/core/propose/propose';
import { buildRig, indexKit } from '@ergon/core/rig/rig';
import { judge } from '@ergon/core/verdict/judge';
import type { Measure } from './measure.ts';
import { demo } from './rigs.ts';
import { time } from './time.ts';

const PURPOSES = ['Key', 'Fill', 'Rim', 'Background'];

function ofLights(count: number): Measure {
  const kit = indexKit(demo);
  const lights = Array.from({ length: count }, (_, n) => ({ purpose: PURPOSES[n % PURPOSES.length]! }));
  const start = performance.now();
  const { proposals, exact } = propose(kit, { bodies: ['body-1'], lights });
  const took = performance.now() - start;
  const look = { id: 'proposed', name: 'Proposed', event: 'none', units: proposals[0]!.units };
  const one = time(() => judge(buildRig(kit, look)));
  const said = `${proposals.length} proposals, ${exact ? 'the best' : 'good'}, x${(took / one).toFixed(0)} of judging one of them (${took.toFixed(0)} ms)`;
  return { what: `propose, ${count} lights of ${demo.units.length} units`, value: took, unit: 'ms', said };
}

export const part = (short: boolean): Measure[] => (short ? [3] : [3, 6, 12]).map(ofLights);
