import { z } from 'zod';
import { POWER_SCALES } from '../exposure/powerScale.ts';
import { guideNumberSchema, hssLossSchema, shutterLabelSchema } from './brightnessSchema.ts';
import { idSchema, labelSchema, letterSchema, noteSchema, rangeSchema, stopsSchema } from './fieldShapes.ts';
import {
  ABILITIES,
  EXPOSURE_MODES,
  EYE_MODES,
  HOW_TO_KEYS,
  POSITIONS,
  SHUTTER_TYPES,
  STACK_PARTS,
} from './profileTerms.ts';

/** What one model can do. Left out or null means not recorded, except where a field says what it means instead. */

/** The contact layout of a shoe or foot: the maker's system name, `centre-only`, or `none` for no such part. */
const systemSchema = z.string().trim().min(1).max(40);
/** A plug or socket type in the crew's own words, or `none` for no socket. */
const socketSchema = z.string().trim().min(1).max(40);
/** As the unit shows it: numbers between dots, such as 1.10, which is newer than 1.9. */
const firmwareSchema = z
  .string()
  .trim()
  .regex(/^v?\d{1,6}(\.\d{1,6}){0,4}[a-z]?$/i, 'write a version as numbers between dots, such as 1.10');
const secondsSchema = z.number().min(0).max(600);
const microsecondsSchema = z.number().min(1).max(1_000_000);
const voltageSchema = z.number().min(0).max(600);
const yesNo = z.boolean().nullish();

export const radioSchema = z.strictObject({
  family: idSchema,
  roles: z.array(z.enum(['master', 'remote'])).min(1),
  /** Which of the family's generations it is; matters only where the family lists some. */
  generation: z.int().min(1).max(20).nullish(),
  /** Works only from this firmware on. Left out: any. */
  firmware: firmwareSchema.nullish(),
  /** Left out: all channels of the family. */
  channels: rangeSchema.nullish(),
  /** Letters this model can address (master) or be set to (remote). Left out: all letters of the family. */
  groups: z.array(letterSchema).max(26).nullish(),
  /** False for a model too old to have network IDs. Left out: as the family. */
  networkId: z.boolean().nullish(),
  /** How many dip switches set the channel; 0 or left out: a menu or dial. */
  dipSwitches: z.int().min(0).max(8).nullish(),
  /** Delay it adds to the fire signal, in microseconds. Left out: the typical value of the link. */
  latencyUs: z.number().min(0).max(50_000).nullish(),
});

/** Works, does not, or works under conditions: from a firmware on, on some shoe systems, from a generation on. */
export const capabilitySchema = z.union([
  z.boolean(),
  z.strictObject({
    firmware: firmwareSchema.nullish(),
    shoes: z.array(systemSchema).min(1).max(20).nullish(),
    generation: z.int().min(1).max(20).nullish(),
  }),
]);

const abilitiesSchema = z.partialRecord(z.enum(ABILITIES), capabilitySchema.nullish());

/** How to reach a setting on this model, in the crew's own words. */
const howToSchema = z.partialRecord(z.enum(HOW_TO_KEYS), z.string().trim().max(200).nullish());

const common = {
  id: idSchema,
  maker: labelSchema,
  model: labelSchema,
  notes: noteSchema.nullish(),
  howTo: howToSchema.nullish(),
};

export const bodyProfileSchema = z.strictObject({
  ...common,
  kind: z.literal('body'),
  shoe: z.strictObject({ system: systemSchema.nullish(), centre: z.boolean().nullish() }),
  syncSocket: socketSchema.nullish(),
  /** Highest trigger voltage its contacts bear, in volts. */
  toleratesV: voltageSchema.nullish(),
  shutters: z
    .array(
      z.strictObject({
        type: z.enum(SHUTTER_TYPES),
        /** Whether this shutter type lets a flash fire at all. */
        flash: z.boolean().nullish(),
        /** Fastest dial label with the whole frame open at once. */
        syncTime: shutterLabelSchema.nullish(),
        /** Time one curtain takes across the frame (read-out time if electronic), in microseconds. */
        curtainUs: z.number().min(0).max(500_000).nullish(),
      }),
    )
    .min(1),
  popup: z.enum(['none', 'plain', 'commander']).nullish(),
  /** A commander's coded light, or a radio built in. Left out: none. */
  radios: z.array(radioSchema).max(4).nullish(),
  /** Exposure modes in which the body leaves the flash alone; an empty list means it never does. */
  noFlashModes: z.array(z.enum(EXPOSURE_MODES)).max(EXPOSURE_MODES.length).nullish(),
  /** Whether the viewfinder shows the exposure, dark under flash settings. */
  previewsExposure: yesNo,
  /** Most frames a second. */
  burstFps: z.number().min(0.1).max(240).nullish(),
});

