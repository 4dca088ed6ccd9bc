/** Who of a crew listens now, on any server: written every so often, and told where it changes. */
import type { DataSource } from 'typeorm';

/** How often this server says who listens to it, and looks who else is there. */
const EVERY_MS = 3000;
/** A member not seen for so long is gone. */
const GONE_MS = 10_000;

export interface Present {
  id: string;
  name: string;
}

export interface Onlooker {
  member: Present;
  /** The member's number when this phone came: see entities/Member. */
  epoch: number;
  /** They are not in the crew any more, or have signed out everywhere. */
  sendAway: () => void;
  tell: (present: readonly Present[]) => void;
}

export class Presence {
  private readonly crews = new Map<string, Set<Onlooker>>();
  /** What each crew's onlookers were told last. */
  private readonly told = new Map<string, string>();
  private timer: NodeJS.Timeout | null = null;

  constructor(private readonly source: DataSource) {}

  /** @returns what ends it. */
  enter(crewId: string, onlooker: Onlooker): () => void {
    const onlookers = this.crews.get(crewId) ?? new Set();
    this.crews.set(crewId, onlookers.add(onlooker));
    this.told.delete(crewId);
    void this.look();
    return () => {
      onlookers.delete(onlooker);
      if (onlookers.size === 0) this.crews.delete(crewId);
      void this.leave(crewId, onlooker.member.id);
    };
  }

  close(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    this.crews.clear();
  }

  /** One that has another phone listening is back with the next look. */
  private async leave(crewId: string, memberId: string): Promise<void> {
    await this.source
      .query('DELETE FROM `presence` WHERE crewId = ? AND memberId = ?', [crewId, memberId])
      .catch(() => undefined);
  }

  private async look(): Promise<void> {
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.look(), EVERY_MS);
    const ids = [...this.crews.keys()];
    if (ids.length === 0) return this.close();
    try {
      await this.sendAwayWhoIsOut();
      await this.sayWhoIsHere();
      const rows = (await this.source.query(
        'SELECT crewId, memberId AS id, memberName AS name FROM `presence` WHERE crewId IN (?) AND seenAt BETWEEN ? AND ? ORDER BY memberName',
        // One seen in time to come was seen by a clock that was ahead.
        [ids, new Date(Date.now() - GONE_MS), new Date(Date.now() + GONE_MS)],
      )) as (Present & { crewId: string })[];
      for (const crewId of ids)
        this.tell(
          crewId,
          rows.filter((row) => row.crewId === crewId),
        );
    } catch {
      // The database is away: who is there is told with the next look.
    }
  }

  /** Also what another server was told, and under the name they have now. */
  private async sendAwayWhoIsOut(): Promise<void> {
    const onlookers = [...this.crews.values()].flatMap((ones) => [...ones]);
    const rows = (await this.source.query(
      'SELECT id, name, sessionEpoch FROM `members` WHERE removedAt IS NULL AND id IN (?)',
      [onlookers.map(({ member }) => member.id)],
    )) as (Present & { sessionEpoch: number })[];
    const inside = new Map(rows.map((row) => [row.id, row]));
    for (const onlooker of onlookers) {
      const row = inside.get(onlooker.member.id);
      if (row?.sessionEpoch === onlooker.epoch) onlooker.member = { id: row.id, name: row.name };
      else onlooker.sendAway();
    }
  }

  private async sayWhoIsHere(): Promise<void> {
    const now = new Date();
    const here = new Map(
      [...this.crews].flatMap(([crewId, onlookers]) =>
        [...onlookers].map(({ member }) => [`${crewId} ${member.id}`, [crewId, member.id, member.name, now]] as const),
      ),
    );
    await this.source.query(
      'INSERT INTO `presence` (crewId, memberId, memberName, seenAt) VALUES ? ON DUPLICATE KEY UPDATE seenAt = VALUES(seenAt), memberName = VALUES(memberName)',
      [[...here.values()]],
    );
  }

  private tell(crewId: string, rows: readonly (Present & { crewId: string })[]): void {
    const present = rows.map(({ id, name }) => ({ id, name }));
    const text = JSON.stringify(present);
    if (this.told.get(crewId) === text) return;
    this.told.set(crewId, text);
    for (const onlooker of this.crews.get(crewId) ?? []) onlooker.tell(present);
  }
}
