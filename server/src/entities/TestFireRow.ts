import type { Attitude } from '@ergon/core/record/settingTerms';
import type { TestResult } from '@ergon/core/record/testFire';
import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryGeneratedColumn, type Relation } from 'typeorm';
import { LookRow } from './CrewRecord.ts';

/** What one real test fire of one light showed. Never edited: a later one supersedes it. */
@Entity({ name: 'test_fires' })
@Index('test_fires_look', ['crewId', 'lookId'])
export class TestFireRow {
  @PrimaryGeneratedColumn({ type: 'bigint', unsigned: true })
  id!: string;

  @Column({ type: 'varchar', length: 64 })
  crewId!: string;

  @Column({ type: 'varchar', length: 64 })
  lookId!: string;

  @ManyToOne(() => LookRow, { onDelete: 'CASCADE' })
  @JoinColumn([
    { name: 'crewId', referencedColumnName: 'crewId', foreignKeyConstraintName: 'test_fires_look_fk' },
    { name: 'lookId', referencedColumnName: 'id', foreignKeyConstraintName: 'test_fires_look_fk' },
  ])
  look?: Relation<LookRow>;

  @Column({ type: 'varchar', length: 64 })
  lightId!: string;

  @Column({ type: 'varchar', length: 64 })
  bodyId!: string;

  /** How the camera was held; null where that was not recorded. */
  @Column({ type: 'varchar', length: 16, nullable: true })
  attitude!: Attitude | null;

  @Column({ type: 'varchar', length: 16 })
  result!: TestResult;

  @Column({ type: 'char', length: 16 })
  fingerprint!: string;

  @Column({ type: 'varchar', length: 64 })
  memberId!: string;

  @Column({ type: 'datetime', precision: 6, default: () => 'CURRENT_TIMESTAMP(6)' })
  at!: Date;
}
