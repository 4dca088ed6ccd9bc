/** What waits on this device to be sent, and reading it back: a device may hold what an older Ergon wrote. */
import type { Change } from '@ergon/core/record/change';
import type { TestReport } from '@ergon/core/record/exchange';
import { isSettingPath } from '@ergon/core/words/settingWords';

/** `crew` keeps what one crew left unsent from reaching another on the same device. */
export type Pending = { id: number; crew: string; look: string } & (
  | { kind: 'changes'; label: string; changes: readonly Change[] }
  | { kind: 'tests'; tests: readonly TestReport[]; at: string }
);

export interface Kept {
  pending: Pending[];
  /** What cannot be read: never sent, never thrown away. */
  unreadable: unknown[];
}

/** @param text as the device holds it; null when it holds nothing. */
export function readPending(text: string | null): Kept {
  if (text === null) return { pending: [], unreadable: [] };
  let stored: unknown;
  try {
    stored = JSON.parse(text);
  } catch {
    return { pending: [], unreadable: [text] };
  }
  const all = Array.isArray(stored) ? (stored as unknown[]) : [stored];
  return { pending: all.filter(isPending), unreadable: all.filter((one) => !isPending(one)) };
}

type Fields = Readonly<Record<string, unknown>>;
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const areTexts = (of: Fields, ...names: readonly string[]): boolean =>
  names.every((name) => typeof of[name] === 'string');

function isPending(value: unknown): value is Pending {
  if (!isFields(value) || !Number.isSafeInteger(value.id) || !areTexts(value, 'crew', 'look')) return false;
  if (value.kind === 'changes')
    return areTexts(value, 'label') && Array.isArray(value.changes) && value.changes.every(isChange);
  return value.kind === 'tests' && areTexts(value, 'at') && Array.isArray(value.tests) && value.tests.every(isReport);
}

const isChange = (value: unknown): boolean =>
  isFields(value) && areTexts(value, 'unit', 'setting') && isSettingPath(String(value.setting));

const isReport = (value: unknown): boolean =>
  isFields(value) && areTexts(value, 'light', 'body', 'result', 'fingerprint');
