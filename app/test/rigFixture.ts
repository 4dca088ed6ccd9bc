import type { CrewRig } from '@ergon/core/record/crewRig';
import type { Failure } from '@ergon/core/record/exchange';
import { ApiFailure } from '../src/rig/api';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { KitDocument } from '@ergon/core/record/kitDocument';

/** The demo as the server would answer it. */
export function demoRig(): CrewRig {
  const document = JSON.parse(readFileSync(join(__dirname, '../../demo/ropewalk.json'), 'utf8')) as KitDocument;
  return {
    crew: { id: 'demo', name: 'Demo crew', isDemo: true },
    member: { name: 'Demo guest' },
    event: document.event,
    families: document.families,
    profiles: document.profiles,
    units: document.units.map((unit) => ({ ...unit, version: 1 })),
    looks: document.looks.map((look) => ({
      ...look,
      units: Object.fromEntries(Object.entries(look.units).map(([id, settings]) => [id, { settings, version: 1 }])),
    })),
    tests: [],
    versions: {
      families: Object.fromEntries(document.families.map(({ id }) => [id, 1])),
      profiles: Object.fromEntries(document.profiles.map(({ id }) => [id, 1])),
      looks: Object.fromEntries(document.looks.map(({ id }) => [id, 1])),
    },
  };
}

/** The server saying no. */
export const refusal = (status: number, error: Partial<Failure['error']>): ApiFailure =>
  new ApiFailure(status, { error: { code: 'input.invalid', message: 'bad', faults: [], ...error } });
