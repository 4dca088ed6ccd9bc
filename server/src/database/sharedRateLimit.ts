import type { ClientRateLimitInfo, Options, Store } from 'express-rate-limit';
import type { DataSource } from 'typeorm';

/** Counts tries in the database, so that asking another server is no way around the limit. */
export class SharedRateLimit implements Store {
  private windowMs = 60_000;

  constructor(private readonly source: DataSource) {}

  init({ windowMs }: Options): void {
    this.windowMs = windowMs;
  }

  async increment(key: string): Promise<ClientRateLimitInfo> {
    const endsAt = new Date(Date.now() + this.windowMs);
    // Each assignment sees those before it: the count must look at the window before the window moves on.
    await this.source.query(
      `INSERT INTO \`rate_limits\` (name, hits, endsAt) VALUES (?, 1, ?)
       ON DUPLICATE KEY UPDATE hits = IF(endsAt <= ?, 1, hits + 1), endsAt = IF(endsAt <= ?, VALUES(endsAt), endsAt)`,
      [key, endsAt, new Date(), new Date()],
    );
    const [row] = (await this.source.query('SELECT hits, endsAt FROM `rate_limits` WHERE name = ?', [key])) as {
      hits: number;
      endsAt: Date;
    }[];
    return { totalHits: row?.hits ?? 1, resetTime: row?.endsAt ?? endsAt };
  }

  async decrement(key: string): Promise<void> {
    await this.source.query('UPDATE `rate_limits` SET hits = GREATEST(hits, 1) - 1 WHERE name = ?', [key]);
  }

  async resetKey(key: string): Promise<void> {
    await this.source.query('DELETE FROM `rate_limits` WHERE name = ?', [key]);
  }
}
