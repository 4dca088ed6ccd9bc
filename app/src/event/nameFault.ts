/** Longest name that fits a line, as the schemas have it. */
const MOST = 80;

/** What is wrong with a name as typed, in a sentence; undefined where nothing is. */
export function nameFault(name: string): string | undefined {
  const length = name.trim().length;
  if (length === 0) return 'Empty: give it a name.';
  return length > MOST ? `Longer than ${MOST} characters.` : undefined;
}
