/** Short ways to say what comes of an odd set-up. */
import { buildRig, indexKit } from '../src/rig/rig';
import type { Verdict } from '../src/verdict/verdict';
import { baseKit, baseLook, judgeBase, type Spoil } from './baseRig';

export type At = { shot?: string; attitude?: 'level' | 'upright' };

export function verdictIn(spoil: Spoil, light: string, { shot = 'body-1', attitude = 'level' }: At = {}): Verdict {
  const found = judgeBase(spoil).verdicts.find(
    (one) => one.unit === light && one.shot === shot && one.attitude === attitude,
  );
  if (!found) throw new Error(`${light} is not judged on ${shot}`);
  return found;
}
export const said = (spoil: Spoil, light: string, at?: At) => verdictIn(spoil, light, at).verdict;
export const codes = (spoil: Spoil, light: string, at?: At) =>
  verdictIn(spoil, light, at).faults.map(({ code }) => code);
export const missing = (spoil: Spoil, light: string, at?: At) =>
  [...new Set(verdictIn(spoil, light, at).unknown.map(({ unit, field }) => `${unit}.${field}`))].sort();
export const findingsOf = (spoil: Spoil, light: string) =>
  judgeBase(spoil).findings.filter((one) => one.units.includes(light) && one.severity !== 'A');
export const pulse = (spoil: Spoil, light: string, body = 'body-1') =>
  judgeBase(spoil)
    .shots.find((shot) => shot.body.id === body)!
    .runs.get(light)!.atUs;
export const rigOf = (spoil: Spoil) => buildRig(indexKit(baseKit(spoil)), baseLook(spoil));
