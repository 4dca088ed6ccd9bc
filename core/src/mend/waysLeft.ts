/** What a single light is left with while nobody speaks to it: another one it sees, or a cable. docs/model.md, Sender lost. */
import type { Change } from '../record/change.ts';
import { byLikeness } from '../rig/likeness.ts';
import type { Body, Light, Placed, Rig } from '../rig/rig.ts';
import { hasSocket } from '../rig/stack.ts';
import { verdictKey } from '../verdict/verdict.ts';
import type { Tried } from './loss.ts';
import { startPower } from './modeMends.ts';
import { type Candidate, set, TRIES } from './scene.ts';

/** The quicker first. */
export const waysOf = (tried: Tried, light: Light): Candidate[] => [
  ...byEye(tried, light),
  ...byCable(tried.rig, light),
];

/** What sees no sender meters nothing. */
const byHand = (light: Light): Change[] =>
  light.settings.mode === 'ttl' ? [set(light, 'mode', 'manual'), set(light, 'power', startPower(light))] : [];

/** By each light that fires in some shot it misses, and by those that together fire in all. */
function byEye({ rig, judgement, lost }: Tried, light: Light): Candidate[] {
  const misses = new Set([...(lost.get(light.id) ?? [])].map((key) => key.slice(key.indexOf(' '))));
  const helping = new Map<Placed, Set<string>>();
  for (const verdict of judgement.verdicts) {
    const shot = verdictKey(verdict).slice(verdict.unit.length);
    const other = rig.placed.get(verdict.unit)!;
    if (verdict.verdict !== 'in-sync' || other.id === light.id || !misses.has(shot)) continue;
    helping.set(other, (helping.get(other) ?? new Set()).add(shot));
  }
  const others = [...helping].sort(([a, one], [b, two]) => two.size - one.size || byLikeness(a, b));
  const single = others.slice(0, TRIES).map(([other]) => [other.id]);
  const views = [...single, ...pairsOf(others, misses.size), ...beside(rig, light, others)];
  return views.flatMap((sees) =>
    (light.profile.eyes ?? []).map((eye) => [
      set(light, 'link', 'eye'),
      set(light, 'role', 'eye'),
      set(light, 'eye', eye),
      set(light, 'sees', sees),
      set(light, 'receiver', null),
      set(light, 'plugs', null),
      ...byHand(light),
    ]),
  );
}

type Helping = readonly [Placed, ReadonlySet<string>];

/** The first two that miss no shot between them. */
function pairsOf(others: readonly Helping[], shots: number): string[][] {
  for (const [one, own] of others)
    for (const [other, more] of others)
      if (one !== other && own.size < shots && new Set([...own, ...more]).size === shots) return [[one.id, other.id]];
  return [];
}

/** In the other bodies' shots it was told by radio, and would have to see one that still is. */
function beside(rig: Rig, light: Light, others: readonly Helping[]): string[][] {
  const [first] = others;
  if (!first) return [];
  return rig.lights
    .filter((one) => one.id !== light.id && one.id !== first[0].id && !rig.strangers.has(one.id))
    .sort(byLikeness)
    .slice(0, TRIES)
    .map((one) => [first[0].id, one.id]);
}

/** From the socket of a body it is meant for, while nothing else is plugged in there. */
function byCable(rig: Rig, light: Light): Candidate[] {
  const isFree = (body: Body) =>
    ![...rig.placed.values()].some(({ settings }) => settings.mount === body.id && settings.plugs != null);
  return rig.bodies
    .filter((body) => !rig.strangers.has(body.id) && hasSocket(body) && hasSocket(light) && isFree(body))
    .sort(byLikeness)
    .map((body) => [
      set(light, 'link', 'cable'),
      set(light, 'role', 'local'),
      set(light, 'mount', body.id),
      set(light, 'plugs', [body.profile.syncSocket!, light.profile.syncSocket!]),
      set(light, 'receiver', null),
      ...byHand(light),
    ]);
}
