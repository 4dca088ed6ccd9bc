/** What was seen, on the command line. */
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { run } from './run';

const DEMO = join(__dirname, '../../demo/ropewalk.json');
const folder = mkdtempSync(join(tmpdir(), 'ergon-seen-'));
let files = 0;

function seenFile(seen: unknown): string {
  const file = join(folder, `${++files}.json`);
  writeFileSync(file, JSON.stringify(seen));
  return file;
}

const light = (id: string, saw: string) => ({ light: id, body: 'body-1', saw });
const DARK = { look: 'speeches', seen: [light('light-1', 'fires'), light('light-2', 'dark')] };

test('diagnose says what it may be, what is fine and what to check next', async () => {
  const { code, out } = await run('diagnose', DEMO, '--seen', seenFile(DARK));
  expect(code).toBe(1);
  expect(out).toContain('about 2 in 10: Light 2 is switched off.');
  expect(out).toContain('Light 1 fires with Body 1, so Body 1 is fine.');
  expect(out).toMatch(/\nNext \(\d+ s\): .*Light 2.*\n {2}- /);
});

test('diagnose --json ends with one cause and its cure once a look found it', async () => {
  const checks = [{ check: { kind: 'look', unit: 'light-2', fields: ['channel'] }, answer: 'wrong' }];
  const file = seenFile({ ...DARK, checks });
  const { code, out } = await run('diagnose', DEMO, '--seen', file, '--json');
  expect(code).toBe(0);
  const told = JSON.parse(out);
  expect(told.causes).toEqual([{ share: 1, faults: [expect.objectContaining({ unit: 'light-2', field: 'channel' })] }]);
  expect(told.next).toBeNull();
  expect(told.cure.check.done).toEqual([{ unit: 'light-2', setting: 'channel', to: 11 }]);
  expect((await run('diagnose', DEMO, '--seen', file)).out).toContain('Cure: Set channel 11 on Light 2.');
});

test.each([
  [{ ...DARK, look: 'breakfast' }, /breakfast/],
  [{ ...DARK, seen: [light('light-77', 'dark')] }, /seen\[0\]\.light names "light-77"; the look has light-1,/],
  [
    { ...DARK, seen: [{ ...light('light-1', 'dark'), body: 'light-2' }] },
    /seen\[0\]\.body names "light-2"; the look has body-1/,
  ],
  [{ ...DARK, seen: [light('light-1', 'odd')] }, /seen\[0\]\.saw .*"dark"/],
  [{ ...DARK, seen: [] }, /seen/],
  [
    {
      ...DARK,
      checks: [
        {
          check: {
            kind: 'press',
            ...light('light-2', ''),
            saw: undefined,
            done: [{ unit: 'light-2', setting: 'channel', to: 'eleven' }],
          },
          answer: 'fires',
        },
      ],
    },
    /checks\[0\]\.check\.done\[0\]\.setting is no setting with such a value/,
  ],
])('what was seen that cannot be used is named: %j', async (seen, told) => {
  const { code, err } = await run('diagnose', DEMO, '--seen', seenFile(seen));
  expect(code).toBe(2);
  expect(err).toMatch(told);
});

test('diagnose needs a file, and one that is there', async () => {
  expect((await run('diagnose', DEMO)).err).toContain('--seen: diagnose needs a file');
  expect((await run('diagnose', DEMO, '--seen', join(folder, 'none.json'))).err).toMatch(
    /--seen: .*none\.json cannot be used/,
  );
});
