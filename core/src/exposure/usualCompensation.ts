/** What metering takes for mid grey and is not, and what is usually dialled for it. docs/model.md, Exposure. */

/** Stops more light than metering would give, usually; white fools it into too little, black into too much. */
export const WHITE_CLOTHES_STOPS = 1;
export const BLACK_CLOTHES_STOPS = -1;
export const BACKLIGHT_STOPS = 1.3333;

export const FOOLED_BY = ['white clothes', 'black clothes', 'backlight'] as const;
export type FooledBy = (typeof FOOLED_BY)[number];

const USUAL: Readonly<Record<FooledBy, number>> = {
  'white clothes': WHITE_CLOTHES_STOPS,
  'black clothes': BLACK_CLOTHES_STOPS,
  backlight: BACKLIGHT_STOPS,
};

export const usualCompensation = (by: FooledBy): number => USUAL[by];

/**
 * A power that gives what metering gave, in stops below full.
 * @param metered the reading under metering. @param full what it reads at full power. @param dialStop stops of light for
 * one on its dial.
 */
export const frozenPower = (metered: number, full: number, dialStop: number): number => (metered - full) / dialStop;
