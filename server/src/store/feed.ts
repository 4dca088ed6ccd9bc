/**
 * Tells whoever listens of every operation of their crew, in order and without a gap, whichever server took it: at
 * once where it was this one, and by asking the database every so often.
 */
import type { TakenOperation } from '@ergon/core/operation/takenOperation';
import type { DataSource } from 'typeorm';
import { operationsAfter } from './operationRows.ts';

/** How often other servers' operations are looked for. */
const POLL_MS = 150;
/** Operations told at most in one go. */
const MOST_AT_ONCE = 200;

export interface Listener {
  /** The last operation it knows. */
  number: number;
  tell: (operation: TakenOperation) => void;
}

export class Feed {
  private readonly crews = new Map<string, Set<Listener>>();
  /** Crews whose listeners are being told from the database, and whether to look again after it. */
  private readonly reading = new Map<string, boolean>();
  private timer: NodeJS.Timeout | null = null;

  constructor(private readonly source: DataSource) {}

  /** @returns what ends it. */
  listen(crewId: string, listener: Listener): () => void {
    const listeners = this.crews.get(crewId) ?? new Set();
    this.crews.set(crewId, listeners.add(listener));
    void this.catchUp(crewId);
    this.timer ??= setTimeout(() => void this.poll(), POLL_MS);
    return () => {
      listeners.delete(listener);
      if (listeners.size === 0) this.crews.delete(crewId);
    };
  }

  /** An operation this server has committed. */
  tell(crewId: string, operation: TakenOperation): void {
    let behind = false;
    for (const listener of this.crews.get(crewId) ?? []) {
      if (listener.number === operation.number - 1) this.pass(listener, operation);
      else if (listener.number < operation.number) behind = true;
    }
    if (behind) void this.catchUp(crewId);
  }

  close(): void {
    if (this.timer) clearTimeout(this.timer);
    this.crews.clear();
  }

  private pass(listener: Listener, operation: TakenOperation): void {
    listener.number = operation.number;
    listener.tell(operation);
  }

  /** One reading for all listeners of a crew, whatever each of them knows. */
  private async catchUp(crewId: string): Promise<void> {
    if (this.reading.has(crewId)) {
      this.reading.set(crewId, true);
      return;
    }
    this.reading.set(crewId, false);
    try {
      for (let more = true; more;) {
        this.reading.set(crewId, false);
        const known = [...(this.crews.get(crewId) ?? [])].map(({ number }) => number);
        if (known.length === 0) break;
        const operations = await operationsAfter(this.source, {
          crewId,
          after: Math.min(...known),
          most: MOST_AT_ONCE,
        });
        for (const operation of operations) {
          for (const listener of this.crews.get(crewId) ?? [])
            if (listener.number === operation.number - 1) this.pass(listener, operation);
        }
        more = operations.length === MOST_AT_ONCE || this.reading.get(crewId) === true;
      }
    } catch {
      // The database is away: the next look finds what was missed.
    } finally {
      this.reading.delete(crewId);
    }
  }

  private async poll(): Promise<void> {
    try {
      const ids = [...this.crews.keys()];
      const rows =
        ids.length === 0
          ? []
          : ((await this.source.query('SELECT `id`, `lastOperation` FROM `crews` WHERE `id` IN (?)', [ids])) as {
              id: string;
              lastOperation: number;
            }[]);
      for (const { id, lastOperation } of rows) {
        const listeners = [...(this.crews.get(id) ?? [])];
        if (listeners.some(({ number }) => number < lastOperation)) void this.catchUp(id);
      }
    } catch {
      // The database is away: the next look finds what was missed.
    }
    this.timer = this.crews.size === 0 ? null : setTimeout(() => void this.poll(), POLL_MS);
  }
}
