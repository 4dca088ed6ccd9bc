/** A document with everything in it moved by whole days: its events, its test fires and what was metered. */
import type { KitDocument } from '@ergon/core/record/kitDocument';

const DAY_MS = 86_400_000;

/** Whole days from one date to another, both as YYYY-MM-DD. */
export const daysBetween = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / DAY_MS;

const moved = (at: string, days: number): string => new Date(Date.parse(at) + days * DAY_MS).toISOString();

export const moveDates = (document: KitDocument, days: number): KitDocument => ({
  ...document,
  events: document.events.map((event) =>
    event.date == null ? event : { ...event, date: moved(event.date, days).slice(0, 10) },
  ),
  tests: document.tests.map((test) => ({ ...test, at: moved(test.at, days) })),
  readings: document.readings.map((reading) => ({ ...reading, at: moved(reading.at, days) })),
  drills: document.drills.map((drill) => ({ ...drill, at: moved(drill.at, days) })),
  incidents: document.incidents.map((incident) => ({
    ...incident,
    at: moved(incident.at, days),
    ended: incident.ended && { ...incident.ended, at: moved(incident.ended.at, days) },
  })),
});
