/** What the server notes of itself: one line of JSON each. Never what a person sent, nor what signs them in. */
import { renameSync, statSync } from 'node:fs';
import { type DestinationStream, type Logger, pino } from 'pino';
import type { Request, Response } from 'express';

/** A log larger than this, in bytes, is put aside; the one put aside before it goes. */
const MOST_BYTES = 10 << 20;
/** Between two looks at how large it is, in ms. */
const LOOK_MS = 60_000;
/** Characters of what was asked for; whoever asks chooses them. */
const MOST_OF_PATH = 200;
/** What may wait in memory while the disk takes nothing, in bytes; more is dropped. */
const MOST_WAITING = 1 << 20;

/** A log in a file. One that cannot be written is left unwritten: it never ends the server. */
export function fileLog(file: string, { mostBytes = MOST_BYTES, lookMs = LOOK_MS } = {}): Logger {
  putAside(file, mostBytes);
  const destination = pino.destination({ dest: file, sync: false, maxLength: MOST_WAITING, mode: 0o600 });
  destination.on('error', () => undefined);
  setInterval(() => putAside(file, mostBytes) && destination.reopen(), lookMs).unref();
  return createLog(destination);
}

export const createLog = (destination: DestinationStream): Logger =>
  pino({ level: 'info', base: null, timestamp: pino.stdTimeFunctions.isoTime, serializers: SERIALIZERS }, destination);

/** Of a request its method and path, of an answer its status, of an error where it came from. */
const SERIALIZERS = {
  req: ({ method, originalUrl, url }: Request) => ({
    method,
    path: (originalUrl ?? url).split('?')[0]!.slice(0, MOST_OF_PATH),
  }),
  res: ({ statusCode }: Response) => ({ status: statusCode }),
  err: notedError,
};

interface NotedError {
  name: string;
  code?: string;
  errno?: number;
  message?: string;
  stack: string;
}

/** An error of the database repeats in its words what was stored, and carries the whole statement. */
function notedError(error: unknown): NotedError {
  const { name, code, errno, message, stack = '' } = error as Error & { code?: string; errno?: number };
  const places = stack.split('\n').filter((line) => /^\s+at /.test(line));
  return {
    name,
    ...(code !== undefined && { code }),
    ...(errno !== undefined ? { errno } : { message }),
    stack: places.join('\n'),
  };
}

/** Whether it was. */
function putAside(file: string, mostBytes: number): boolean {
  try {
    if (statSync(file).size <= mostBytes) return false;
    renameSync(file, `${file}.1`);
    return true;
  } catch {
    // There is none yet, or it stays as it is.
    return false;
  }
}
