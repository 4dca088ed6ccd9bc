import type { Conflict } from '@ergon/core/operation/applyOperation';
import type { Edit } from '@ergon/core/operation/edit';
import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Crew } from './Crew.ts';

/** What a member did, as it took effect: the crew's history, what is undone, and what the feed tells. Never edited. */
@Entity({ name: 'operations' })
@Index('operations_id', ['crewId', 'id'], { unique: true })
export class OperationRow {
  @PrimaryColumn({ type: 'varchar', length: 64 })
  crewId!: string;

  /** Counts from 1 in each crew without a gap: the feed resumes by it. */
  @PrimaryColumn({ type: 'int', unsigned: true })
  number!: number;

  @ManyToOne(() => Crew, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'crewId', foreignKeyConstraintName: 'operations_crew_fk' })
  crew?: Relation<Crew>;

  /** Made on the device: one sent twice is stored once. */
  @Column({ type: 'char', length: 32 })
  id!: string;

  /** Null for what no member did. */
  @Column({ type: 'varchar', length: 64, nullable: true })
  memberId!: string | null;

  /** As it was then: a history names people who have left. */
  @Column({ type: 'varchar', length: 80, nullable: true })
  memberName!: string | null;

  @Column({ type: 'varchar', length: 200 })
  label!: string;

  /** By the device's clock. */
  @Column({ type: 'datetime', precision: 6 })
  at!: Date;

  @Column({ type: 'datetime', precision: 6 })
  takenAt!: Date;

  /** Seconds the device's clock was ahead, where that misleads. */
  @Column({ type: 'int', nullable: true })
  clockAheadS!: number | null;

  @Column({ type: 'int', unsigned: true })
  docVersion!: number;

  @Column({ type: 'json' })
  edits!: Edit[];

  @Column({ type: 'json' })
  conflicts!: Conflict[];
}
