import type { EventInfo } from '@ergon/core/record/kitDocument';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** A crew and the event it works on. Every other row belongs to one. */
@Entity({ name: 'crews' })
export class Crew {
  @PrimaryColumn({ type: 'varchar', length: 64 })
  id!: string;

  @Column({ type: 'varchar', length: 80 })
  name!: string;

  /** The crew anybody may enter with one tap. */
  @Column({ type: 'boolean', default: false })
  isDemo!: boolean;

  @Column({ type: 'json' })
  event!: EventInfo;

  @Column({ type: 'datetime', precision: 6, default: () => 'CURRENT_TIMESTAMP(6)' })
  createdAt!: Date;
}
