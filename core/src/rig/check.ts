/** Faults and checks: what can go wrong with a signal, as a code with its values. docs/model.md, Reason codes. */
import type { Tri } from '../measure/tri.ts';
import type { SettingPath } from '../record/settings.ts';
import type { CodeParams } from './codeParams.ts';
import type { Code } from './codes.ts';

/** Something recorded of a unit: a setting, its firmware, or a field of its profile or family. */
export type FieldPath = SettingPath | 'firmware' | `profile.${string}` | `family.${string}`;

/** A field nobody recorded. */
export interface FieldRef {
  unit: string;
  field: FieldPath;
}

export const fieldRef = (unit: string, field: FieldPath): FieldRef => ({ unit, field });

/** The values of a code; most also name the light that suffers. */
export type ParamsOf<C extends Code> = CodeParams[C] & { light?: string };

/** What is wrong, at one unit. */
export type Fault<C extends Code = Code> = {
  [K in C]: {
    code: K;
    /** The unit whose setting or model is to blame. */
    subject: string;
    params: ParamsOf<K>;
  };
}[C];

/** One thing that must hold for a signal to go on, or to keep what it carries: a fault, should it not hold. */
export type Check<C extends Code = Code> = {
  [K in C]: Fault<K> & {
    holds: Tri;
    /** What is not recorded where `holds` is null. */
    fields?: readonly FieldRef[];
  };
}[C];

/** The refs whose value is unrecorded, for the `fields` of a check. */
export function missing(...pairs: readonly (readonly [unit: string, field: FieldPath, value: unknown])[]): FieldRef[] {
  return pairs.filter(([, , value]) => value == null).map(([unit, field]) => fieldRef(unit, field));
}

/** The same fault, naming the light that suffers from it. */
export function faultFor(light: string, { code, subject, params }: Fault): Fault {
  return { code, subject, params: { light, ...params } } as Fault;
}

/** What is to blame where a check certainly does not hold. */
export const faultOf = (check: Check | null): Fault | null => (check?.holds === false ? check : null);

/** What several checks come to: null while one that could fail is open. */
export interface Combined {
  holds: Tri;
  /** The first check that certainly fails. */
  fault: Fault | null;
  /** What is not recorded where `holds` is null. */
  fields: readonly FieldRef[];
}

/** Each field once, in the order in which they came: what hangs on other lights would name theirs again and again. */
export function distinctFields(fields: readonly FieldRef[]): readonly FieldRef[] {
  return fields.length < 2 ? fields : [...new Map(fields.map((ref) => [`${ref.unit} ${ref.field}`, ref])).values()];
}
