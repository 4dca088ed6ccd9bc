/** Chance that can be had again: xorshift32, plenty for choosing whom to kill. */
export class Chance {
  private state: number;

  constructor(seed: number) {
    this.state = seed | 0 || 1;
  }

  /** A whole number from 0 up to, not including, `below`. */
  below(below: number): number {
    this.state ^= this.state << 13;
    this.state ^= this.state >>> 17;
    this.state ^= this.state << 5;
    return (this.state >>> 0) % below;
  }

  oneIn(count: number): boolean {
    return this.below(count) === 0;
  }

  pick<T>(...values: readonly T[]): T {
    return values[this.below(values.length)]!;
  }

  hex(digits: number): string {
    return Array.from({ length: digits }, () => this.below(16).toString(16)).join('');
  }
}
