import { Column, Entity, PrimaryColumn } from 'typeorm';

/** Tries from one address in the window that runs; shared by every server on the database. */
@Entity({ name: 'rate_limits' })
export class RateLimitRow {
  @PrimaryColumn({ type: 'varchar', length: 128 })
  name!: string;

  @Column({ type: 'int', unsigned: true })
  hits!: number;

  @Column({ type: 'datetime', precision: 3 })
  endsAt!: Date;
}
