import { LABEL_LENGTH } from '@ergon/core/record/labelLength';

/** What is wrong with a name as typed, in a sentence; undefined where nothing is. */
export function nameFault(name: string): string | undefined {
  const length = name.trim().length;
  if (length === 0) return 'Empty: give it a name.';
  return length > LABEL_LENGTH ? `Longer than ${LABEL_LENGTH} characters.` : undefined;
}
