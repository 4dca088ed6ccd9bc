import type { DataSource } from 'typeorm';

/** Whose records are read and written: every query takes the crew from here. */
export interface InCrew {
  source: DataSource;
  crewId: string;
}

export interface InLook extends InCrew {
  lookId: string;
}
