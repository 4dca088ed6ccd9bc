/** The places of the app, and which addresses belong to each. */
export const PLACES = ['Tonight', 'Lines', 'Fire', 'Fix', 'Kit'] as const;
export type PlaceName = (typeof PLACES)[number];

const PLACE_OF: Readonly<Record<string, PlaceName>> = {
  '': 'Tonight',
  events: 'Tonight',
  lines: 'Lines',
  fire: 'Fire',
  fix: 'Fix',
  drills: 'Fix',
  kit: 'Kit',
};

/** The place an address belongs to; null for what stands beside them all, such as the history. */
export const placeNameOf = (path: string): PlaceName | null => PLACE_OF[path.split('/')[1] ?? ''] ?? null;
