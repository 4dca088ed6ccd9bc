/** Which lights a change can affect, so that those alone are judged again. */
import type { SettingPath } from '../record/settings.ts';
import { changesOdd, oddSender, type Shared, SHARED } from './oddSender.ts';
import { isBody, type Placed, type Rig } from './rig.ts';
import { carrierOf } from './stack.ts';

/** A setting of a unit that is not what it was. */
export interface Touched {
  unit: string;
  setting: SettingPath;
}

/**
 * Lights whose verdict may differ after changes, with everything their eyes see; undefined for all.
 * Exact: a light depends only on its body, its senders, its hearer, itself, and what it watches; and what is said of it also
 * on the others its sender speaks to, where they make the sender the odd one out.
 */
export function affectedLights(
  before: Rig,
  rig: Rig,
  changes: readonly Touched[],
  lights: readonly string[],
): ReadonlySet<string> | undefined {
  const touched = new Set(changes.map((change) => change.unit));
  if (rig.lights.length !== before.lights.length || rig.lights.some(({ id }, at) => before.lights[at]!.id !== id))
    return undefined;
  const isShared = (id: string) => isBody(rig.placed.get(id)!) || isSender(before, id) || isSender(rig, id);
  if ([...touched].some(isShared)) return undefined;
  // Putting something on a trigger may change what its whole stack does.
  if ([...touched].some((id) => isStacked(before, id) || isStacked(rig, id))) return undefined;
  if (changesTheOdd(before, rig, changes, touched)) return undefined;
  const reached = new Set(lights);
  for (const light of rig.lights) {
    if (touched.has(light.id) || (light.settings.receiver != null && touched.has(light.settings.receiver)))
      reached.add(light.id);
  }
  spread(rig, reached, downstream(rig));
  const watched = new Map(rig.lights.map((light) => [light.id, light.settings.sees ?? []]));
  spread(rig, reached, watched);
  return rig.lights.some((light) => light.settings.link === 'eye' && light.settings.sees == null) ? undefined : reached;
}

/** What makes a unit listen to a sender at all: who is set otherwise may then be another for every setting. */
const JOINING: ReadonlySet<string> = new Set(['family', 'link', 'receiver', 'firesFor', 'role', 'lamp']);

/** Whether a hearer that is set otherwise makes a sender the odd one, or no longer. */
function changesTheOdd(before: Rig, rig: Rig, changes: readonly Touched[], touched: ReadonlySet<string>): boolean {
  if (changes.some(({ setting }) => JOINING.has(setting))) {
    const agreedOn = (one: Rig, sender: Placed, setting: Shared) => oddSender(one, sender, setting)?.agreed;
    return rig.senders.some((sender) =>
      SHARED.some((setting) => agreedOn(before, sender, setting) !== agreedOn(rig, sender, setting)),
    );
  }
  const settings = SHARED.filter((one) => changes.some(({ setting }) => setting === one));
  return settings.some((setting) => changesOdd(before, rig, setting, touched));
}

const isStacked = (rig: Rig, id: string): boolean => {
  const one = rig.placed.get(id)!;
  return (
    carrierOf(rig, one)?.profile.kind === 'trigger' ||
    [...rig.placed.values()].some((other) => other.settings.mount === id)
  );
};

const isSender = (rig: Rig, id: string): boolean => rig.senders.some((sender) => sender.id === id);

function downstream(rig: Rig): Map<string, readonly string[]> {
  const watchers = new Map<string, string[]>();
  for (const light of rig.lights) {
    if (light.settings.link !== 'eye') continue;
    for (const seen of light.settings.sees ?? []) {
      const list = watchers.get(seen);
      if (list) list.push(light.id);
      else watchers.set(seen, [light.id]);
    }
  }
  return watchers;
}

function spread(rig: Rig, reached: Set<string>, next: ReadonlyMap<string, readonly string[]>): void {
  const open = [...reached];
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    for (const other of next.get(id) ?? []) {
      if (reached.has(other) || !rig.placed.has(other)) continue;
      reached.add(other);
      open.push(other);
    }
  }
}
