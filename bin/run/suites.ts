/** What the runners report of their suites, read from the files they leave. */
import { existsSync, readFileSync } from 'node:fs';
import { relative } from 'node:path';
import type { Outcome } from './schedule.ts';

/** One file of tests. */
export interface Suite {
  /** Its path from the root of the repository. */
  file: string;
  seconds: number;
  passed: number;
  failed: number;
  /** Left out on purpose, such as a disk that cannot be filled here. */
  skipped: number;
}

export interface Tested extends Outcome {
  skipped: number;
  suites: Suite[];
}

export const NONE: Tested = { passed: 0, failed: 1, skipped: 0, suites: [] };

/** @param suites of one runner; a runner that reports none has failed. */
export function testedOf(suites: readonly Suite[]): Tested {
  const sum = (of: (suite: Suite) => number) => suites.reduce((total, suite) => total + of(suite), 0);
  const passed = sum((suite) => suite.passed);
  const failed = sum((suite) => suite.failed);
  return {
    passed,
    failed: passed + failed === 0 ? 1 : failed,
    skipped: sum((suite) => suite.skipped),
    suites: [...suites],
  };
}

interface JestReport {
  testResults: {
    name: string;
    startTime: number;
    endTime: number;
    message: string;
    status: 'passed' | 'failed';
    assertionResults: { status: string }[];
  }[];
}

/** A suite that could not be run has one failure. */
export function jestSuites(report: string, root: string): Suite[] {
  if (!existsSync(report)) return [];
  const { testResults } = JSON.parse(readFileSync(report, 'utf8')) as JestReport;
  return testResults.map(({ name, startTime, endTime, status, assertionResults }) => {
    const count = (of: string) => assertionResults.filter((one) => one.status === of).length;
    const failed = count('failed');
    return {
      file: relative(root, name),
      seconds: Math.max(0, endTime - startTime) / 1000,
      passed: count('passed'),
      failed: status === 'failed' ? Math.max(1, failed) : failed,
      skipped: count('pending') + count('todo'),
    };
  });
}

interface PlaywrightSuite {
  file: string;
  specs: { tests: { status: 'expected' | 'unexpected' | 'flaky' | 'skipped'; results: { duration: number }[] }[] }[];
  suites?: PlaywrightSuite[];
}

interface PlaywrightReport {
  suites: PlaywrightSuite[];
  errors: { message?: string }[];
}

/** One that passed only when it was tried again has not passed; what went wrong outside of any test is a failure too. */
export function playwrightSuites(report: string, folder: string): Suite[] {
  if (!existsSync(report)) return [];
  const { suites, errors } = JSON.parse(readFileSync(report, 'utf8')) as PlaywrightReport;
  const found = suites.map((suite): Suite => {
    const tests = testsOf(suite);
    const count = (...of: string[]) => tests.filter(({ status }) => of.includes(status)).length;
    return {
      file: `${folder}/${suite.file}`,
      seconds: tests.flatMap(({ results }) => results).reduce((sum, { duration }) => sum + duration / 1000, 0),
      passed: count('expected'),
      failed: count('unexpected', 'flaky'),
      skipped: count('skipped'),
    };
  });
  const outside = { file: folder, seconds: 0, passed: 0, failed: errors.length, skipped: 0 };
  return errors.length > 0 ? [...found, outside] : found;
}

const testsOf = ({ specs, suites = [] }: PlaywrightSuite): PlaywrightSuite['specs'][number]['tests'] => [
  ...specs.flatMap(({ tests }) => tests),
  ...suites.flatMap(testsOf),
];
