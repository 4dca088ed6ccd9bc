/** The pops of stroboscopic fire as eyes see them: each is a pulse. docs/model.md, Events. */
import { missing } from '../rig/check.ts';
import type { Light } from '../rig/rig.ts';
import { popTimesUs } from './pulseShape.ts';
import type { Pulse } from './queued.ts';

interface Pop {
  /** Microseconds after the first. */
  afterUs: number;
  pulse: Pulse;
}

/** All but the first; where nobody recorded whether it pops on, how often or how fast, one that may come at once or later, or not in time. */
export function popsAfter(light: Light, first: Pulse): Pop[] {
  const { mode, multiPops, multiHz } = light.settings;
  if (mode != null && mode !== 'multi') return [];
  const open =
    mode == null
      ? missing([light.id, 'mode', mode])
      : missing([light.id, 'multiPops', multiPops], [light.id, 'multiHz', multiHz]);
  if (open.length > 0)
    return [{ afterUs: 0, pulse: { ...first, certain: false, unknown: [...first.unknown, ...open] } }];
  return popTimesUs(light)
    .slice(1)
    .map((afterUs) => ({ afterUs, pulse: first }));
}
