/** The lint holds the rooms apart: an import the table does not allow fails, and so does one that comes back. */
import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

const ROOT = join(__dirname, '../..');

interface Message {
  ruleId: string | null;
  message: string;
}

interface Made {
  file: string;
  text: string;
}

/** One process lints them all: starting ESLint takes longer than its work. */
const SCRIPT = `
  import { ESLint } from 'eslint';
  const made = JSON.parse(process.argv[1]);
  const eslint = new ESLint();
  const all = [];
  for (const { file, text } of made) all.push((await eslint.lintText(text, { filePath: file }))[0].messages);
  process.stdout.write(JSON.stringify(all));
`;

/** What ESLint says of texts that would stand in files of the repository. */
function lint(made: readonly Made[]): Message[][] {
  const args = ['--input-type=module', '-e', SCRIPT, JSON.stringify(made)];
  const all = JSON.parse(execFileSync(process.execPath, args, { cwd: folder, encoding: 'utf8' })) as Message[][];
  return all.map((messages) => messages.filter(({ ruleId }) => ruleId !== '@typescript-eslint/no-unused-vars'));
}

const importing = (...specifiers: string[]): string =>
  specifiers.map((specifier, index) => `import { a as a${index} } from '${specifier}';\n`).join('');

const FORBIDDEN = [
  ['core/src/measure/made.ts', '../record/look.ts'],
  ['core/src/record/made.ts', '../rig/rig.ts'],
  ['core/src/path/made.ts', '../shot/simulate.ts'],
  ['core/src/verdict/made.ts', '../words/wording.ts'],
  ['core/src/mend/made.ts', '../fit/fit.ts'],
  ['core/src/describe/made.ts', '../mend/fixes.ts'],
  ['core/src/rig/made.ts', 'react'],
  ['core/src/rig/made.ts', 'node:fs'],
  ['app/src/rig/made.ts', '@ergon/server/serve'],
  ['server/src/made.ts', '../../app/src/rig/api'],
] as const;

const ALLOWED = [
  ['core/src/mend/made.ts', ['./cost.ts', '../verdict/judge.ts', '../measure/tri.ts', 'zod']],
  ['app/src/rig/made.ts', ['@ergon/core/verdict/judge', './api', 'react']],
] as const;

/** Stands for the repository: whatever lints or reads that one meanwhile must not meet what is made here. */
let folder: string;
let forbidden: Message[][];
let allowed: Message[][];
let cycle: Message[];
let noCycle: Message[];

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'ergon-lint-'));
  for (const part of ['node_modules', 'lint']) symlinkSync(join(ROOT, part), join(folder, part));
  for (const part of ['eslint.config.js', 'package.json', 'tsconfig.base.json'])
    copyFileSync(join(ROOT, part), join(folder, part));
  const write = (name: string, text: string): Made => {
    const file = join('cli/src/made', name);
    mkdirSync(dirname(join(folder, file)), { recursive: true });
    writeFileSync(join(folder, file), text);
    return { file, text };
  };
  write('one.ts', "import type { Two } from './two.ts';\nexport type One = Two;\n");
  write('two.ts', "export { Three as Two } from './below/three';\n");
  const three = write('below/three.ts', "import type { One } from '../one';\nexport type Three = One;\n");
  write('four.ts', 'export type Four = string;\n');
  const five = write('five.ts', "export { Four as Five } from './four.ts';\n");
  const all = lint([
    ...FORBIDDEN.map(([file, specifier]) => ({ file, text: importing(specifier) })),
    ...ALLOWED.map(([file, specifiers]) => ({ file, text: importing(...specifiers) })),
    three,
    five,
  ]);
  forbidden = all.slice(0, FORBIDDEN.length);
  allowed = all.slice(FORBIDDEN.length, -2);
  [cycle, noCycle] = all.slice(-2) as [Message[], Message[]];
}, 60_000);
afterAll(() => rmSync(folder, { recursive: true }));

test.each(FORBIDDEN.map(([file, specifier], index) => [file, specifier, index] as const))(
  '%s must not import %s',
  (file, _, index) => {
    expect(forbidden[index]!.map((one) => one.ruleId)).toEqual(['no-restricted-imports']);
    const [workspace, , room] = file.split('/');
    if (workspace === 'core') expect(forbidden[index]![0]!.message).toContain(`core/${room} imports from itself`);
  },
);

test.each(ALLOWED.map(([file], index) => [file, index] as const))('%s may import what the table names', (_, index) => {
  expect(allowed[index]).toEqual([]);
});

test('a cycle is found through other files, and through types alone', () => {
  expect(cycle.map((one) => one.ruleId)).toEqual(['ergon/no-cycle']);
  expect(cycle[0]!.message).toMatch(/three\.ts -> .*one\.ts -> .*two\.ts -> .*three\.ts/);
});

test('a way that does not come back is no cycle', () => expect(noCycle).toEqual([]));
