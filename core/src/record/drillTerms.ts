/** The fixed words of a drill's record. */

/** What a drill is made from: a look of the crew's own, one of its incidents, or the gear that ships with the app. */
export const DRILL_SOURCES = ['look', 'incident', 'practice'] as const;
export type DrillSource = (typeof DRILL_SOURCES)[number];
