/** What is said of an evening's energy: which light lasts, when its cells are changed, and what would ease it. */
import type { Easing } from '../energy/easings.ts';
import { type Evening, holds, type LightEvening, type LightMoment } from '../energy/evening.ts';
import { counted, stopsCounted } from './saying.ts';
import { enumerated, fieldOf, listed, type Names } from './settingWords.ts';

const percent = (share: number): string => `${Math.round(100 * share)} %`;

/** "Every light lasts the evening." or which do not. */
export function eveningSentence({ lights, unframed, unpaced }: Evening, names: Names): string {
  const short = lights.filter((light) => !holds(light)).map(({ light }) => light);
  const unknown = lights.filter((light) => holds(light) && light.unknown.length > 0).map(({ light }) => light);
  const frames =
    unframed.length === 0
      ? ''
      : ` ${counted(unframed.length, 'moment')} without frames ${unframed.length === 1 ? 'is' : 'are'} left out.`;
  const pace =
    unpaced.length === 0
      ? ''
      : ` Of ${counted(unpaced.length, 'moment')} nobody noted how long, so whether the lights are ready in time there is open.`;
  if (lights.length === 0) return `Nothing fires, as far as frames are noted.${frames}`;
  const open = unknown.length === 0 ? '' : ` Of ${listed(unknown, names)} not all is recorded.`;
  const last = unknown.length === lights.length ? '' : 'As far as it is recorded, every light lasts the evening.';
  const is = short.length === 0 ? last : `${listed(short, names)} ${short.length === 1 ? 'does' : 'do'} not keep up.`;
  return `${is}${open}${frames}${pace}`.trim();
}

/** "88 % after 120 pops", with what happens in it. */
export function momentText({ pops, metered, swapBefore, result, between }: LightMoment): string {
  const { left, swaps, pauses, slowFrom, slowest } = result;
  const parts = [
    swapBefore && 'fresh cells before it',
    `${counted(pops, 'pop')}, ${percent(left)} left`,
    swaps.length > 0 && `cells changed at frame ${enumerated(swaps.map(String))}`,
    slowFrom !== null &&
      `late from frame ${slowFrom} on: ${slowest.toFixed(1)} s to charge, ${(between ?? 0).toFixed(1)} s wanted`,
    pauses > 0 && `${counted(pauses, 'pause')} for heat`,
    metered && 'as if it metered 1/8',
  ];
  return parts.filter(Boolean).join('; ');
}

/** What of a light cannot be said. */
export const unknownText = ({ unknown }: LightEvening, names: Names): string =>
  unknown.length === 0 ? '' : `Not recorded: ${enumerated(unknown.map((ref) => fieldOf(ref, names)))}.`;

export interface Swap {
  moment: string;
  lights: readonly string[];
}

/** Before which moment which lights get fresh cells. */
export function swapSchedule({ lights }: Evening): Swap[] {
  const moments = new Map<string, string[]>();
  for (const { light, moments: of } of lights)
    for (const { moment, swapBefore } of of)
      if (swapBefore) moments.set(moment, [...(moments.get(moment) ?? []), light]);
  return [...moments].map(([moment, of]) => ({ moment, lights: of }));
}

/** "Before First dance: fresh cells for Light 1 (Maren) and Light 3." @param who sets up a light; null for nobody yet. */
export function swapText(
  { lights }: Swap,
  moment: string,
  who: (light: string) => string | null,
  names: Names,
): string {
  const told = lights.map((light) => `${names.unit(light)}${who(light) === null ? '' : ` (${who(light)})`}`);
  return `Before ${moment}: fresh cells for ${enumerated(told)}.`;
}

export function easingText(easing: Easing, names: Names): string {
  switch (easing.kind) {
    case 'iso':
      return `Raise ISO by ${stopsCounted(easing.stops)} and take all powers down with it: then all of them last.`;
    case 'second light':
      return `A second light beside ${names.unit(easing.light)}, each at half: then it lasts.`;
    case 'larger':
      return `A unit with ${stopsCounted(easing.stops)} more energy in the place of ${names.unit(easing.light)}: then it lasts.`;
  }
}
