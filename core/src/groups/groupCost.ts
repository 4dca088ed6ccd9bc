/** Seconds of walking that sharing a letter brings over an evening. docs/model.md, Groups. */
import type { GroupLight, Want } from './groupWants.ts';

/** What a letter's sender tells it in each look: a want's key, or null where none of its lights is there */
export type ToldKeys = readonly (string | null)[];

/** How a light is in a look: set by its sender, set by hand for good, or by hand against what its letter is told. */
type How = 'told' | 'hand' | 'against';

const howIs = (want: Want, told: string | null): How => (want.forced ? 'hand' : want.key === told ? 'told' : 'against');

/**
 * Whether somebody must walk to a light before a look. What a letter is told overwrites what is dialled: a light that
 * wants something else is set anew for every such look, and put back after it. One that was not in the look before is put
 * up and set then, whatever its letter.
 */
export function isWalk(
  before: Want | null,
  toldBefore: string | null,
  now: Want | null,
  toldNow: string | null,
): boolean {
  if (now === null) return false;
  const how = howIs(now, toldNow);
  if (how === 'against') return true;
  if (before === null) return false;
  const was = howIs(before, toldBefore);
  return how === 'told' ? was !== 'told' : was !== 'hand' || before.key !== now.key;
}

/** Seconds walked before look `index` when a letter is told this and that. */
function walkBefore(
  lights: readonly GroupLight[],
  index: number,
  toldBefore: string | null,
  toldNow: string | null,
): number {
  let seconds = 0;
  for (const { wants } of lights) {
    const now = wants[index]!;
    if (isWalk(index === 0 ? null : wants[index - 1]!, toldBefore, now, toldNow)) seconds += now!.seconds;
  }
  return seconds;
}

/** What is worth telling a letter in a look: what one of its lights wants. */
function worthTelling(lights: readonly GroupLight[], index: number): (string | null)[] {
  const keys = new Set(lights.flatMap(({ wants }) => (wants[index] && !wants[index].forced ? [wants[index].key] : [])));
  return keys.size === 0 ? [null] : [...keys];
}

/** The least seconds walked when these lights share a letter, and what it is told then: the cheapest way through the looks. */
export function lettersCost(lights: readonly GroupLight[], looks: number): { seconds: number; told: ToldKeys } {
  if (looks === 0) return { seconds: 0, told: [] };
  let ends = worthTelling(lights, 0).map((key) => ({
    key,
    seconds: walkBefore(lights, 0, null, key),
    told: [key] as (string | null)[],
  }));
  for (let index = 1; index < looks; index++) {
    ends = worthTelling(lights, index).map((key) => {
      const ways = ends.map((end) => ({ end, seconds: end.seconds + walkBefore(lights, index, end.key, key) }));
      const best = ways.reduce((a, b) => (b.seconds < a.seconds ? b : a));
      return { key, seconds: best.seconds, told: [...best.end.told, key] };
    });
  }
  const best = ends.reduce((a, b) => (b.seconds < a.seconds ? b : a));
  return { seconds: best.seconds, told: best.told };
}

/** Seconds walked with the letters and tellings the looks have at present; another letter is a walk too. */
export function presentSeconds(lights: readonly GroupLight[]): number {
  const toldKey = (want: Want | null) => (want?.isTold === true ? want.key : null);
  let seconds = 0;
  for (const { wants } of lights) {
    wants.forEach((now, index) => {
      const before = index === 0 ? null : wants[index - 1]!;
      if (!now) return;
      const relettered = before !== null && !now.forced && before.letter !== now.letter;
      if (relettered || isWalk(before, toldKey(before), now, toldKey(now))) seconds += now.seconds;
    });
  }
  return seconds;
}
