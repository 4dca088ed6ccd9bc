/** What does as well as a change at the same cost, and asks less of the picture or of the one who does it. docs/model.md, Least work. */
import { shutterMicroseconds, THIRD_LABELS } from '../measure/stops.ts';
import type { Change } from '../record/change.ts';
import type { SettingValue } from '../record/settings.ts';
import { isBody, type Rig } from '../rig/rig.ts';

/** Other values for a change, the best first. */
export function gentlerThan(rig: Rig, { unit, setting, from, to }: Change): readonly SettingValue[] {
  if (setting === 'sees') return views(from, to);
  if (setting === 'shutter') return fasterShutters(from, to);
  if (setting === 'compensation') return closerCompensation(from, to);
  const placed = rig.placed.get(unit)!;
  if (setting !== 'shutterType' || to !== 'leaf' || !isBody(placed)) return [];
  // Hardly a body has both, and none is changed over where its curtains do.
  return placed.profile.shutters.flatMap(({ type, flash }) => (flash === true && type !== 'leaf' ? [type] : []));
}

/** Of what an eye is turned to one thing alone, the new ones first. */
function views(from: SettingValue, to: SettingValue): string[][] {
  const all = (to ?? []) as readonly string[];
  const before = (from ?? []) as readonly string[];
  if (all.length < 2) return [];
  const isNew = (one: string) => !before.includes(one);
  return [...all.filter(isNew), ...all.filter((one) => !isNew(one))].map((one) => [one]);
}

/** As near to what it was as may be: a slower shutter makes the room brighter. */
function fasterShutters(from: SettingValue, to: SettingValue): string[] {
  if (from == null || to == null) return [];
  const [was, is] = [from, to].map((label) => shutterMicroseconds(label as string));
  return THIRD_LABELS.filter((label) => shutterMicroseconds(label) > was! && shutterMicroseconds(label) < is!);
}

/** In thirds, from what was dialled to what would do: so much of it as its limit allows is still wanted. */
function closerCompensation(from: SettingValue, to: SettingValue): number[] {
  const [was, is] = [Number(from ?? 0), Number(to ?? 0)];
  const thirds = Math.ceil(3 * Math.abs(was - is)) - 1;
  const towards = Math.sign(is - was);
  return Array.from({ length: Math.max(0, thirds) }, (_, n) => Number((was + (towards * (n + 1)) / 3).toFixed(4)));
}
