import type { Settings } from '@ergon/core/record/settings';
import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { LookRow, UnitRow } from './CrewRecord.ts';

/** One unit's settings in one look: the row two people may edit at once, so the row that carries a version. */
@Entity({ name: 'look_units' })
export class LookUnit {
  @PrimaryColumn({ type: 'varchar', length: 64 })
  crewId!: string;

  @PrimaryColumn({ type: 'varchar', length: 64 })
  lookId!: string;

  @PrimaryColumn({ type: 'varchar', length: 64 })
  unitId!: string;

  @ManyToOne(() => LookRow, { onDelete: 'CASCADE' })
  @JoinColumn([
    { name: 'crewId', referencedColumnName: 'crewId', foreignKeyConstraintName: 'look_units_look_fk' },
    { name: 'lookId', referencedColumnName: 'id', foreignKeyConstraintName: 'look_units_look_fk' },
  ])
  look?: Relation<LookRow>;

  @ManyToOne(() => UnitRow, { onDelete: 'CASCADE' })
  @JoinColumn([
    { name: 'crewId', referencedColumnName: 'crewId', foreignKeyConstraintName: 'look_units_unit_fk' },
    { name: 'unitId', referencedColumnName: 'id', foreignKeyConstraintName: 'look_units_unit_fk' },
  ])
  unit?: Relation<UnitRow>;

  @Column({ type: 'json' })
  settings!: Settings;

  @Column({ type: 'int', unsigned: true })
  docVersion!: number;

  @Column({ type: 'int', unsigned: true, default: 1 })
  version!: number;
}
