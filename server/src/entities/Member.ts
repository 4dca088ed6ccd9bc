import { Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Crew } from './Crew.ts';

/** A person in a crew. Names tell people apart on the whole server, since a name and a passphrase sign in. */
@Entity({ name: 'members' })
export class Member {
  @PrimaryColumn({ type: 'varchar', length: 64 })
  id!: string;

  @Index('members_crew')
  @Column({ type: 'varchar', length: 64 })
  crewId!: string;

  @ManyToOne(() => Crew, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'crewId', foreignKeyConstraintName: 'members_crew_fk' })
  crew?: Relation<Crew>;

  @Index('members_name', { unique: true })
  @Column({ type: 'varchar', length: 80, collation: 'utf8mb4_uca1400_as_ci' })
  name!: string;

  /** argon2id, with its own salt and cost inside. Null for the demo's guest, who cannot sign in by name. */
  @Column({ type: 'varchar', length: 255, nullable: true })
  passphraseHash!: string | null;

  @Column({ type: 'datetime', precision: 6, default: () => 'CURRENT_TIMESTAMP(6)' })
  createdAt!: Date;
}
