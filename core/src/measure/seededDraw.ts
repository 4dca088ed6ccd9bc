/** Draws that are the same on every phone for the same word. docs/model.md, Drills. */

/** FNV-1a over the word's UTF-16 units, which makes a seed of 32 bits. */
function hashOf(word: string): number {
  let hash = 0x811c9dc5;
  for (let at = 0; at < word.length; at++) hash = Math.imul(hash ^ word.charCodeAt(at), 0x01000193);
  return hash >>> 0;
}

export class SeededDraw {
  private state: number;

  constructor(word: string) {
    this.state = hashOf(word);
  }

  /** From 0, below 1: Mulberry32. */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(this.state ^ (this.state >>> 15), this.state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  }

  /** One of them; undefined where there is none. */
  pick<T>(values: readonly T[]): T | undefined {
    return values[Math.floor(this.next() * values.length)];
  }

  /** One of them, as often as it weighs beside the others; undefined where none weighs anything. */
  weighed<T>(values: readonly T[], weightOf: (value: T) => number): T | undefined {
    let rest = this.next() * values.reduce((sum, value) => sum + weightOf(value), 0);
    return values.find((value) => (rest -= weightOf(value)) < 0);
  }

  /** All of them in another order (Fisher and Yates). */
  shuffled<T>(values: readonly T[]): T[] {
    const mixed = [...values];
    for (let at = mixed.length - 1; at > 0; at--) {
      const other = Math.floor(this.next() * (at + 1));
      [mixed[at], mixed[other]] = [mixed[other]!, mixed[at]!];
    }
    return mixed;
  }
}
