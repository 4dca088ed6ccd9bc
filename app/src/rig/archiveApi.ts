/** All a crew has, out of the server and into it. However long that takes, it ends with its signal. */
import type { ArchiveHeader } from '@ergon/core/operation/crewArchive';
import { answered, Unreachable } from './api';

const TYPE = 'application/x-ndjson';

export type ArchiveCounts = Pick<ArchiveHeader, 'crew' | 'records' | 'operations'>;

/** @throws ApiFailure, Unreachable; what the signal throws. */
export async function fetchArchive(signal: AbortSignal): Promise<{ text: string; counts: ArchiveCounts }> {
  const response = await reached(fetch('/api/archive', { signal }), signal);
  if (!response.ok || !response.headers.get('content-type')?.includes(TYPE)) await refused(response);
  const text = await reached(response.text(), signal);
  const counts = countsOf(text);
  if (!counts) throw new Unreachable('The archive was cut off on its way.');
  return { text, counts };
}

/** @throws ApiFailure, Unreachable; what the signal throws. */
export async function sendArchive(file: Blob, signal: AbortSignal): Promise<ArchiveCounts> {
  const sent = fetch('/api/archive', { method: 'POST', headers: { 'content-type': TYPE }, body: file, signal });
  return answered<ArchiveCounts>(await reached(sent, signal));
}

async function refused(response: Response): Promise<never> {
  await answered<unknown>(response);
  throw new Unreachable('Something other than the server answers.');
}

async function reached<T>(work: Promise<T>, signal: AbortSignal): Promise<T> {
  return work.catch((error: unknown) => {
    if (signal.aborted) throw error;
    throw new Unreachable('The server cannot be reached.');
  });
}

/** What the first line says; null where not as many lines follow. */
function countsOf(text: string): ArchiveCounts | null {
  const lines = text.split('\n').filter((line) => line !== '');
  try {
    const { crew, records, operations } = JSON.parse(lines[0] ?? '') as ArchiveHeader;
    return lines.length === 1 + records + operations ? { crew, records, operations } : null;
  } catch {
    return null;
  }
}
