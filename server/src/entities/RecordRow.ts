import type { AnyDoc, RecordKind } from '@ergon/core/operation/crewState';
import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Crew } from './Crew.ts';

/** One record of a crew's state as the last operation left it. Written with that operation and never otherwise. */
@Entity({ name: 'records' })
export class RecordRow {
  @PrimaryColumn({ type: 'varchar', length: 64 })
  crewId!: string;

  @PrimaryColumn({ type: 'varchar', length: 8 })
  kind!: RecordKind;

  /** Of a placing; empty for every other kind. */
  @PrimaryColumn({ type: 'varchar', length: 64 })
  lookId!: string;

  @PrimaryColumn({ type: 'varchar', length: 64 })
  id!: string;

  @ManyToOne(() => Crew, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'crewId', foreignKeyConstraintName: 'records_crew_fk' })
  crew?: Relation<Crew>;

  @Column({ type: 'json' })
  doc!: AnyDoc;

  @Column({ type: 'int', unsigned: true })
  docVersion!: number;

  /** The operation that made it; null for what is older than the first operation. */
  @Column({ type: 'varchar', length: 32, nullable: true })
  born!: string | null;
}
