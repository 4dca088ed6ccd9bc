/** A setting as a field of a form: which control edits it. */
import { apertures } from '@ergon/core/exposure/aperture';
import { isos } from '@ergon/core/exposure/iso';
import { SHUTTER_SETTINGS } from '@ergon/core/measure/stops';
import type { SettingPath } from '@ergon/core/record/settings';
import { meantWhenLeftOut } from '@ergon/core/words/settingWords';

export type Editor =
  | { kind: 'choice'; options: readonly { value: string | number | boolean; label: string }[] }
  /** Whole numbers, both ends included. */
  | { kind: 'number'; from: number; to: number }
  /** Stops below full in the unit's own steps; with what it is while left out, where that means something. */
  | { kind: 'stops'; floor: number; step: number; whenLeftOut?: number | null }
  /** Stops up or down in thirds, from one end to the other. */
  | { kind: 'shift'; least: number; most: number }
  /** Labels of a dial, the greatest or fastest first, and where it starts when none is set. */
  | { kind: 'dial'; labels: readonly (string | number)[]; start: string | number }
  /** Metres and the like, fractions too. */
  | { kind: 'decimal'; from: number; to: number }
  /** Any of these at once. */
  | { kind: 'several'; options: readonly { value: string; label: string }[] }
  | { kind: 'units'; options: readonly string[]; whenLeftOut?: readonly string[] }
  /** Where a light stands to one other unit: as to the rest, or noted by itself. */
  | { kind: 'pair' };

/** A value written in words, where that is quicker than stepping to it. */
export interface Typed {
  /** @returns null for what is none. */
  read: (text: string) => number | null;
  /** How it may be written. */
  like: string;
  from: number;
  to: number;
}

export interface Field {
  unit: string;
  setting: SettingPath;
  editor: Editor;
  typed?: Typed;
}

/** What a sender steps its groups by, and a flash nobody recorded the steps of. */
export const THIRD = 1 / 3;

export const SHUTTER: Editor = { kind: 'dial', labels: SHUTTER_SETTINGS, start: '1/160' };
export const APERTURE: Editor = { kind: 'dial', labels: [...apertures.thirds].reverse(), start: 5.6 };
export const ISO: Editor = { kind: 'dial', labels: [...isos.thirds].reverse(), start: 400 };

export const ON_OFF = [
  { value: true, label: 'on' },
  { value: false, label: 'off' },
] as const;
const WORDS: Readonly<Record<string, string>> = { ttl: 'TTL' };
export const asOptions = (values: readonly string[]) =>
  values.map((value) => ({ value, label: WORDS[value] ?? value }));

export const onOff = (unit: string, setting: SettingPath): Field => ({
  unit,
  setting,
  editor: { kind: 'choice', options: ON_OFF },
});
export const oneOf = (unit: string, setting: SettingPath, values: readonly string[]): Field => ({
  unit,
  setting,
  editor: { kind: 'choice', options: asOptions(values) },
});

export const yesNo = (unit: string, setting: SettingPath, yes: string, no: string): Field => ({
  unit,
  setting,
  editor: {
    kind: 'choice',
    options: [
      { value: true, label: yes },
      { value: false, label: no },
    ],
  },
});

/** Stops up or down from where it is. */
export const shift = (unit: string, setting: SettingPath): Field => ({
  unit,
  setting,
  editor: { kind: 'shift', least: -5, most: 5 },
});

/** Whether nobody recorded a setting that means nothing by being left out. */
export const isUnrecorded = (setting: SettingPath, value: unknown): boolean =>
  value == null && meantWhenLeftOut(setting) === undefined;
