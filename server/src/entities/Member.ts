import type { Role } from '@ergon/core/record/memberExchange';
import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Crew } from './Crew.ts';

/** A person in a crew. Names tell people apart within it, also from those who were removed and may come back. */
@Entity({ name: 'members' })
@Index('members_crew_name', ['crewId', 'name'], { unique: true })
export class Member {
  @PrimaryColumn({ type: 'varchar', length: 64 })
  id!: string;

  @Index('members_crew')
  @Column({ type: 'varchar', length: 64 })
  crewId!: string;

  @ManyToOne(() => Crew, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'crewId', foreignKeyConstraintName: 'members_crew_fk' })
  crew?: Relation<Crew>;

  @Index('members_by_name')
  @Column({ type: 'varchar', length: 80, collation: 'utf8mb4_uca1400_as_ci' })
  name!: string;

  /** argon2id, with its own salt and cost inside. Null for the demo's guest, who cannot sign in by name. */
  @Column({ type: 'varchar', length: 255, nullable: true })
  passphraseHash!: string | null;

  @Column({ type: 'varchar', length: 16, default: 'member' })
  role!: Role;

  /** Sessions begun under another number have ended: whoever signs out everywhere raises it. */
  @Column({ type: 'int', unsigned: true, default: 0 })
  sessionEpoch!: number;

  /** Null while they are in the crew. */
  @Column({ type: 'datetime', precision: 6, nullable: true })
  removedAt!: Date | null;

  /** Name of who removed them. */
  @Column({ type: 'varchar', length: 80, nullable: true })
  removedBy!: string | null;

  @Column({ type: 'datetime', precision: 6, default: () => 'CURRENT_TIMESTAMP(6)' })
  createdAt!: Date;
}
