import { applyOperation } from '@ergon/core/operation/applyOperation';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { emptyState } from '@ergon/core/operation/crewState';
import { importing } from '@ergon/core/operation/editsOf';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The demo as the server would answer it. */
export function demoRig(): CrewRig {
  const document = JSON.parse(readFileSync(join(__dirname, '../../demo/ropewalk.json'), 'utf8')) as KitDocument;
  const empty = emptyState();
  return {
    ...applyOperation(empty, importing(empty, document, 'start')).state,
    crew: { id: 'demo', name: 'Demo crew', isDemo: true },
    member: { id: 'guest', name: 'Demo guest' },
    number: 1,
  };
}
