/** How the edit queue reaches the server and the device. */
import type { Saved, UnitEdit } from '@ergon/core/record/exchange';
import { call } from './api';
import type { Ports } from './editQueue';
import { type Pending, readPending } from './pending';

const STORED_AS = 'ergon.pending';
const SET_ASIDE_AS = 'ergon.pending.unreadable';
const RETRY_MS = [1000, 2000, 5000, 10_000];

async function send(pending: Pending, versions: Readonly<Record<string, number>>): Promise<Partial<Saved>> {
  const at = `/looks/${encodeURIComponent(pending.look)}`;
  if (pending.kind === 'tests') {
    await call('POST', `${at}/tests`, { tests: pending.tests });
    return {};
  }
  const edits = new Map<string, UnitEdit>();
  for (const { unit, setting, to } of pending.changes) {
    const edit = edits.get(unit) ?? { unit, version: versions[unit] ?? 1, set: {} };
    edits.set(unit, { ...edit, set: { ...edit.set, [setting]: to ?? null } });
  }
  const changes = [...edits.values()];
  return call<Saved>('POST', `${at}/changes`, { changes });
}

/** What cannot be read is put beside what was put aside before, so that somebody may still look at it. */
function setAside(unreadable: readonly unknown[]): void {
  const before = window.localStorage.getItem(SET_ASIDE_AS);
  window.localStorage.setItem(SET_ASIDE_AS, JSON.stringify([...(before === null ? [] : [before]), ...unreadable]));
}

export const browserPorts: Ports = {
  send,
  load: () => {
    const kept = readPending(window.localStorage.getItem(STORED_AS));
    if (kept.unreadable.length > 0) {
      setAside(kept.unreadable);
      window.localStorage.setItem(STORED_AS, JSON.stringify(kept.pending));
    }
    return kept;
  },
  store: (pending) => window.localStorage.setItem(STORED_AS, JSON.stringify(pending)),
  later: (retry, attempt) => setTimeout(retry, RETRY_MS[Math.min(attempt, RETRY_MS.length) - 1]),
};
