/** Draws for random rigs: mostly the usual, and in some rigs little else than what the rig is about. */
import type { Draw } from './draw';

/** What one rig in three is made to be about: little else is wrong there, so that it can come to bear. */
const THEMES = [
  'stack',
  'rear',
  'upright',
  'multi',
  'forgets',
  'metered groups',
  'selector',
  'in turn',
  'red eyes',
  'sleep',
  'dialled',
] as const;
export type Theme = (typeof THEMES)[number];

export class ThemedDraw {
  readonly theme: Theme | null;

  constructor(protected readonly draw: Draw) {
    this.theme = draw.oneIn(3) ? draw.pick(...THEMES) : null;
  }

  protected pick<T>(...values: readonly T[]): T {
    return this.draw.pick(...values);
  }

  /** Mostly the first value: a rig in which nothing works teaches little. */
  protected mostly<T>(usual: T, ...others: readonly T[]): T {
    return this.draw.integer(0, this.theme ? 35 : 5) > 0 ? usual : this.pick(...others);
  }

  /** For the many parts that can each spoil a line: nearly always the first value. */
  protected nearly<T>(usual: T, ...others: readonly T[]): T {
    return this.draw.integer(0, this.theme ? 119 : 19) > 0 ? usual : this.pick(...others);
  }

  /** What a rig of this theme has, mostly; what any other rig has. */
  protected about<T>(theme: Theme, value: T, otherwise: T): T {
    return this.theme === theme && this.draw.integer(0, 5) > 0 ? value : otherwise;
  }

  /** A contact layout: in rigs about what the body tells through its shoe, all parts are of one system. */
  protected system(...others: readonly string[]): string {
    const speaks: readonly (Theme | null)[] = ['stack', 'forgets', 'metered groups', 'red eyes', 'rear'];
    return speaks.includes(this.theme) && this.draw.integer(0, 5) > 0 ? 'k' : this.pick(...others);
  }
}
