/** Whole numbers from one to another, both included. */
export interface Range {
  from: number;
  to: number;
}

export const inRange = (value: number, range: Range): boolean => value >= range.from && value <= range.to;
