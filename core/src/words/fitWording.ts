/** What is said of a link and of what it carries. */
import type { CarriesName, WayResult } from '../fit/fit.ts';
import type { FitNeed } from '../fit/fitNeeds.ts';
import type { Way } from '../fit/fitTrial.ts';
import type { Tri } from '../measure/tri.ts';
import type { Names } from './settingWords.ts';

export const CARRIES_NAMES: Readonly<Record<CarriesName, string>> = {
  fires: 'fires',
  power: 'power',
  ttl: 'TTL',
  hss: 'high-speed sync',
  rear: 'rear curtain',
};

/** The same over a column of marks. */
export const CARRIES_SHORT: Readonly<Record<CarriesName, string>> = {
  ...CARRIES_NAMES,
  hss: 'high-speed',
  rear: 'rear',
};

export const triWord = (holds: Tri): string => (holds === true ? 'yes' : holds === null ? 'not recorded' : 'no');

/** "by Plover from Sender 1", "as an eye", "cable pc to jack-3.5". */
export function wayText(way: Way, names: Names): string {
  switch (way.kind) {
    case 'shoe':
      return 'on the shoe';
    case 'stack':
      return `on ${way.on.unit.label}`;
    case 'cord':
      return `cord, ${way.cord} at both ends`;
    case 'cable':
      return `cable ${way.plugs.join(' to ')}`;
    case 'eye':
      return 'as an eye';
    case 'air': {
      const through = way.receiver ? `, on ${way.receiver.unit.label}` : '';
      return `${names.family(way.family)} from ${way.sender.unit.label}${through}`;
    }
  }
}

/** "fires, power, TTL": what certainly comes through; "nothing" when nothing does. */
export function carriesText({ carries }: WayResult): string {
  const [yes, open] = [true, null].map((wanted) =>
    (Object.keys(CARRIES_NAMES) as CarriesName[]).filter((name) => carries[name].holds === wanted),
  ) as [CarriesName[], CarriesName[]];
  const said = yes.map((name) => CARRIES_NAMES[name]).join(', ');
  const perhaps = open.map((name) => CARRIES_NAMES[name]).join(', ');
  if (perhaps && said) return `${said}; perhaps ${perhaps}`;
  return said || (perhaps ? `perhaps ${perhaps}` : 'nothing');
}

const gainsText = (need: FitNeed): string => need.gains.map((name) => CARRIES_NAMES[name]).join(', ');

/** "A receiver of the Plover family with a kestoril shoe: fires, power." */
export function fitNeedText(need: FitNeed, names: Names): string {
  const family = need.family === null ? '' : ` of the ${names.family(need.family)} family`;
  const [match] = need.match;
  switch (need.kind) {
    case 'sender':
      return `A sender${family} with a ${match} foot: ${gainsText(need)}.`;
    case 'receiver':
      return `A receiver${family} with ${match} for the flash: ${gainsText(need)}.`;
    case 'pair':
      return `A sender and a receiver${family}, with ${match} for the flash: ${gainsText(need)}.`;
    case 'cable':
      return `A sync cable ${need.match.join(' to ')}: ${gainsText(need)}.`;
    case 'cord':
      return `A cord with ${match} at both ends: ${gainsText(need)}.`;
    case 'firmware':
      return `Firmware ${match} or newer on ${names.unit(need.unit!)}: ${gainsText(need)}.`;
  }
}
