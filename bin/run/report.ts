/** What a run says at its end. */
import type { Ended } from './schedule.ts';
import type { Spent } from './machine.ts';
import type { Suite, Tested } from './suites.ts';

const seconds = (value: number): string => `${value.toFixed(0).padStart(5)} s`;

/** The parts of a run, the slowest first to be seen last. */
export function partLines(ended: readonly Ended<Tested>[]): string[] {
  return ended.map(({ name, seconds: took, outcome, why }) => {
    const told = outcome.failed > 0 ? `  FAILED${why === null ? '' : `: ${why}`}` : '';
    const cases =
      outcome.skipped > 0 ? `${outcome.passed} passed, ${outcome.skipped} skipped` : `${outcome.passed} passed`;
    return `${took === null ? '      -' : seconds(took)}  ${name.padEnd(28)} ${cases}${told}`;
  });
}

/** Every file of tests, the longest first. */
export const suiteLines = (suites: readonly Suite[]): string[] =>
  [...suites]
    .sort((a, b) => b.seconds - a.seconds)
    .map(({ file, seconds: took, passed, failed, skipped }) => {
      const more = [failed > 0 && `${failed} failed`, skipped > 0 && `${skipped} skipped`].filter(Boolean).join(', ');
      return `${took.toFixed(1).padStart(7)} s  ${String(passed).padStart(4)}  ${file}${more && `  ${more}`}`;
    });

/** Of one run, by path. */
export const recordOf = (suites: readonly Suite[]): Record<string, { seconds: number; cases: number }> =>
  Object.fromEntries(
    [...suites]
      .sort((a, b) => (a.file < b.file ? -1 : 1))
      .map(({ file, seconds: took, passed, failed, skipped }) => [
        file,
        { seconds: Math.round(took * 10) / 10, cases: passed + failed + skipped },
      ]),
  );

/** @param loop seconds of the plain loop, before and after. */
export function machineLine(name: string, before: Spent, after: Spent, loop: readonly [number, number]): string {
  const [busy, stolen] = [after.busy - before.busy, after.stolen - before.stolen];
  const share = Math.round((100 * stolen) / Math.max(1, busy + stolen));
  return (
    `on ${name}: ${busy.toFixed(0)} s of processor used, ${share} % of what was wanted went to other machines; ` +
    `a loop of a billion steps took ${loop[0].toFixed(2)} s before and ${loop[1].toFixed(2)} s after`
  );
}
