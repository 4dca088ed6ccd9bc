import type { Check } from '../record/incident.ts';

/** The unit another one was put in place of for a press, set as planned; null where it was left. */
export function swappedIn(check: Check): string | null {
  const unit = check.kind === 'press' ? check.done.find(({ setting }) => setting === 'broken')?.unit : undefined;
  return unit ?? null;
}
