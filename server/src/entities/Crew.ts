import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A crew. Every other row belongs to one. */
@Entity({ name: 'crews' })
export class Crew {
  @PrimaryColumn({ type: 'varchar', length: 64 })
  id!: string;

  @Column({ type: 'varchar', length: 80 })
  name!: string;

  /** One visitor's own, or what those are copied from: without members. */
  @Column({ type: 'boolean', default: false })
  isDemo!: boolean;

  /** When its visitor was last here, to the nearest ten minutes; null in a crew that is no demo. */
  @Column({ type: 'datetime', precision: 6, nullable: true })
  usedAt!: Date | null;

  /** The number of its last operation. Whoever takes an operation raises it, and so holds the crew until the commit. */
  @Column({ type: 'int', unsigned: true, default: 0 })
  lastOperation!: number;

  /** Of the edits of all its operations, as JSON; see store/quotas. A number of this size comes as text. */
  @Column({ type: 'bigint', unsigned: true, default: 0 })
  storedBytes!: string;

  /** How often its members, or the links to it, were changed. Whoever changes them raises it: see members/memberTurn. */
  @Column({ type: 'int', unsigned: true, default: 0 })
  memberChanges!: number;

  @Column({ type: 'datetime', precision: 6, default: () => 'CURRENT_TIMESTAMP(6)' })
  createdAt!: Date;
}
