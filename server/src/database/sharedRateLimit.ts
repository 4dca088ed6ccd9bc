import type { ClientRateLimitInfo, Options, Store } from 'express-rate-limit';
import type { DataSource } from 'typeorm';
import { againWhileBusy } from './transaction.ts';

/** Counts tries in the database, so that asking another server is no way around the limit. */
export class SharedRateLimit implements Store {
  private windowMs = 60_000;

  constructor(private readonly source: DataSource) {}

  init({ windowMs }: Pick<Options, 'windowMs'>): void {
    this.windowMs = windowMs;
  }

  async increment(key: string): Promise<ClientRateLimitInfo> {
    const now = new Date();
    const endsAt = new Date(now.getTime() + this.windowMs);
    // Each assignment sees those before it: the count must look at the window before the window moves on. One that
    // ends long after a new one would is of a clock that was ahead, and must not keep anybody out until then.
    const latest = new Date(endsAt.getTime() + this.windowMs);
    // One statement counts and answers, so that each of many at once hears a number of its own.
    const count = `INSERT INTO \`rate_limits\` (name, hits, endsAt) VALUES (?, 1, ?)
       ON DUPLICATE KEY UPDATE hits = IF(endsAt BETWEEN ? AND ?, hits + 1, 1),
         endsAt = IF(endsAt BETWEEN ? AND ?, endsAt, VALUES(endsAt))
       RETURNING hits, endsAt`;
    const values = [key, endsAt, now, latest, now, latest];
    const counted = await againWhileBusy(() => this.source.query(count, values));
    const [row] = counted as { hits: number; endsAt: Date }[];
    return { totalHits: row?.hits ?? 1, resetTime: row?.endsAt ?? endsAt };
  }

  async decrement(key: string): Promise<void> {
    const less = 'UPDATE `rate_limits` SET hits = GREATEST(hits, 1) - 1 WHERE name = ?';
    await againWhileBusy(() => this.source.query(less, [key]));
  }

  async resetKey(key: string): Promise<void> {
    await this.source.query('DELETE FROM `rate_limits` WHERE name = ?', [key]);
  }
}
