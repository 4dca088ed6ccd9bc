import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A member whose phone listens now, whichever server it listens to; out of date within half a minute. */
@Entity({ name: 'presence' })
export class PresenceRow {
  @PrimaryColumn({ type: 'varchar', length: 64 })
  crewId!: string;

  @PrimaryColumn({ type: 'varchar', length: 64 })
  memberId!: string;

  @Column({ type: 'varchar', length: 80 })
  memberName!: string;

  @Column({ type: 'datetime', precision: 3 })
  seenAt!: Date;
}
