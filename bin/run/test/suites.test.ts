/** What runners report is counted as it is: what could not be run is a failure, and nothing at all is one too. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { nightParts } from '../nightParts';
import { partLines, recordOf, suiteLines } from '../report';
import { jestSuites, NONE, playwrightSuites, testedOf } from '../suites';

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'ergon-suites-'))));
afterAll(() => rmSync(folder, { recursive: true }));

function report(content: unknown): string {
  const file = join(folder, 'report.json');
  writeFileSync(file, JSON.stringify(content));
  return file;
}

const jestSuite = (name: string, status: string, ...assertions: string[]) => ({
  name: `/root/core/test/${name}`,
  startTime: 1000,
  endTime: 3500,
  message: '',
  status,
  assertionResults: assertions.map((one) => ({ status: one })),
});

test('of Jest: by suite, with what is left out apart, and one failure for a suite that did not run', () => {
  const file = report({
    testResults: [
      jestSuite('good.test.ts', 'passed', 'passed', 'passed', 'pending'),
      jestSuite('bad.test.ts', 'failed', 'passed', 'failed'),
      jestSuite('broken.test.ts', 'failed'),
    ],
  });
  const suites = jestSuites(file, '/root');
  expect(suites).toEqual([
    { file: 'core/test/good.test.ts', seconds: 2.5, passed: 2, failed: 0, skipped: 1 },
    { file: 'core/test/bad.test.ts', seconds: 2.5, passed: 1, failed: 1, skipped: 0 },
    { file: 'core/test/broken.test.ts', seconds: 2.5, passed: 0, failed: 1, skipped: 0 },
  ]);
  expect(testedOf(suites)).toMatchObject({ passed: 3, failed: 2, skipped: 1 });
});

test('of Playwright: through all levels; flaky is failed, and so is what went wrong outside of tests', () => {
  const tests = (...all: string[]) =>
    all.map((status) => ({ status, results: [{ duration: 500 }, { duration: 1500 }] }));
  const file = report({
    suites: [
      {
        file: 'a.spec.ts',
        specs: [{ tests: tests('expected') }],
        suites: [{ file: 'a.spec.ts', specs: [{ tests: tests('flaky', 'unexpected', 'skipped') }] }],
      },
    ],
    errors: [],
  });
  expect(playwrightSuites(file, 'e2e')).toEqual([
    { file: 'e2e/a.spec.ts', seconds: 8, passed: 1, failed: 2, skipped: 1 },
  ]);
  const outside = report({ suites: [], errors: [{ message: 'no server' }] });
  expect(testedOf(playwrightSuites(outside, 'e2e'))).toMatchObject({ passed: 0, failed: 1 });
});

test('a runner that left no report, or ran nothing, has failed', () => {
  expect(testedOf(jestSuites(join(folder, 'none.json'), '/root'))).toMatchObject({ passed: 0, failed: 1 });
  expect(testedOf(playwrightSuites(join(folder, 'none.json'), 'e2e'))).toMatchObject({ passed: 0, failed: 1 });
  expect(NONE.failed).toBe(1);
});

test('what is said at the end names what failed and why, and each suite with its cases', () => {
  const suite = { file: 'core/test/a.test.ts', seconds: 2.34, passed: 3, failed: 1, skipped: 2 };
  const ended = [
    { name: 'tests of core', outcome: testedOf([suite]), seconds: 12.4, why: null },
    { name: 'bench', outcome: NONE, seconds: null, why: 'build failed' },
  ];
  expect(partLines(ended)).toEqual([
    '   12 s  tests of core                3 passed, 2 skipped  FAILED',
    '      -  bench                        0 passed  FAILED: build failed',
  ]);
  expect(suiteLines([suite])).toEqual(['    2.3 s     3  core/test/a.test.ts  1 failed, 2 skipped']);
  expect(recordOf([suite])).toEqual({ 'core/test/a.test.ts': { seconds: 2.3, cases: 6 } });
});

test('a night is so much of everything by one seed, and never nothing', () => {
  const whole = nightParts(7, 1);
  const little = nightParts(7, 1e-6);
  expect(little.map(({ name }) => name)).toEqual(whole.map(({ name }) => name));
  expect(whole.find(({ name }) => name === 'soak')!.args).toEqual([
    '--kills',
    '1000',
    '--operations',
    '40000',
    '--seed',
    '7',
  ]);
  expect(little.find(({ name }) => name === 'soak')!.args).toEqual([
    '--kills',
    '1',
    '--operations',
    '40',
    '--seed',
    '7',
  ]);
  expect(whole.find(({ name }) => name === 'spoiled requests')!.env.ERGON_FUZZ_REQUESTS).toBe('100000');
});
