import type { Role } from '@ergon/core/record/memberExchange';
import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Crew } from './Crew.ts';

/** What lets one person into a crew, once. Whoever uses it takes the row away. */
@Entity({ name: 'links' })
export class Link {
  @PrimaryColumn({ type: 'varchar', length: 64 })
  id!: string;

  @Index('links_crew')
  @Column({ type: 'varchar', length: 64 })
  crewId!: string;

  @ManyToOne(() => Crew, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'crewId', foreignKeyConstraintName: 'links_crew_fk' })
  crew?: Relation<Crew>;

  /** SHA-256 of its secret, which is stored nowhere. */
  @Index('links_token', { unique: true })
  @Column({ type: 'char', length: 64, collation: 'utf8mb4_bin' })
  tokenHash!: string;

  @Column({ type: 'varchar', length: 16 })
  role!: Role;

  /** The member it lets in again; null for somebody new. */
  @Column({ type: 'varchar', length: 64, nullable: true })
  memberId!: string | null;

  /** Name of who made it; null where it was made at the machine itself. */
  @Column({ type: 'varchar', length: 80, nullable: true })
  madeBy!: string | null;

  /** With an owner who is none any more go the links they made. */
  @Column({ type: 'varchar', length: 64, nullable: true })
  makerId!: string | null;

  @Column({ type: 'datetime', precision: 6 })
  endsAt!: Date;
}
