import type { Conflict, Failure } from '@ergon/core/record/exchange';
import type { FieldFault } from '@ergon/core/record/fieldFault';

/** The server said no, and why. */
export class ApiFailure extends Error {
  readonly code: string;
  readonly faults: readonly FieldFault[];
  readonly conflicts: readonly Conflict[];

  constructor(
    readonly status: number,
    { error }: Failure,
  ) {
    super(error.message);
    this.code = error.code;
    this.faults = error.faults;
    this.conflicts = error.conflicts ?? [];
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
  throw new ApiFailure(response.status, (await response.json()) as Failure);
}

/** One sentence about a failure, naming the first field at fault. */
export function failureText(error: unknown): string {
  if (!(error instanceof ApiFailure)) return 'The server cannot be reached. Try again in a moment.';
  const [fault] = error.faults;
  if (!fault) return error.message;
  const more = error.faults.length > 1 ? ` And ${error.faults.length - 1} more.` : '';
  return `${fault.path} ${fault.message}.${more}`;
}
