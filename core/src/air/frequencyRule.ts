/** Frequencies of a family's channels by a rule: most makers space them evenly. */
import type { Family } from '../record/family.ts';

type Frequencies = NonNullable<Family['frequencies']>;
type Channels = NonNullable<Family['channels']>;

/** Centres of the first channel, from one to the next, and how wide each is, in MHz; a width of null is not recorded. */
export interface FrequencyRule {
  firstMhz: number;
  stepMhz: number;
  widthMhz: number | null;
}

/** Makers tell no more than thousandths of a MHz. */
const TOLD_PER_MHZ = 1000;
const told = (mhz: number): number => Math.round(mhz * TOLD_PER_MHZ) / TOLD_PER_MHZ;

/** The frequency of every channel. */
export const byRule = ({ firstMhz, stepMhz, widthMhz }: FrequencyRule, { from, to }: Channels): Frequencies =>
  Array.from({ length: to - from + 1 }, (_, at) => ({
    channel: from + at,
    mhz: told(firstMhz + at * stepMhz),
    ...(widthMhz !== null && { widthMhz }),
  }));

/** The rule that recorded frequencies follow; null where they follow none, or say nothing of some channel. */
export function ruleOf(frequencies: Frequencies, channels: Channels | null | undefined): FrequencyRule | null {
  const sorted = [...frequencies].sort((a, b) => a.channel - b.channel);
  const [first, second] = sorted;
  if (!channels || !first || !second) return null;
  const rule = {
    firstMhz: first.mhz,
    stepMhz: told(second.mhz - first.mhz),
    widthMhz: first.widthMhz ?? null,
  };
  const ruled = byRule(rule, channels);
  const isSame = (one: Frequencies[number], at: number) =>
    one.channel === ruled[at]?.channel && told(one.mhz) === ruled[at].mhz && (one.widthMhz ?? null) === rule.widthMhz;
  return ruled.length === sorted.length && sorted.every(isSame) ? rule : null;
}

/** Frequencies after the channels were changed: those by a rule go along with them, others stay as they are. */
export function followed(
  frequencies: Frequencies,
  before: Channels | null | undefined,
  after: Channels | null,
): Frequencies {
  const rule = ruleOf(frequencies, before);
  return rule && after ? byRule(rule, after) : frequencies;
}