const sensorSchema = z.strictObject({
  /** Degrees off its axis at which the sensor still sees. */
  halfAngle: z.number().min(1).max(180).nullish(),
  indoorM: z.number().min(0.5).max(500).nullish(),
  outdoorM: z.number().min(0.5).max(500).nullish(),
  /** Where it sits on the unit, in the crew's words. */
  place: z.string().trim().max(80).nullish(),
});

export const flashProfileSchema = z.strictObject({
  ...common,
  kind: z.literal('flash'),
  foot: systemSchema.nullish(),
  /** From this firmware on it speaks its shoe system; older, it is fired by the centre contact alone. Left out: any. */
  shoeFirmware: firmwareSchema.nullish(),
  radios: z.array(radioSchema).max(6),
  eyes: z.array(z.enum(EYE_MODES)).nullish(),
  /** What works in each position. */
  can: z.partialRecord(z.enum(POSITIONS), abilitiesSchema.nullish()),
  /** Stops below full (0); step in stops. */
  power: z.strictObject({
    floor: stopsSchema.nullish(),
    ceiling: stopsSchema.nullish(),
    step: z.number().min(0.1).max(1).nullish(),
    scale: z.enum(POWER_SCALES),
    /** Decimal scale: the number shown at full power. */
    full: z.number().min(0).max(20).nullish(),
    energyWs: z.number().min(1).max(5000).nullish(),
  }),
  /** Guide number at full power and ISO 100, in metres, at each zoom position in millimetres. */
  guideNumbers: z.array(guideNumberSchema).max(40).nullish(),
  /** Seconds until ready again after a pop at full power and at its lowest, with fresh cells. */
  recycle: z.strictObject({ full: secondsSchema.nullish(), floor: secondsSchema.nullish() }).nullish(),
  /** How long the pulse lasts, in microseconds, by the stated measure. */
  duration: z
    .strictObject({
      measure: z.enum(['t.5', 't.1']).nullish(),
      fullUs: microsecondsSchema.nullish(),
      floorUs: microsecondsSchema.nullish(),
    })
    .nullish(),
  /** Stops lost in high-speed sync at one shutter time. */
  hssLoss: z
    .strictObject({ stops: hssLossSchema.shape.stops.nullish(), shutter: shutterLabelSchema.nullish() })
    .nullish(),
  /** Limits of the stroboscopic mode. */
  multi: z
    .strictObject({
      pops: z.int().min(2).max(500).nullish(),
      hz: z.number().min(0.5).max(1000).nullish(),
      power: stopsSchema.nullish(),
    })
    .nullish(),
  /** Most compensation, in stops either way. */
  compLimit: z.number().min(0).max(10).nullish(),
  sensor: sensorSchema.nullish(),
  syncSocket: socketSchema.nullish(),
  /** Voltage on its contacts, in volts. */
  triggerVoltage: voltageSchema.nullish(),
  modelling: yesNo,
  beeper: yesNo,
  /** Zoom of its head, in millimetres. */
  zoomMm: rangeSchema.nullish(),
  /** Minutes until a remote falls asleep; 0 means never. */
  sleepMinutes: z.number().min(0).max(600).nullish(),
  /** Whether the sender wakes it. */
  wakesByRadio: yesNo,
  cells: z
    .strictObject({
      kind: z.string().trim().min(1).max(40).nullish(),
      fullPops: z.int().min(1).max(100_000).nullish(),
    })
    .nullish(),
  /** Full-power pops in a row before it must rest, and for how many seconds. */
  heat: z
    .strictObject({
      fullPops: z.int().min(1).max(10_000).nullish(),
      restSeconds: z.number().min(1).max(7200).nullish(),
    })
    .nullish(),
  /** Whether the flash tube can be switched off while the unit stays on. */
  lampSwitch: z.boolean().nullish(),
});

export const triggerProfileSchema = z.strictObject({
  ...common,
  kind: z.literal('trigger'),
  foot: systemSchema.nullish(),
  /** As on a flash. Left out: any. */
  shoeFirmware: firmwareSchema.nullish(),
  topShoe: systemSchema.nullish(),
  /** Whether passing the body's signals to the top shoe must be switched on. Left out: it always passes. */
  passThroughSwitch: yesNo,
  /** The order in which a stack must be switched on to recognise each other. Left out: any order. */
  startOrder: z.array(z.enum(STACK_PARTS)).min(2).max(3).nullish(),
  radios: z.array(radioSchema).min(1).max(4),
  syncSocket: socketSchema.nullish(),
  /** Whether a receiver has a switch between camera and flash. Left out: none, unless it is noted where a unit's own stands. */
  selector: yesNo,
  /** Highest trigger voltage its contacts bear, in volts. */
  toleratesV: voltageSchema.nullish(),
  sleepMinutes: z.number().min(0).max(600).nullish(),
  wakesByRadio: yesNo,
  cells: z.strictObject({ kind: z.string().trim().min(1).max(40).nullish() }).nullish(),
});

export const profileSchema = z.discriminatedUnion('kind', [
  bodyProfileSchema,
  flashProfileSchema,
  triggerProfileSchema,
]);
