import type { KitDocument } from '@ergon/core/record/kitDocument';
import { Unusable } from './unusable.ts';

/** One look by its id, or all of them. */
export function chosenLooks(document: KitDocument, id: string | undefined): KitDocument['looks'] {
  const looks = document.looks.filter((look) => id === undefined || look.id === id);
  if (looks.length > 0) return looks;
  throw new Unusable(`--look: the file has no look "${id}"; it has ${looksOf(document)}`);
}

export const looksOf = (document: KitDocument): string =>
  document.looks.map((look) => look.id).join(', ') || 'no looks at all';
