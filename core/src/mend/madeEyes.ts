/** What nobody does with a light that is made an eye. docs/model.md, Least work. */
import type { Choice } from './choices.ts';
import type { Nogood } from './nogoods.ts';

/**
 * Nobody makes an eye of a light without setting what it answers and turning it to something, nor turns an eye to a light
 * that is just being made one: it could watch what that one watches.
 */
export function madeEyes(choices: readonly Choice[]): Nogood[] {
  const made = new Map<string, readonly [number, ReadonlySet<number>]>();
  choices.forEach(({ unit, setting, values }, link) => {
    const eye = setting === 'link' ? values.indexOf('eye') : 0;
    if (eye > 0) made.set(unit, [link, new Set([eye])]);
  });
  const isUnset = ({ setting, values }: Choice) => (setting === 'eye' || setting === 'sees') && values[0] == null;
  return choices.flatMap((choice, index): Nogood[] => {
    const own = made.get(choice.unit);
    const unset = own && isUnset(choice) ? [rule(own, [index, new Set([0])])] : [];
    return choice.setting === 'sees' ? [...unset, ...turnedToMade(choice, index, made)] : unset;
  });
}

function turnedToMade(
  { unit, values }: Choice,
  index: number,
  made: ReadonlyMap<string, readonly [number, ReadonlySet<number>]>,
): Nogood[] {
  const views = values.map((view) => (view ?? []) as readonly string[]);
  return [...made].flatMap(([other, link]) => {
    const turned = views.flatMap((view, at) => (at > 0 && view.includes(other) ? [at] : []));
    const isNew = other !== unit && !views[0]!.includes(other);
    return isNew && turned.length > 0 ? [rule(link, [index, new Set(turned)])] : [];
  });
}

const rule = (...values: (readonly [number, ReadonlySet<number>])[]): Nogood => ({
  light: null,
  values: new Map(values),
});
