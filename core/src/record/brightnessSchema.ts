/** How bright a flash is, as its maker says or a meter found. */
import { z } from 'zod';
import { SHUTTER_LABELS } from '../measure/stops.ts';

export const shutterLabelSchema = z.enum(SHUTTER_LABELS as [string, ...string[]]);

/** At full power and ISO 100, in metres; the zoom in millimetres, left out where the head does not zoom. */
export const guideNumberSchema = z.strictObject({
  zoomMm: z.number().min(5).max(1000).nullish(),
  metres: z.number().min(1).max(500),
});

/** Stops of light that one stop on its dial really is. */
export const dialStopSchema = z.strictObject({ stops: z.number().min(0.5).max(1.5) });

/** Stops lost in high-speed sync at one shutter time. */
export const hssLossSchema = z.strictObject({ stops: z.number().min(0).max(15), shutter: shutterLabelSchema });
