/** The rigs of the bench: the demo's first dance, with its lights repeated. */
import { parseDocument, type KitDocument } from '@ergon/core/record/kitDocument';
import type { Look } from '@ergon/core/record/look';
import type { Settings } from '@ergon/core/record/settings';
import { indexKit, type Kit, type KitIndex } from '@ergon/core/rig/rig';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** One display frame at 60 Hz. */
export const FRAME_MS = 1000 / 60;

const parsed = parseDocument(JSON.parse(readFileSync(join(import.meta.dirname, '../../demo/ropewalk.json'), 'utf8')));
if (!parsed.ok) throw new Error('the demo is not sound');
export const demo: KitDocument = parsed.document;

export interface BenchRig {
  kit: KitIndex;
  look: Look;
}

/** The demo's first dance with its lights repeated, each tenth of them with the demo's own faults. */
export function rigOf(lights: number): BenchRig {
  const source = demo.looks.find((look) => look.id === 'first-dance')!;
  const units: Record<string, Settings> = {};
  const kit: Kit = { families: demo.families, profiles: demo.profiles, units: [...demo.units] };
  for (const id of ['body-1', 'body-2', 'sender-1', 'sender-2', 'call-1', 'light-7']) units[id] = source.units[id]!;
  const wired = Object.keys(units).length - 5;
  const made: { id: string; profile: string; label: string }[] = [];
  for (let i = wired; i < lights; i++) {
    const model = i % 5 === 0 ? 'light-8' : i % 10 === 3 ? 'light-6' : 'light-1';
    const id = `made-${i}`;
    made.push({ id, profile: demo.units.find((unit) => unit.id === model)!.profile, label: id });
    units[id] =
      model === 'light-8'
        ? { ...source.units['light-8']!, sees: [i > 5 ? `made-${i - 4}` : 'light-7'] }
        : source.units[model]!;
  }
  return { kit: indexKit({ ...kit, units: [...kit.units, ...made] }), look: { ...source, units } };
}

/** Sixty lights over so many shots: up to three bodies, each held level and upright. */
export function sixtyOver(shots: number): BenchRig {
  const { kit, look } = rigOf(60);
  const units = { ...look.units };
  const profile = demo.units.find((unit) => unit.id === 'body-2')!.profile;
  const third = { id: 'body-3', profile, label: 'body-3' };
  const bodies = ['body-1', 'body-2', 'body-3'].slice(0, Math.ceil(shots / 2));
  const attitudes: Settings['attitudes'] = shots === 1 ? ['level'] : ['level', 'upright'];
  const held = bodies.map((id) => [id, { ...look.units[id === 'body-3' ? 'body-2' : id]!, attitudes }] as const);
  const others = Object.entries(units).filter(([id]) => !id.startsWith('body-'));
  return {
    kit: { ...kit, units: new Map([...kit.units, [third.id, third]]) },
    look: { ...look, units: Object.fromEntries([...others, ...held]) },
  };
}
