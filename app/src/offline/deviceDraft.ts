/** What somebody has begun and not sent yet: kept on the device, so that leaving a page costs nothing. */

/** @returns null where nothing is kept there, or something else that is no draft: that stays until a new one is kept. */
export function readDraft(key: string): unknown {
  try {
    return JSON.parse(window.localStorage.getItem(key) ?? 'null') as unknown;
  } catch {
    return null;
  }
}

/** A device that keeps nothing must not stop anybody: the draft is then there for as long as the page is. */
export function keepDraft(key: string, draft: unknown): void {
  try {
    window.localStorage.setItem(key, JSON.stringify(draft));
  } catch {
    return;
  }
}
