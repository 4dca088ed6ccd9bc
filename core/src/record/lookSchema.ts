import { z } from 'zod';
import { APERTURE_LABELS } from '../exposure/aperture.ts';
import { ISO_LABELS } from '../exposure/iso.ts';
import { idSchema, labelSchema, letterSchema, stopsSchema } from './fieldShapes.ts';
import { SHUTTER_SETTINGS } from '../measure/stops.ts';
import { groupPartsOf, pairPartsOf } from './settingPath.ts';
import { EXPOSURE_MODES, EYE_MODES, SHUTTER_TYPES } from './profileTerms.ts';
import { ATTITUDES, CELLS, CURTAINS, LINKS, MODES, ROLES, SELECTORS, SIGHTS } from './settingTerms.ts';

export const groupSettingsSchema = z.strictObject({
  on: z.boolean().nullish(),
  mode: z.enum(MODES).nullish(),
  power: stopsSchema.nullish(),
});

/** Where a light stands to what it must hear or see. */
const standing = {
  /** How it sees it. Left out: nobody noted anything in the way. */
  sight: z.enum(SIGHTS).nullish(),
  /** The same while the camera is held upright. Left out: as when it is level. */
  sightUpright: z.enum(SIGHTS).nullish(),
  /** Degrees between the sensor's axis and what it must see. */
  offAxis: z.number().min(0).max(180).nullish(),
  /** Metres from sender to hearer, or along a cable's way. */
  distanceM: z.number().min(0).max(5000).nullish(),
};

/** Stops of light lost on the way. */
const lossSchema = z.number().min(0).max(15);

/** What decides how bright a light is where it falls, beside its power. */
export const brightnessShape = {
  /** Metres from the light to what it lights. */
  subjectM: z.number().min(0.1).max(200).nullish(),
  /** Where its head is zoomed to, in millimetres. */
  zoomMm: z.number().min(5).max(1000).nullish(),
  /** Stops lost in what is in front of it. */
  modifierLoss: lossSchema.nullish(),
  gelLoss: lossSchema.nullish(),
  densityLoss: lossSchema.nullish(),
};

export const settingName = z.string().min(1).max(100);
export const NO_SUCH_SETTING = { path: ['setting'], message: 'is no setting with such a value' };

/** More no crew changes because of one sender: a dozen settings of some fifty lights. */
const MOST_IF_LOST = 600;

export const pairSchema = z.strictObject(standing);

interface SetTo {
  setting: string;
  to: unknown;
}
/** Whether there is such a setting, and it takes such a value; null forgets it. */
export const isSettable = ({ setting, to }: SetTo): boolean => schemaOf(setting)?.safeParse(to).success ?? false;

/** Fields of a placing that hold settings, and are none. */
const HOLDING_MORE: ReadonlySet<string> = new Set(['groups', 'from', 'ifLost']);

function schemaOf(setting: string): z.ZodType | undefined {
  const group = groupPartsOf(setting);
  if (group) return groupSettingsSchema.shape[group.field];
  const pair = pairPartsOf(setting);
  if (pair) return pair.field === null ? pairSchema.nullish() : pairSchema.shape[pair.field];
  const shape: Readonly<Record<string, z.ZodType>> = settingsSchema.shape;
  return HOLDING_MORE.has(setting) || !Object.hasOwn(shape, setting) ? undefined : shape[setting];
}

/** One setting of a unit, as it was set by hand or was planned. */
export const doneSchema = z
  .strictObject({ unit: idSchema, setting: settingName, to: z.json().default(null) })
  .refine(isSettable, NO_SUCH_SETTING);

/**
 * How one unit is placed and set in one look. Every field may be left out or null: not recorded. A field that
 * does not apply to a unit is ignored.
 */
