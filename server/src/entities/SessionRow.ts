import { Column, Entity, PrimaryColumn } from 'typeorm';

/** Written by the session store, in the column names it expects. */
@Entity({ name: 'sessions' })
export class SessionRow {
  @PrimaryColumn({ name: 'session_id', type: 'varchar', length: 128, collation: 'utf8mb4_bin' })
  sessionId!: string;

  @Column({ type: 'int', unsigned: true })
  expires!: number;

  @Column({ type: 'mediumtext', nullable: true })
  data!: string | null;
}
