/** Numbers set by switches: switch 1 is the least significant, all off is zero, and each adds 1, 2, 4 ... */

/** The first channel of a family whose channels nobody recorded: all switches off. */
export const FIRST_CHANNEL = 1;

/** For each of `count` switches, the first one first, whether it is on; null where so many cannot say it. */
export const switchesOf = (number: number, count: number): boolean[] | null =>
  number < 0 || number >= 2 ** count
    ? null
    : Array.from({ length: count }, (_, index) => ((number >> index) & 1) === 1);

export const numberOf = (switches: readonly boolean[]): number =>
  switches.reduce((sum, isOn, index) => (isOn ? sum + 2 ** index : sum), 0);
