/** The rig after changes of settings. */
import { type Change } from '../record/change.ts';
import { withSetting } from '../record/settings.ts';
import { type Placed, type Rig, rigOf } from './rig.ts';

/** Settings that say what a unit is to a look: which light, sender or stranger. After any other everything stands where it stood. */
const SHAPING: ReadonlySet<string> = new Set(['role', 'mount', 'lamp', 'stranger', 'firesFor']);

export function withRigChanges(rig: Rig, changes: readonly Change[]): Rig {
  const placed = new Map(rig.placed);
  for (const change of changes) {
    const one = placed.get(change.unit)!;
    placed.set(change.unit, { ...one, settings: withSetting(one.settings, change.setting, change.to) });
  }
  if (changes.some(({ setting }) => SHAPING.has(setting))) return rigOf(rig.families, [...placed.values()], rig.around);
  const touched = new Set(changes.map(({ unit }) => unit));
  const again = <P extends Placed>(all: readonly P[]): readonly P[] =>
    all.some(({ id }) => touched.has(id))
      ? all.map((one) => (touched.has(one.id) ? (placed.get(one.id) as P) : one))
      : all;
  return {
    ...rig,
    placed,
    bodies: again(rig.bodies),
    lights: again(rig.lights),
    sendersOn: new Map([...rig.sendersOn].map(([body, senders]) => [body, again(senders)])),
    senders: again(rig.senders),
  };
}
