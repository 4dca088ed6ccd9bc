/** What a finding's sayer gets and gives, and the small words all of them share. */
import type { Params } from '../rig/codes.ts';
import type { Position } from '../record/profile.ts';
import { type Names, POSITION_NAMES, said } from './settingWords.ts';

export type Values = Record<string, never> & Params;
export interface Say {
  gap: string;
  why: string;
  evidence?: readonly (readonly [label: string, value: string])[];
}
export type Sayer = (p: Values, me: string, names: Names) => Say;

export const text = (value: unknown, otherwise = 'not recorded'): string => (value == null ? otherwise : String(value));
export const milliseconds = (us: unknown): string => `${(Number(us) / 1000).toFixed(2)} ms`;
export const percent = (share: unknown): string => `${Math.round(100 * (1 - Number(share)))} %`;
export const list = (value: unknown): string => ((value as readonly string[]) ?? []).join(', ') || 'none';

export const seconds = (value: unknown): string => `${Number(Number(value).toFixed(2))} s`;

export const ABILITY_WORDS: Readonly<Record<string, string>> = {
  fire: 'way to fire',
  manual: 'manual power',
  ttl: 'TTL',
  hss: 'high-speed sync',
  rear: 'rear curtain',
  multi: 'multi mode',
  power: 'power from the sender',
};
export const abilityWord = (ability: unknown): string => ABILITY_WORDS[String(ability)] ?? String(ability);

export const positionWord = (position: unknown): string => POSITION_NAMES[position as Position] ?? 'where it is used';

export const versions = (p: Values, me: string): Pick<Say, 'evidence'> => ({
  evidence: [
    [me, `firmware ${text(p.found)}`],
    ['needed', `firmware ${text(p.needed)}`],
  ],
});

export const pair = (path: string, p: Values, me: string, names: Names): Pick<Say, 'evidence'> => ({
  evidence: [
    [me, said(path, p.found, names)],
    [p.sender == null ? 'wanted' : names.unit(String(p.sender)), said(path, p.expected, names)],
  ],
});
