import type { Failure } from '@ergon/core/record/exchange';
import type { FieldFault } from '@ergon/core/record/fieldFault';
import { dropAhead, takeAhead, WITHIN_MS } from './askedAhead';

/** The server said no, and why. */
export class ApiFailure extends Error {
  readonly code: string;
  readonly faults: readonly FieldFault[];

  constructor(
    readonly status: number,
    { error }: Failure,
  ) {
    super(error.message);
    this.code = error.code;
    this.faults = error.faults;
  }
}

/** The server cannot be reached, or what answers is not our server: worth another try. */
export class Unreachable extends Error {}

/** Signing in, and reading; what a member changes goes through the queue of operations. */
export async function call<T>(method: string, path: string, body?: unknown): Promise<T> {
  if (method !== 'GET') dropAhead();
  const request = () =>
    fetch(`/api${path}`, {
      method,
      signal: AbortSignal.timeout(WITHIN_MS),
      ...(body !== undefined && { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    });
  const response = await (takeAhead(path) ?? request()).catch(() => {
    throw new Unreachable('The server cannot be reached.');
  });
  return answered<T>(response);
}

/** What an answer of the server says. @throws ApiFailure where it says no, Unreachable where it is no answer of our server. */
export async function answered<T>(response: Response): Promise<T> {
  if (response.status >= 500) throw new Unreachable('The server has trouble.');
  if (response.status === 204) return undefined as T;
  // A portal's page comes with a friendly status: what is not JSON is not from our server.
  const answer = (await response.json().catch(() => undefined)) as Failure | null | undefined;
  if (answer == null) throw new Unreachable('Something other than the server answers.');
  if (response.ok) return answer as T;
  if (typeof answer.error?.code !== 'string') throw new Unreachable('Something other than the server answers.');
  throw new ApiFailure(response.status, answer);
}

/** One sentence about a failure, naming the first field at fault. */
export function failureText(error: unknown): string {
  if (!(error instanceof ApiFailure)) {
    const why = error instanceof Unreachable ? error.message : 'The server cannot be reached.';
    return `${why} Try again in a moment.`;
  }
  const [fault] = error.faults;
  if (!fault) return error.message;
  const more = error.faults.length > 1 ? ` And ${error.faults.length - 1} more.` : '';
  return `${fault.path} ${fault.message}.${more}`;
}
