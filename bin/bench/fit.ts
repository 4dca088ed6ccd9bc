/** A Fit matrix in a worker, as the app works it out, against judging every way of every pair. */
import type { FitChoice } from '@ergon/core/fit/fit';
import type { Profile } from '@ergon/core/record/profile';
import { indexKit, type KitItem } from '@ergon/core/rig/rig';
import { Worker } from 'node:worker_threads';
import type { Measure } from './measure.ts';
import { demo } from './rigs.ts';

/** So many units of each kind from the demo's models, some with older firmware, as a large crew might own. */
function someOfEach(count: number): FitChoice {
  const { families } = indexKit(demo);
  const of = (kind: Profile['kind']): KitItem[] => {
    const profiles = demo.profiles.filter((profile) => profile.kind === kind);
    return Array.from({ length: count }, (_, n) => {
      const profile = profiles[n % profiles.length]!;
      const id = `${kind}-${n}`;
      return { profile, unit: { id, profile: profile.id, label: id, firmware: n % 3 === 0 ? '1.9' : '2.1' } };
    });
  };
  return { bodies: of('body'), flashes: of('flash'), triggers: of('trigger'), families, offCamera: true };
}

interface Result {
  quick: number;
  naive: number;
  trials: number;
  messages: number;
  pairs: number;
  works: number;
}

export async function part(short: boolean): Promise<Measure[]> {
  const count = short ? 8 : 30;
  // Node's workers do not take over the loader that reads TypeScript here.
  const start = `import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(new URL('./fitWorker.ts', import.meta.url).href)}); })`;
  const worker = new Worker(start, { eval: true });
  const { quick, naive, trials, messages, pairs, works } = await new Promise<Result>((resolve, reject) => {
    worker.on('error', reject);
    worker.on('message', (message: { kind: string }) => {
      if (message.kind === 'result') resolve(message as unknown as Result);
    });
    worker.postMessage(someOfEach(count));
  });
  await worker.terminate();
  const said = `${pairs} pairs, ${works} of them work, ${messages} progress messages; ${quick.toFixed(0)} ms against ${naive.toFixed(0)} ms for judging all ${trials} ways, x${(naive / quick).toFixed(1)}`;
  return [{ what: `fit ${count} x ${count} in a worker`, value: quick, unit: 'ms', said }];
}
