/** Settings that note which of them are looked at. docs/model.md, Least work. */
import type { Settings } from '../record/settings.ts';

/** The numbers of settings by name; of a group's letters, those of what stands under it. */
export interface Numbers {
  [name: string]: number | Numbers;
}

type Looked = (field: number) => void;

/** The same settings; each that has a number is told when it is looked at, or when it is looked whether it is there. */
export function watched(settings: Settings, numbers: Numbers, looked: Looked): Settings {
  return watchedBelow(settings, numbers, looked);
}

function watchedBelow<T extends object>(target: T, numbers: Numbers, looked: Looked): T {
  const below = new Map<string | symbol, object>();
  return new Proxy(target, {
    get: (_, key) => {
      const value = target[key as keyof T];
      const number = numbers[key as string];
      if (number === undefined) return value;
      if (typeof number === 'number') {
        looked(number);
        return value;
      }
      // Left out it is as good as there with nothing below it.
      if (!below.has(key)) below.set(key, watchedBelow((value as object | null | undefined) ?? {}, number, looked));
      return below.get(key);
    },
    has: (_, key) => {
      if (numbers[key as string] !== undefined) lookAtAll(numbers[key as string]!, looked);
      return key in target;
    },
    ownKeys: () => {
      lookAtAll(numbers, looked);
      return Reflect.ownKeys(target);
    },
  });
}

function lookAtAll(numbers: number | Numbers, looked: Looked): void {
  if (typeof numbers === 'number') looked(numbers);
  else for (const one of Object.values(numbers)) lookAtAll(one, looked);
}
