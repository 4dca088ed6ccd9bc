import { Column, Entity, PrimaryColumn } from 'typeorm';

/** What every server on the database must know alike, made by whichever starts first. */
@Entity({ name: 'shared_secrets' })
export class SharedSecret {
  @PrimaryColumn({ type: 'varchar', length: 40 })
  name!: string;

  @Column({ type: 'varchar', length: 128 })
  value!: string;
}
