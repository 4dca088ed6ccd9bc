/** Channels written into a document as the switches of a unit stand, and read as the channel they set. */
import { z } from 'zod';
import { FIRST_CHANNEL, numberOf } from '../measure/switchPattern.ts';
import { declaredOnce } from './declaredOnce.ts';
import type { FieldFault } from './fieldFault.ts';
import { idSchema } from './fieldShapes.ts';
import { lookSchema, settingsSchema } from './lookSchema.ts';

/** Switch 1 first: "on off on off". */
const switchesSchema = z
  .string()
  .regex(/^(on|off)( (on|off)){0,7}$/, 'write the switches as "on off on off", the first one first');

/** A look as it may be written: `switches` in the place of `channel`, and what is true of all its units said once. */
export const writtenLookSchema = lookSchema.extend({
  ...declaredOnce,
  units: z.record(idSchema, settingsSchema.extend({ switches: switchesSchema.nullish() })),
});

type Fields = Record<string, unknown>;
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const listOf = (value: unknown): Fields[] => (Array.isArray(value) ? value.filter(isFields) : []);
const byId = (list: unknown, id: unknown): Fields | undefined => listOf(list).find((one) => one.id === id);

/** A document of today's version, not validated yet, with every channel written as a number. */
export function withChannels(document: unknown): { document: unknown; faults: FieldFault[] } {
  if (!isFields(document) || !Array.isArray(document.looks)) return { document, faults: [] };
  const faults: FieldFault[] = [];
  const looks = document.looks.map((look: unknown, index) => {
    if (!isFields(look) || !isFields(look.units)) return look;
    const units = Object.entries(look.units).map(([id, settings]) => {
      if (!isFields(settings) || settings.switches == null) return [id, settings];
      const { switches, ...rest } = settings;
      const channel = channelOf(document, id, { switches, settings: rest });
      if (typeof channel === 'number') return [id, { ...rest, channel }];
      faults.push({ path: `looks[${index}].units.${id}.switches`, message: channel });
      return [id, rest];
    });
    return { ...look, units: Object.fromEntries(units) };
  });
  return { document: { ...document, looks }, faults };
}

/** The channel, or what is wrong with what was written. */
function channelOf(
  document: Fields,
  unit: string,
  { switches, settings }: { switches: unknown; settings: Fields },
): number | string {
  const written = switchesSchema.safeParse(switches);
  if (!written.success) return written.error.issues[0]!.message;
  const profile = byId(document.profiles, byId(document.units, unit)?.profile);
  const radios = listOf(profile?.radios).filter(({ family }) => settings.family == null || family === settings.family);
  const radio = radios.find(({ dipSwitches }) => typeof dipSwitches === 'number' && dipSwitches > 0);
  if (!radio) return 'belongs to a unit whose model has no switches: write its channel';
  const on = written.data.split(' ').map((word) => word === 'on');
  if (on.length !== radio.dipSwitches)
    return `names ${on.length} switches, and the model has ${String(radio.dipSwitches)}`;
  const ranges = [radio.channels, byId(document.families, radio.family)?.channels].filter(isFields);
  const channel = Number(ranges[0]?.from ?? FIRST_CHANNEL) + numberOf(on);
  if (settings.channel != null && settings.channel !== channel)
    return `set channel ${channel}, and the channel beside them is another: write one of the two`;
  return channel;
}
