/** What is wrong with one field of an input: where it is, and what would be right. */
import { z } from 'zod';
import { issueWords } from './issueWords.ts';
import { didYouMean } from './nearestWord.ts';
import { MOST_FAULTS, shortPath, treeFaults } from './soundText.ts';

export const fieldFaultSchema = z.strictObject({
  /** Where, as `looks[0].units.light-3.channel`. */
  path: z.string(),
  message: z.string(),
});
export type FieldFault = z.infer<typeof fieldFaultSchema>;

export type Checked<T> = { data: T; faults?: undefined } | { faults: FieldFault[] };

/** An input in the schema's shape, or everything that is wrong with it, each with a path a person can follow. */
export function checked<T>(schema: z.ZodType<T>, input: unknown): Checked<T> {
  const unsound = treeFaults(input);
  if (unsound.length > 0) return { faults: unsound };
  const result = schema.safeParse(input, { error: issueWords });
  return result.success ? { data: result.data } : { faults: faultsOf(result.error, schema) };
}

/** An unknown key is named rather than its parent. */
const faultsOf = (error: z.ZodError, schema: z.ZodType): FieldFault[] =>
  error.issues.flatMap((issue) => {
    if (issue.code === 'unrecognized_keys') {
      const known = fieldsAt(schema, issue.path);
      return issue.keys.slice(0, MOST_FAULTS).map((key) => {
        const meant = didYouMean(key, known);
        const message = `is not a known field${meant === '' ? ': remove it or check its spelling' : meant}`;
        return { path: pathText([...issue.path, key]), message };
      });
    }
    return [{ path: pathText(issue.path), message: issue.message }];
  });

/** The fields a schema has at a path; of several kinds of record, those of all. */
function fieldsAt(schema: z.ZodType, path: readonly PropertyKey[]): string[] {
  const [first, ...rest] = path;
  return partsOf(schema).flatMap((part) => {
    if (part instanceof z.ZodObject) {
      const shape = part.shape as Readonly<Record<string, z.ZodType>>;
      if (first === undefined) return Object.keys(shape);
      const next = shape[String(first)];
      return next ? fieldsAt(next, rest) : [];
    }
    if (first === undefined) return [];
    if (part instanceof z.ZodArray) return fieldsAt(part.element as z.ZodType, rest);
    return part instanceof z.ZodRecord ? fieldsAt(part.valueType as z.ZodType, rest) : [];
  });
}

/** What a schema is when nothing around it is counted: several where it is one of several. */
function partsOf(schema: z.ZodType): z.ZodType[] {
  if (schema instanceof z.ZodOptional || schema instanceof z.ZodNullable || schema instanceof z.ZodDefault)
    return partsOf(schema.unwrap() as z.ZodType);
  if (schema instanceof z.ZodUnion) return (schema.options as z.ZodType[]).flatMap(partsOf);
  return [schema];
}

export function pathText(path: readonly PropertyKey[]): string {
  const whole = path.reduce<string>((text, part) => {
    if (typeof part === 'number') return `${text}[${part}]`;
    return text === '' ? String(part) : `${text}.${String(part)}`;
  }, '');
  return shortPath(whole);
}
