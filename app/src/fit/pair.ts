/** A body and a flash, by their units' ids. */
export interface Pair {
  body: string;
  flash: string;
}
