/** Sending operations and asking for them. Only an answer that is understood lets go of anything. */
import type { OperationAnswer, OperationsPage, OperationsRequest } from '@ergon/core/operation/operationExchange';
import type { Failure } from '@ergon/core/record/exchange';
import type { Asked, Sent } from './ports';

/** Longer than this no answer is waited for: the same is sent again, and taken once. */
const WITHIN_MS = 15_000;
/** A clock further off than this misleads, in seconds. */
const CLOCK_OFF_S = 90;

export async function sendOperations(request: OperationsRequest): Promise<Sent> {
  const answer = await exchange('/api/operations', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(request),
  });
  if (!answer) return { came: 'nothing' };
  const { status, body, date } = answer;
  if (status === 200 && areAnswers(body, request))
    return { came: 'answers', answers: body.answers, clockAheadS: clockAhead(date) };
  if (!isFailure(body)) return { came: 'nothing' };
  if (body.error.code === 'sign-in.needed') return { came: 'signed-out' };
  if (status === 400 || status === 413) return { came: 'refused', why: failureSentence(body) };
  return { came: 'nothing' };
}

export async function askOperations(after: number): Promise<Asked> {
  const answer = await exchange(`/api/operations?after=${after}`, {});
  if (answer?.status === 200 && isPage(answer.body)) return { came: 'page', page: answer.body };
  const isOut = answer !== null && isFailure(answer.body) && answer.body.error.code === 'sign-in.needed';
  return { came: isOut ? 'signed-out' : 'nothing' };
}

interface Answer {
  status: number;
  /** Undefined where it is no JSON: a portal's page, a proxy's error. */
  body: unknown;
  date: string | null;
}

async function exchange(path: string, init: RequestInit): Promise<Answer | null> {
  try {
    const response = await fetch(path, { ...init, signal: AbortSignal.timeout(WITHIN_MS) });
    const text = await response.text();
    return { status: response.status, body: asJson(text), date: response.headers.get('date') };
  } catch {
    return null;
  }
}

function asJson(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;

const isFailure = (body: unknown): body is Failure =>
  isObject(body) && isObject(body.error) && typeof body.error.code === 'string' && Array.isArray(body.error.faults);

/** Each is about an operation of the request; what else it might say cannot be acted on. */
function areAnswers(body: unknown, { operations }: OperationsRequest): body is { answers: OperationAnswer[] } {
  if (!isObject(body) || !Array.isArray(body.answers)) return false;
  const ids = new Set<unknown>(operations.map(({ id }) => id));
  return body.answers.every(
    (one) =>
      isObject(one) && ids.has(one.id) && (isTaken(one) || (one.result === 'refused' && Array.isArray(one.faults))),
  );
}

const isTaken = (one: Record<string, unknown>): boolean =>
  one.result === 'taken' && Array.isArray(one.conflicts) && isTold(one.operation);

const isTold = (value: unknown): boolean =>
  isObject(value) && typeof value.number === 'number' && typeof value.id === 'string' && Array.isArray(value.edits);

const isPage = (body: unknown): body is OperationsPage =>
  isObject(body) && typeof body.last === 'number' && Array.isArray(body.operations) && body.operations.every(isTold);

function failureSentence({ error }: Failure): string {
  const [fault] = error.faults;
  return fault ? `${fault.path} ${fault.message}.` : error.message;
}

/** Seconds this device is ahead by the date of an answer; null where it is near enough or not told. */
function clockAhead(date: string | null): number | null {
  const aheadS = date === null ? 0 : (Date.now() - Date.parse(date)) / 1000;
  return Math.abs(aheadS) >= CLOCK_OFF_S ? Math.round(aheadS) : null;
}
