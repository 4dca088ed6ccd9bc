/** What a finding's sayer gets and gives, and the small words all of them share. */
import type { Position } from '../record/profileTerms.ts';
import type { SettingPath, SettingValue } from '../record/settings.ts';
import type { ParamsOf } from '../rig/check.ts';
import type { Edge } from '../rig/codeParams.ts';
import type { Code } from '../rig/codes.ts';
import { listed, type Names, POSITION_NAMES, said, stopsText } from './settingWords.ts';

export interface Reason {
  gap: string;
  why: string;
  evidence?: readonly (readonly [label: string, value: string])[];
}
/** Says why a fault of one code is one, from its values and the name of the unit to blame. */
export type ReasonFor<C extends Code> = (p: ParamsOf<C>, me: string, names: Names) => Reason;
export type Reasons = { [C in Code]: ReasonFor<C> };

export const text = (value: string | number | null | undefined, otherwise = 'not recorded'): string =>
  value == null ? otherwise : String(value);
/** A power on the scale of the light that should have it. */
export const powerOf = (light: string | undefined, stops: number | null, names: Names): string =>
  stops === null ? 'not recorded' : light === undefined ? stopsText(stops) : names.power(light, stops);
/** A count of stops without its sign: "1⅓ stops", "one stop". */
export const stopsCounted = (stops: number): string =>
  Math.abs(stops) === 1 ? 'one stop' : stopsText(Math.abs(stops)).replace('+', '');
/** "1 full pop", "30 full pops". */
export const counted = (count: number | null | undefined, what: string): string =>
  `${text(count)} ${what}${count === 1 ? '' : 's'}`;
/** Lights told together: how many, which, and both in one. */
export function together(ids: readonly string[], names: Names): { count: string; who: string; both: string } {
  const [count, who] = [counted(ids.length, 'light'), listed(ids, names)];
  return { count, who, both: `${count}: ${who}` };
}
/** What a model can be set to: "channels 1 to 6", "only channel 1". */
export const ranged = (what: string, from: number | null | undefined, to: number | null | undefined): string =>
  from === to ? `only ${what} ${text(from)}` : `${what}s ${text(from)} to ${text(to)}`;
export const milliseconds = (us: number | null): string => `${((us ?? 0) / 1000).toFixed(2)} ms`;
export const percent = (share: number): string => `${Math.round(100 * (1 - Number(share)))} %`;
/** Where the dark part of a picture lies as it is held. */
export const edgeText = (edge: Edge | null, whose: 'its' | 'the' = 'its'): string =>
  edge === 'side' ? 'along one side' : `at ${whose} ${edge ?? 'far'} edge`;
export const list = (values: readonly string[]): string => values.join(', ') || 'none';

export const seconds = (value: number | null): string => `${Number(Number(value).toFixed(2))} s`;

export const ABILITY_WORDS: Readonly<Record<string, string>> = {
  fire: 'way to fire',
  manual: 'manual power',
  ttl: 'TTL',
  hss: 'high-speed sync',
  rear: 'rear curtain',
  multi: 'multi mode',
  power: 'power from the sender',
};
export const abilityWord = (ability: string): string => ABILITY_WORDS[ability] ?? ability;

export const positionWord = (position: Position | null): string =>
  position === null ? 'where it is used' : POSITION_NAMES[position];

export const versions = (
  p: { found?: string | null; needed?: string | null },
  me: string,
): Pick<Reason, 'evidence'> => ({
  evidence: [
    [me, `firmware ${text(p.found)}`],
    ['needed', `firmware ${text(p.needed)}`],
  ],
});

export const pair = (
  path: SettingPath,
  p: { found: SettingValue; expected: SettingValue; sender: string },
  me: string,
  names: Names,
): Pick<Reason, 'evidence'> => ({
  evidence: [
    [me, said(path, p.found, names)],
    [names.unit(p.sender), said(path, p.expected, names)],
  ],
});

/** "4 min 56 s", "35 s". */
export function durationText(seconds: number): string {
  const whole = Math.round(seconds);
  return whole < 60 ? `${whole} s` : `${Math.floor(whole / 60)} min${whole % 60 === 0 ? '' : ` ${whole % 60} s`}`;
}
