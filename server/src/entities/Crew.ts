import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A crew. Every other row belongs to one. */
@Entity({ name: 'crews' })
export class Crew {
  @PrimaryColumn({ type: 'varchar', length: 64 })
  id!: string;

  @Column({ type: 'varchar', length: 80 })
  name!: string;

  /** The crew anybody may enter with one tap. */
  @Column({ type: 'boolean', default: false })
  isDemo!: boolean;

  /** The number of its last operation. Whoever takes an operation raises it, and so holds the crew until the commit. */
  @Column({ type: 'int', unsigned: true, default: 0 })
  lastOperation!: number;

  @Column({ type: 'datetime', precision: 6, default: () => 'CURRENT_TIMESTAMP(6)' })
  createdAt!: Date;
}
