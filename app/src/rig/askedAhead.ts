/**
 * What every start asks for first, asked before the app stands: on a phone the answer comes while the scripts are still being
 * read. Only where somebody was signed in, so that nobody is refused for nothing.
 */
const PATHS = ['/session', '/rig'] as const;
const STORED_AS = 'ergon.signedIn';
/** An answer that waited longer may be out of date, in milliseconds. */
const FRESH_MS = 5000;

/** Longer than this no answer of the server is waited for, in milliseconds. */
export const WITHIN_MS = 15_000;

const asked = new Map<string, { at: number; answer: Promise<Response> }>();

export function askAhead(): void {
  if (window.localStorage.getItem(STORED_AS) === null) return;
  for (const path of PATHS) {
    const answer = fetch(`/api${path}`, { signal: AbortSignal.timeout(WITHIN_MS) });
    // Whoever takes it hears of the failure; nobody may.
    answer.catch(() => undefined);
    asked.set(path, { at: performance.now(), answer });
  }
}

/** The answer, once; null where it was not asked for, or is out of date. */
export function takeAhead(path: string): Promise<Response> | null {
  const found = asked.get(path);
  asked.delete(path);
  return found && performance.now() - found.at < FRESH_MS ? found.answer : null;
}

/** Something is changed: what was asked before holds no longer. */
export const dropAhead = (): void => asked.clear();

/** Remembered for the next start. */
export function noteSignedIn(signedIn: boolean): void {
  if (signedIn) window.localStorage.setItem(STORED_AS, 'yes');
  else window.localStorage.removeItem(STORED_AS);
}
