import type { Settings } from '@ergon/core/record/settings';

export interface FieldFault {
  path: string;
  message: string;
}

export interface Conflict {
  unit: string;
  theirs: Settings;
  version: number;
  yours: Record<string, unknown>;
}

/** The server said no, and why. */
export class ApiFailure extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly faults: readonly FieldFault[],
    readonly conflicts: readonly Conflict[],
  ) {
    super(message);
  }
}

/** The server cannot be reached, or its database cannot: what was to be sent is worth another try. */
export class Unreachable extends Error {}

export async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  const response = await fetch(`/api${path}`, {
    method,
    ...(body !== undefined && { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
  }).catch(() => {
    throw new Unreachable('The server cannot be reached.');
  });
  if (response.status >= 500) throw new Unreachable('The server has trouble.');
  if (response.ok) return (response.status === 204 ? undefined : await response.json()) as T;
  const { error } = (await response.json()) as {
    error: { code: string; message: string; faults: FieldFault[]; conflicts?: Conflict[] };
  };
  throw new ApiFailure(response.status, error.code, error.message, error.faults, error.conflicts ?? []);
}

/** One sentence about a failure, naming the first field at fault. */
export function failureText(error: unknown): string {
  if (!(error instanceof ApiFailure)) return 'The server cannot be reached. Try again in a moment.';
  const [fault] = error.faults;
  if (!fault) return error.message;
  const more = error.faults.length > 1 ? ` And ${error.faults.length - 1} more.` : '';
  return `${fault.path} ${fault.message}.${more}`;
}
