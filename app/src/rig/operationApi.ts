/** Sending operations and asking for them. Only an answer that is understood lets go of anything. */
import {
  CLOCK_OFF_S,
  type OperationAnswer,
  type OperationsPage,
  type OperationsRequest,
} from '@ergon/core/operation/operationExchange';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import type { Failure } from '@ergon/core/record/exchange';
import { call, Unreachable } from './api';
import { arrivedAhead } from './askedAhead';
import type { Asked, Sent } from './ports';

/** Longer than this no answer is waited for: the same is sent again, and taken once. */
const WITHIN_MS = 15_000;

export const sendOperations = async (request: OperationsRequest): Promise<Sent> =>
  readSent(
    await exchange('/api/operations', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(request),
    }),
    request,
  );

export const askOperations = async (after: number, member: string): Promise<Asked> =>
  readAsked(await exchange(`/api/operations?after=${after}&member=${encodeURIComponent(member)}`, {}));

/** The rig as the server has it. @throws Unreachable where something else answers. */
export async function fetchRig(): Promise<CrewRig> {
  const answer = await call<unknown>('GET', '/rig');
  if (isRig(answer)) return answer;
  throw new Unreachable('Something other than the server answers.');
}

/** The same where it came before anybody waited for it. */
export function rigAhead(): CrewRig | undefined {
  const body = arrivedAhead('/rig');
  return isRig(body) ? body : undefined;
}

/** What was done before an operation, the newest first. @throws Unreachable where something else answers. */
export async function fetchBefore(before: number, member: string): Promise<OperationsPage> {
  const answer = await call<unknown>('GET', `/operations?before=${before}&member=${encodeURIComponent(member)}`);
  if (isPage(answer)) return answer;
  throw new Unreachable('Something other than the server answers.');
}

/** What an answer to sending means; null where none came. */
export function readSent(answer: Answer | null, request: OperationsRequest): Sent {
  if (!answer) return { came: 'nothing' };
  const { status, date } = answer;
  const body = asJson(answer.text);
  if (status === 200 && areAnswers(body, request))
    return { came: 'answers', answers: body.answers, clockAheadS: clockAhead(date) };
  if (!isFailure(body)) return { came: 'nothing' };
  if (isSignIn(body)) return { came: 'signed-out', ails: body.error.code };
  if (status === 400 || status === 413) return { came: 'refused', why: failureSentence(body) };
  return status === 503 ? { came: 'nothing', ails: body.error.code } : { came: 'nothing' };
}

/** What an answer to asking means; null where none came. */
export function readAsked(answer: Answer | null): Asked {
  if (!answer) return { came: 'nothing' };
  const body = asJson(answer.text);
  if (answer.status === 200 && isPage(body)) return { came: 'page', page: body };
  return isFailure(body) && isSignIn(body) ? { came: 'signed-out', ails: body.error.code } : { came: 'nothing' };
}

export interface Answer {
  status: number;
  text: string;
  /** When the server says it answered. */
  date: string | null;
}

async function exchange(path: string, init: RequestInit): Promise<Answer | null> {
  try {
    const response = await fetch(path, { ...init, signal: AbortSignal.timeout(WITHIN_MS) });
    return { status: response.status, text: await response.text(), date: response.headers.get('date') };
  } catch {
    return null;
  }
}

/** Undefined where it is no JSON: a portal's page, a proxy's error. */
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

/** Nobody is signed in any more, by now somebody else is, or who is was removed from the crew. */
const SIGN_IN: readonly string[] = ['sign-in.needed', 'sign-in.other', 'sign-in.removed'];
const isSignIn = ({ error }: Failure): boolean => SIGN_IN.includes(error.code);

/** Each is about an operation of the request; what else it might say cannot be acted on. */
function areAnswers(body: unknown, { operations }: OperationsRequest): body is { answers: OperationAnswer[] } {
  if (!isObject(body) || !Array.isArray(body.answers)) return false;
  const ids = new Set<unknown>(operations.map(({ id }) => id));
  return body.answers.every(
    (one) =>
      isObject(one) && ids.has(one.id) && (isTaken(one) || (one.result === 'refused' && Array.isArray(one.faults))),
  );
}

const isTaken = (one: Record<string, unknown>): boolean => one.result === 'taken' && isTold(one.operation);

const isTold = (value: unknown): boolean =>
  isObject(value) &&
  typeof value.number === 'number' &&
  typeof value.id === 'string' &&
  Array.isArray(value.edits) &&
  Array.isArray(value.conflicts);

const isPage = (body: unknown): body is OperationsPage =>
  isObject(body) && typeof body.last === 'number' && Array.isArray(body.operations) && body.operations.every(isTold);

const isRig = (body: unknown): body is CrewRig =>
  isObject(body) && isObject(body.crew) && isObject(body.member) && Array.isArray(body.looks) && isObject(body.born);

function failureSentence({ error }: Failure): string {
  const [fault] = error.faults;
  return fault ? `${fault.path} ${fault.message}.` : error.message;
}

/** Seconds this device is ahead by the date of an answer; null where it is near enough or not told. */
function clockAhead(date: string | null): number | null {
  const aheadS = date === null ? 0 : (Date.now() - Date.parse(date)) / 1000;
  return Math.abs(aheadS) >= CLOCK_OFF_S ? Math.round(aheadS) : null;
}
