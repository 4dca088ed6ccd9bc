import { checked } from '@ergon/core/record/fieldFault';
import type { z } from 'zod';
import { ApiError } from '../errors.ts';

/** The input in the schema's shape, or a 400 that names every field at fault. */
export function validated<T>(schema: z.ZodType<T>, input: unknown): T {
  const read = checked(schema, input);
  if (!read.faults) return read.data;
  const faults = read.faults.map((fault) => ({ ...fault, path: fault.path || 'body' }));
  throw new ApiError('input.invalid', faults);
}
