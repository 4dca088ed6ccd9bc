import type { Logger } from 'pino';

/** How long each part may take to close, in ms. */
const WITHIN_MS = 4000;

/** Closes one after the other; what fails or hangs is noted, and does not keep the rest open. */
export async function closeAll(
  parts: readonly (() => Promise<unknown>)[],
  log: Logger,
  withinMs = WITHIN_MS,
): Promise<void> {
  for (const close of parts) {
    let late: NodeJS.Timeout | undefined;
    const tooLate = new Promise((_, reject) => (late = setTimeout(() => reject(new Error('took too long')), withinMs)));
    await Promise.race([close(), tooLate]).catch((err: unknown) => log.warn({ err }, 'not closed in order'));
    clearTimeout(late);
  }
}
