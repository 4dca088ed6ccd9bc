import type { Deed } from '@ergon/core/record/memberExchange';
import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Crew } from './Crew.ts';

/** What was done about a crew's members, with the names they had then. Never edited. */
@Entity({ name: 'member_deeds' })
@Index('member_deeds_crew', ['crewId', 'at'])
export class MemberDeedRow {
  @PrimaryColumn({ type: 'varchar', length: 64 })
  id!: string;

  @Column({ type: 'varchar', length: 64 })
  crewId!: string;

  @ManyToOne(() => Crew, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'crewId', foreignKeyConstraintName: 'member_deeds_crew_fk' })
  crew?: Relation<Crew>;

  @Column({ type: 'datetime', precision: 6 })
  at!: Date;

  @Column({ type: 'varchar', length: 24 })
  what!: Deed;

  @Column({ type: 'varchar', length: 80, nullable: true })
  by!: string | null;

  @Column({ type: 'varchar', length: 80, nullable: true })
  whom!: string | null;

  @Column({ type: 'varchar', length: 80, nullable: true })
  to!: string | null;
}
