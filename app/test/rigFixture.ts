import { applyOperation } from '@ergon/core/operation/applyOperation';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { emptyState } from '@ergon/core/operation/crewState';
import { importing } from '@ergon/core/operation/editsOf';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import type { Settings } from '@ergon/core/record/settings';
import { addDays } from 'date-fns/addDays';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { dayOf } from '../src/event/dayOf';

const DATES: Readonly<Record<string, string>> = {
  ropewalk: dayOf(new Date()),
  harvest: dayOf(addDays(new Date(), -35)),
  regatta: dayOf(addDays(new Date(), 28)),
};

/** The demo as the server would answer it, its wedding today. */
export function demoRig(): CrewRig {
  const document = JSON.parse(readFileSync(join(__dirname, '../../demo/ropewalk.json'), 'utf8')) as KitDocument;
  const today = { ...document, events: document.events.map((event) => ({ ...event, date: DATES[event.id] })) };
  return {
    ...applyOperation(emptyState(), importing(emptyState(), today, 'start')).state,
    crew: { id: 'demo', name: 'Demo crew', isDemo: true },
    member: { id: 'guest', name: 'Demo guest' },
    number: 1,
  };
}

/** The demo, its readings made long ago, with settings of the speeches changed. */
export function speechesWith(changed: Readonly<Record<string, Partial<Settings>>> = {}): CrewRig {
  const rig = demoRig();
  const looks = rig.looks.map((look) => {
    if (look.id !== 'speeches') return look;
    const units = Object.entries(changed).map(([id, of]) => [id, { ...look.units[id], ...of }] as const);
    return { ...look, units: { ...look.units, ...Object.fromEntries(units) } };
  });
  const readings = rig.readings.map((reading) => ({ ...reading, at: reading.at.replace(/^\d{4}/, '2020') }));
  return { ...rig, looks, readings };
}