export const settingsSchema = z.strictObject({
  /** What the light is for and where it stands, in the crew's words. */
  purpose: z.string().trim().max(40).nullish(),
  place: z.string().trim().max(40).nullish(),
  /** Seconds to walk there and back from where the photographer stands. */
  walkSeconds: z.number().min(0).max(3600).nullish(),

  on: z.boolean().nullish(),
  role: z.enum(ROLES).nullish(),
  /**
   * The body or trigger a sender or flash sits on, or the one at the near end of its cable or cord; `hand` for a sender in
   * somebody's hand, which no shutter fires.
   */
  mount: idSchema.nullish(),
  /** Light: how it is told to fire. */
  link: z.enum(LINKS).nullish(),
  /** Light on a radio link: the receiver it sits on or is plugged into; left out means its own radio. */
  receiver: idSchema.nullish(),
  /** A sync cable's two plugs, near end first; present only where a cable is used. */
  plugs: z.tuple([z.string().max(40), z.string().max(40)]).nullish(),
  /** A dedicated cord: the shoe system it carries. */
  cord: z.string().trim().min(1).max(40).nullish(),
  /** Eye: the lights in its view. */
  sees: z.array(idSchema).max(600).nullish(),
  /** Light: the bodies whose shots it is meant for; left out means every body its link can serve. */
  firesFor: z.array(idSchema).max(20).nullish(),

  family: idSchema.nullish(),
  channel: z.int().min(0).max(9999).nullish(),
  /** 0 is off. */
  networkId: z.int().min(0).max(9999).nullish(),
  /** The number units of a family with PIN pairing share. */
  pin: z.int().min(0).max(999_999).nullish(),
  group: letterSchema.nullish(),
  /** Sender: what it tells each group. */
  groups: z.record(letterSchema, groupSettingsSchema).nullish(),

  mode: z.enum(MODES).nullish(),
  /** Wanted power in stops below full. */
  power: stopsSchema.nullish(),
  /** Light set by hand: the power dialled on it, in stops below full. Left out: what is wanted. */
  dialledPower: stopsSchema.nullish(),
  eye: z.enum(EYE_MODES).nullish(),
  /** False when the unit is on but its tube is switched off. */
  lamp: z.boolean().nullish(),
  /** Stroboscopic mode: pops in one frame, and how many a second. */
  multiPops: z.int().min(2).max(500).nullish(),
  multiHz: z.number().min(0.5).max(1000).nullish(),

  /** Stops dialled on the unit on top of its power; the next push from a sender takes them back. */
  trim: z.number().min(-5).max(5).nullish(),
  /** Compensation of the metered exposure, in stops: on a light or its group's dial, and on the body. */
  compensation: z.number().min(-10).max(10).nullish(),
  /** Light: high-speed sync is wanted where the shutter is faster than sync. */
  hss: z.boolean().nullish(),
  /**
   * Light: tail sync. Microseconds from the first curtain's start to its pulse where the shutter is faster than
   * sync; the long tail of a slow pulse then lights the passing slit. Left out: none.
   */
  tailDelayUs: z.number().min(0).max(50_000).nullish(),
  /** Sender: passive, so that it fires the lights and leaves their settings to another controller. Left out: no. */
  passive: z.boolean().nullish(),

  ...standing,
  /** Where it stands otherwise to one sender, body or light than to the rest, by that one's id. */
  from: z.record(idSchema, pairSchema).nullish(),
  /** Share of its test shots a light answered, 0 to 1, as somebody noted it. Left out: all, as far as noted. */
  heardShare: z.number().min(0.01).max(1).nullish(),
  /** Something covers its sensor. */
  covered: z.boolean().nullish(),
  inSun: z.boolean().nullish(),
  /** Length of its cable or cord, in metres. */
  cableM: z.number().min(0).max(500).nullish(),
  beep: z.boolean().nullish(),
  /** Its head zooms by itself. */
  zoomAuto: z.boolean().nullish(),

  /** Light: stops it is to read above (+) or below (-) the aperture of the camera where it falls. */
  aim: z.number().min(-10).max(10).nullish(),
  ...brightnessShape,
  modelling: z.boolean().nullish(),

  /** What somebody noted on the unit. Left out: nobody noted anything wrong. */
  asleep: z.boolean().nullish(),
  /** Dead or its cable is, whatever is set on it. */
  broken: z.boolean().nullish(),
  cells: z.enum(CELLS).nullish(),
  /** False: its foot is not fully home. */
  seated: z.boolean().nullish(),
  /** True: it shut down from heat. */
  hot: z.boolean().nullish(),

  /** Receiver: the switch between camera and flash. */
  selector: z.enum(SELECTORS).nullish(),
  /** Trigger: whether it passes the body's signals to its top shoe. */
  passThrough: z.boolean().nullish(),
  /** Trigger: whether its stack was switched on in the model's order. */
  startedInOrder: z.boolean().nullish(),

  shutterType: z.enum(SHUTTER_TYPES).nullish(),
  shutter: z.enum(SHUTTER_SETTINGS as [string, ...string[]]).nullish(),
  /** F-number and ISO, as the dials show them. */
  aperture: z.literal(APERTURE_LABELS as [number, ...number[]]).nullish(),
  iso: z.literal(ISO_LABELS as [number, ...number[]]).nullish(),
  /** Body: stops the light of the room is to come out above (+) or below (-) what its aperture asks. Left out: no matter. */
  roomAim: z.number().min(-10).max(10).nullish(),
  flashFiring: z.boolean().nullish(),
  exposureMode: z.enum(EXPOSURE_MODES).nullish(),
  /** Body: with which curtain it closes its contact. Left out: the front one. */
  curtain: z.enum(CURTAINS).nullish(),
  /** Body: settings that change from frame to frame, or get in the way of flash. */
  isoAuto: z.boolean().nullish(),
  wbAuto: z.boolean().nullish(),
  previewOn: z.boolean().nullish(),
  redEye: z.boolean().nullish(),
  /** Body: whether its pop-up is raised. */
  popupUp: z.boolean().nullish(),
  /** Body: seconds from one frame to the next while it shoots. Left out: one frame at a time. */
  secondsBetween: z.number().min(0.01).max(600).nullish(),
  /** Body: frames it shoots at that pace before it rests. Left out: it goes on and on. */
  burstFrames: z.int().min(2).max(500).nullish(),
  /** Body: how the camera is held in this look. Left out: level alone. */
  attitudes: z.array(z.enum(ATTITUDES)).min(1).max(2).nullish(),
  /**
   * Sender: what the crew does should it be lost in this look, setting by setting. A unit that is not in the look comes out of
   * the bag; one the crew has no more is passed over.
   */
  ifLost: z.array(doneSchema).max(MOST_IF_LOST).nullish(),

  /** Body: another crew's or a guest's. Our lights must stay dark when it shoots, and what is mounted on it is not judged. */
  stranger: z.boolean().nullish(),
});

/** Something else on the air: a network, a microphone, a link. */
export const emitterSchema = z.strictObject({
  name: labelSchema,
  /** Centre and width of what it sends, in MHz. */
  mhz: z.number().min(1).max(100_000),
  widthMhz: z.number().min(0.001).max(1000),
});

export const lookSchema = z.strictObject({
  id: idSchema,
  name: labelSchema,
  /** The event it was made for. */
  event: idSchema,
  /** The bodies shoot in turn, each at its own pace, and so share the charge of a light both fire. Left out: no. */
  inTurn: z.boolean().nullish(),
  /** Minutes without a shot before it starts: what falls asleep sooner is asleep. Left out: nobody waits. */
  quietMinutes: z.number().min(0).max(1440).nullish(),
  /** What else is on the air there. Left out: nothing, as far as noted. */
  emitters: z.array(emitterSchema).max(200).nullish(),
  units: z.record(idSchema, settingsSchema),
});
