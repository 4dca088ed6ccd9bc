/** What is wrong with one field of an input: where it is, and what would be right. */
import { z } from 'zod';

export const fieldFaultSchema = z.strictObject({
  /** Where, as `looks[0].units.light-3.channel`. */
  path: z.string(),
  message: z.string(),
});
export type FieldFault = z.infer<typeof fieldFaultSchema>;

/** Zod's issues with a path a person can follow; an unknown key is named rather than its parent. */
export function faultsOf(error: z.ZodError): FieldFault[] {
  return error.issues.flatMap((issue) => {
    if (issue.code === 'unrecognized_keys') {
      return issue.keys.map((key) => ({
        path: pathText([...issue.path, key]),
        message: 'is not a known field: remove it or check its spelling',
      }));
    }
    return [{ path: pathText(issue.path), message: issue.message }];
  });
}

export function pathText(path: readonly PropertyKey[]): string {
  return path.reduce<string>((text, part) => {
    if (typeof part === 'number') return `${text}[${part}]`;
    return text === '' ? String(part) : `${text}.${String(part)}`;
  }, '');
}
