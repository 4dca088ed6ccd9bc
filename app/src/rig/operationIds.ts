/** Ids of operations, made on the device: the time, a count within it, and enough by chance to be alone in the world. */

const TIME_DIGITS = 12;
const COUNT_DIGITS = 4;
const CHANCE_DIGITS = 16;
const MOST_IN_A_MS = 16 ** COUNT_DIGITS;

const hex = (value: number, digits: number): string => value.toString(16).padStart(digits, '0').slice(-digits);

export class OperationIds {
  private ms = 0;
  private count = 0;

  constructor(
    private readonly now: () => number,
    private readonly chance: (digits: number) => string,
  ) {}

  /** Later than every id before it, also when the clock goes back: what waits is sent in the order it was made. */
  next(): string {
    const ms = Math.max(this.now(), this.ms);
    this.count = ms === this.ms ? this.count + 1 : 0;
    this.ms = this.count < MOST_IN_A_MS ? ms : ms + 1;
    return hex(this.ms, TIME_DIGITS) + hex(this.count % MOST_IN_A_MS, COUNT_DIGITS) + this.chance(CHANCE_DIGITS);
  }

  /** What follows must come after this one. */
  passed(id: string): void {
    const ms = Number.parseInt(id.slice(0, TIME_DIGITS), 16);
    if (ms > this.ms) this.ms = ms;
  }
}

export function randomHex(digits: number): string {
  const bytes = crypto.getRandomValues(new Uint8Array(Math.ceil(digits / 2)));
  return [...bytes]
    .map((byte) => hex(byte, 2))
    .join('')
    .slice(0, digits);
}
