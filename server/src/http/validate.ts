import { faultsOf } from '@ergon/core/record/fieldFault';
import type { z } from 'zod';
import { ApiError } from '../errors.ts';

/** The input in the schema's shape, or a 400 that names every field at fault. */
export function validated<T>(schema: z.ZodType<T>, input: unknown): T {
  const result = schema.safeParse(input);
  if (result.success) return result.data;
  const faults = faultsOf(result.error).map((fault) => ({ ...fault, path: fault.path || 'body' }));
  throw new ApiError('input.invalid', faults);
}
