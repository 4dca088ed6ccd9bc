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

interface Asked {
  at: number;
  answer: Promise<Response>;
  /** What it says, once it has come whole. */
  body?: unknown;
}

const asked = new Map<string, Asked>();

export function askAhead(): void {
  if (window.localStorage.getItem(STORED_AS) === null) return;
  for (const path of PATHS) {
    const answer = fetch(`/api${path}`, { signal: AbortSignal.timeout(WITHIN_MS) });
    const one: Asked = { at: performance.now(), answer };
    // Whoever takes it hears of the failure; nobody may.
    void answer
      .then(async (response) => response.ok && (one.body = await response.clone().json()))
      .catch(() => undefined);
    asked.set(path, one);
  }
}

const freshOf = (path: string): Asked | null => {
  const found = asked.get(path);
  return found && performance.now() - found.at < FRESH_MS ? found : null;
};

/** What has come already, for a first picture that need not wait; whoever asks next takes the answer as ever. */
export const arrivedAhead = (path: string): unknown => freshOf(path)?.body;

/** The answer, once; null where it was not asked for, or is out of date. */
export function takeAhead(path: string): Promise<Response> | null {
  const found = freshOf(path);
  asked.delete(path);
  return found?.answer ?? null;
}

/** Something is changed: what was asked before holds no longer. */
export const dropAhead = (): void => asked.clear();

/** Remembered for the next start. */
export function noteSignedIn(signedIn: boolean): void {
  if (signedIn) window.localStorage.setItem(STORED_AS, 'yes');
  else window.localStorage.removeItem(STORED_AS);
}
