/** docs/security.md names files and tests that are there, once for each item. */
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(__dirname, '../..');
const text = readFileSync(join(ROOT, 'docs/security.md'), 'utf8');
const rows = text
  .split('\n')
  .filter((line) => /^\| \d+\.\d+\.\d+ /.test(line))
  .map((line) =>
    line
      .split('|')
      .slice(1, -1)
      .map((cell) => cell.trim()),
  );

test('every item has a verdict and a reason, and stands there once', () => {
  expect(rows.length).toBeGreaterThan(200);
  const odd = rows.filter(
    ([, asks, verdict, by, ...more]) => !asks || !by || !VERDICTS.includes(verdict!) || more.length !== 1,
  );
  expect(odd).toEqual([]);
  expect(new Set(rows.map(([item]) => item)).size).toBe(rows.length);
});

const VERDICTS = ['holds', 'in part', 'no', 'does not apply'];

test('the sums at its head are those of the list', () => {
  const count = (wanted: string) => rows.filter(([, , verdict]) => verdict === wanted).length;
  const [holds, part, no, none] = VERDICTS.map(count);
  expect(text.replaceAll(/\s+/g, ' ')).toContain(
    `Of ${rows.length} items ${holds} hold, ${part} in part, ${no} do not, and ${none} do not apply.`,
  );
});

test('every file and test it names is there', () => {
  const named = [...text.matchAll(/`([\w./-]+\.(?:ts|tsx|md)|bin\/\w+)`/g)].map(([, name]) => name!);
  expect(named.length).toBeGreaterThan(100);
  const isThere = (name: string) => existsSync(join(ROOT, name.includes('/') ? name : `server/test/${name}`));
  expect(named.filter((name) => !isThere(name))).toEqual([]);
});
