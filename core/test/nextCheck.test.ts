import { possibleChecks } from '../src/diagnose/checks';
import { evidenceOf } from '../src/diagnose/evidence';
import { faultLibrary } from '../src/diagnose/faultLibrary';
import { MOST_KINDS_ORDERED, nextCheck, type Search, searchOf } from '../src/diagnose/nextCheck';
import { Reality } from '../src/diagnose/reality';
import { leftOf, suspectsFor } from '../src/diagnose/suspects';
import { leastSeconds, secondsWhen } from './bestTree';
import { EVERY_WHOLE, hideOne, rigFor } from './hiddenRigs';
import { drawFor } from './lawHarness';

const RIGS = 100;
/** The best tree over more kinds than this takes minutes. */
const MOST_KINDS = 10;

function searchIn(index: number, rows: Map<string, number>): Search | null {
  // Of twelve lights more is suspected than can be tried in every order.
  if (index % EVERY_WHOLE === 0) return null;
  const found = hideOne(rigFor(index), drawFor(-1 - index), rows);
  if (!found) return null;
  for (const row of found.rows) rows.set(row, (rows.get(row) ?? 0) + 1);
  const reality = new Reality(found.hidden.plan);
  const evidence = evidenceOf({ seen: found.seen, checks: [] });
  const left = leftOf(suspectsFor(reality, faultLibrary(reality.plan), evidence), found.seen.length);
  return searchOf({ reality, left, checks: possibleChecks(reality, left, evidence), done: [] });
}

/** What nextCheck chooses where only these kinds are left. */
const chosen = (search: Search) => (left: readonly number[], at: string | null) => {
  const kinds = left.map((kind) => search.kinds[kind]!);
  const next = nextCheck({ ...search, kinds }, at);
  return next === null ? null : search.checks.indexOf(next);
};

it('takes little longer than the best order of checks there is', () => {
  const rows = new Map<string, number>();
  let [made, ahead, worst] = [0, 0, 1];
  for (let index = 1; made < RIGS; index++) {
    const search = searchIn(index, rows);
    if (!search || search.kinds.length < 2 || search.kinds.length > MOST_KINDS) continue;
    made++;
    if (search.kinds.length > MOST_KINDS_ORDERED) ahead++;
    const seconds = secondsWhen(search, chosen(search));
    const least = leastSeconds(search);
    expect(seconds).toBeGreaterThanOrEqual(least - 1e-6);
    worst = Math.max(worst, seconds / least);
  }
  // Some of them are beyond what is tried in every order.
  expect(ahead).toBeGreaterThan(5);
  expect(worst).toBeLessThanOrEqual(1.15);
});
