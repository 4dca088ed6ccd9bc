/** Edits of what is dialled on units, of what was found out about them, and of who sets them up. */
import type { Json } from '../record/migrate.ts';
import type { Dialled, Unit } from '../record/unit.ts';
import type { CrewState } from './crewState.ts';
import { Draft } from './draft.ts';
import { type ByKey, type Edit, entryField, isSame, readField } from './edit.ts';

export interface DialledLine {
  setting: string;
  /** Null takes the tick back. */
  dialled: Dialled | null;
}

/** Resetting a unit clears whatever was dialled on it before. */
export const RESET = 'reset';

/** Ticks lines of a unit's card, or takes ticks back; nothing where there is no such unit. */
export function dialling(state: CrewState, unit: string, lines: readonly DialledLine[]): Edit[] {
  const on = { kind: 'unit', id: unit } as const;
  const made = new Draft(state).read(on);
  if (!made) return [];
  const isReset = lines.some(({ setting, dialled }) => setting === RESET && dialled !== null);
  const cleared = isReset ? Object.keys((made.doc as Unit).dialled ?? {}) : [];
  const wanted = new Map<string, Dialled | null>([
    ...cleared.map((setting) => [setting, null] as const),
    ...lines.map(({ setting, dialled }) => [setting, dialled] as const),
  ]);
  return [...wanted].flatMap(([setting, dialled]): Edit[] => {
    const field = entryField('dialled', setting);
    const from = readField(on, made.doc, field);
    const to = dialled as unknown as Json;
    return from === null && to === null ? [] : [{ edit: 'field', on, born: made.born, field, from, to }];
  });
}

/** Deals units to members; null to nobody. */
export const dealing = (state: CrewState, dealt: ReadonlyMap<string, string | null>): Edit[] =>
  [...dealt].flatMap(([id, to]) => noting(state, id, 'dealtTo', to));

/** Notes one thing of a unit, or takes it back with null; nothing where there is no such unit, or it is so already. */
export function noting(state: CrewState, id: string, field: NotedField, to: Json): Edit[] {
  const on = { kind: 'unit', id } as const;
  const made = new Draft(state).read(on);
  const from = made && readField(on, made.doc, field);
  return made === null || isSame(from, to) ? [] : [{ edit: 'field', on, born: made.born, field, from, to }];
}

/** What a meter found out about one unit. */
export const METERED_FIELDS = ['realGuideNumber', 'realHssLoss', 'realDialStop'] as const;
export type MeteredField = (typeof METERED_FIELDS)[number];

/** A field of a unit that is no part of its form. */
export type NotedField = 'dealtTo' | MeteredField | `${ByKey}.${string}`;
