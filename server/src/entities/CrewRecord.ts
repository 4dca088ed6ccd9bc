import type { Family } from '@ergon/core/record/family';
import type { Look } from '@ergon/core/record/look';
import type { Profile } from '@ergon/core/record/profile';
import type { Unit } from '@ergon/core/record/unit';
import { Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { Crew } from './Crew.ts';

/** A record of the open document, stored whole. `version` counts its edits; `docVersion` is the document's version. */
export abstract class CrewRecord<T extends object> {
  @PrimaryColumn({ type: 'varchar', length: 64 })
  crewId!: string;

  @PrimaryColumn({ type: 'varchar', length: 64 })
  id!: string;

  @ManyToOne(() => Crew, { onDelete: 'CASCADE' })
  @JoinColumn({ name: 'crewId' })
  crew?: Relation<Crew>;

  @Column({ type: 'json' })
  doc!: T;

  @Column({ type: 'int', unsigned: true })
  docVersion!: number;

  @Column({ type: 'int', unsigned: true, default: 1 })
  version!: number;
}

@Entity({ name: 'families' })
export class FamilyRow extends CrewRecord<Family> {}

@Entity({ name: 'profiles' })
export class ProfileRow extends CrewRecord<Profile> {}

@Entity({ name: 'units' })
export class UnitRow extends CrewRecord<Unit> {
  /** Removed units keep their row, so that undo brings back their place in every look. */
  @Column({ type: 'datetime', precision: 6, nullable: true })
  removedAt!: Date | null;
}

/** A look without its units: those are edited one by one and have rows of their own. */
@Entity({ name: 'looks' })
export class LookRow extends CrewRecord<Omit<Look, 'units'>> {}
