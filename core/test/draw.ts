/**
 * Random values from fast-check's own arbitraries, drawn one by one through a seeded generator. A rig is hundreds of
 * draws: drawn through a property's `fc.gen()`, each of them kept for shrinking, a rig takes three times as long.
 */
import fc, { Random } from 'fast-check';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

export class Draw {
  private static readonly integers = new Map<string, fc.Arbitrary<number>>();
  private readonly random: Random;

  constructor(seed: number) {
    this.random = new Random(xoroshiro128plus(seed));
  }

  from<T>(arbitrary: fc.Arbitrary<T>): T {
    return arbitrary.generate(this.random, undefined).value;
  }

  /** A whole number, both ends included. */
  integer(min: number, max: number): number {
    const key = `${min} ${max}`;
    let arbitrary = Draw.integers.get(key);
    if (!arbitrary) Draw.integers.set(key, (arbitrary = fc.integer({ min, max })));
    return this.from(arbitrary);
  }

  /** True once in so many draws. */
  oneIn(count: number): boolean {
    return this.integer(0, count - 1) === 0;
  }

  boolean(): boolean {
    return this.oneIn(2);
  }

  pick<T>(...values: readonly T[]): T {
    return values[this.integer(0, values.length - 1)]!;
  }
}
