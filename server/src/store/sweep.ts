/** What nobody needs any more is taken away now and then: counts that are over, links that have ended, unused sandboxes. */
import type { Logger } from 'pino';
import { type DataSource, LessThan } from 'typeorm';
import { Link } from '../entities/Link.ts';
import { RateLimitRow } from '../entities/RateLimitRow.ts';
import { sweepSandboxes } from './demo.ts';

const EVERY_MS = 900_000;

export async function sweep(source: DataSource, now = Date.now()): Promise<void> {
  await source.manager.delete(RateLimitRow, { endsAt: LessThan(new Date(now)) });
  await source.manager.delete(Link, { endsAt: LessThan(new Date(now)) });
  await sweepSandboxes(source, now);
}

/** @returns what ends it. */
export function keepSwept(source: DataSource, log: Logger): () => void {
  // The database may be away: the next sweep finds what is left.
  const timer = setInterval(() => void sweep(source).catch((err: unknown) => log.warn({ err }, 'not swept')), EVERY_MS);
  return () => clearInterval(timer.unref());
}
