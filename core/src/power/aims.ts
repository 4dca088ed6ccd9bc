/** What lights are usually to read against the camera's aperture, by what they are for. docs/model.md, Balance. */
import { type RatioSchool, stopsOfRatio } from '../exposure/ratio.ts';

export const KEY_AIM = 0;
export const FILL_AIM = -2;
export const RIM_AIM = 1;
export const BACKGROUND_AIM = 0;

const IS_KEY = /^(key|main|front)\b/i;
const IS_FILL = /^fill\b/i;

const USUAL: readonly (readonly [words: RegExp, aim: number])[] = [
  [IS_KEY, KEY_AIM],
  [IS_FILL, FILL_AIM],
  [/^(rim|hair|edge|kicker)\b/i, RIM_AIM],
  [/^(background|backdrop|wall|columns?)\b/i, BACKGROUND_AIM],
];

/** Null where the crew's word for it says nothing of that. */
export const usualAim = (purpose: string | null | undefined): number | null =>
  purpose == null ? null : (USUAL.find(([words]) => words.test(purpose))?.[1] ?? null);

export const isKey = (purpose: string | null | undefined): boolean => purpose != null && IS_KEY.test(purpose);
export const isFill = (purpose: string | null | undefined): boolean => purpose != null && IS_FILL.test(purpose);

/** What the fill is to read for a ratio, with the key at 0; null where no fill gives it. */
export function fillAimOf(ratio: number, school: RatioSchool): number | null {
  const stops = stopsOfRatio(school, ratio);
  return stops === null ? null : KEY_AIM - stops;
}
