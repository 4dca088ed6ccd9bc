/** docs/model.md is the one place for the model's numbers: what the code reckons with stands there, with its value. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(__dirname, '../..');
const model = readFileSync(join(ROOT, 'docs/model.md'), 'utf8');

const filesBelow = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesBelow(path) : [path];
  });
const sources = filesBelow(join(ROOT, 'core/src')).map((path) => ({ path, text: readFileSync(path, 'utf8') }));

/** A constant of a module: a name in capitals, and an expression of numbers alone. */
const CONSTANT =
  /^(export )?const ([A-Z][A-Z0-9_]+)(?:: [^=]+)? = ([-\d[(][-\d_.,e\s*/+()[\]]*|[-\d.]+ \* Math\.log10\(2\))(?: as const)?;/gm;

const declared = sources.flatMap(({ path, text }) =>
  [...text.matchAll(CONSTANT)].map(([, exported, name, expression]) => ({
    path,
    exported: exported !== undefined,
    name: name!,
    values: [new Function(`return ${expression!}`)() as number | number[]].flat(),
  })),
);

// A list that no other file sees is a choice on a screen, not a number of the model.
const constants = declared.filter((one) => one.exported || one.values.length === 1);

/** Name and values of every row of the document's tables of constants. */
const rows = new Map(
  [...model.matchAll(/^\| `([A-Z][A-Z0-9_]+)` *\| ([-\d., ]+?) *\| (.+?) *\|$/gm)].map(([, name, values, why]) => [
    name!,
    { values: values!.split(', '), why: why! },
  ]),
);

test('the code has constants to speak of, exported ones among them', () => {
  expect(constants.length).toBeGreaterThan(40);
  expect(constants.filter((one) => one.exported).length).toBeGreaterThan(20);
});

test.each(constants.map((one) => [one.name, one] as const))(
  '%s stands in docs/model.md with its value',
  (name, one) => {
    const row = rows.get(name);
    expect(row).toBeDefined();
    expect(row!.values.map(Number)).toHaveLength(one.values.length);
    row!.values.forEach((written, index) => {
      const decimals = written.split('.')[1]?.length ?? 0;
      expect(Number(written)).toBe(Number(one.values[index]!.toFixed(decimals)));
    });
    expect(row!.why.length).toBeGreaterThan(10);
  },
);

test('docs/model.md names no constant that is gone', () => {
  const known = new Set(constants.map((one) => one.name));
  expect([...rows.keys()].filter((name) => !known.has(name))).toEqual([]);
});

test('every section the code refers to is there', () => {
  const headings = new Set([...model.matchAll(/^## (.+)$/gm)].map(([, heading]) => heading));
  const named = sources.flatMap(({ text }) => [...text.matchAll(/docs\/model\.md, ([A-Z][a-z]+(?: [a-z]+)*)/g)]);
  expect(named.length).toBeGreaterThan(12);
  for (const [, section] of named) expect(headings).toContain(section);
});

test('code refers to nothing outside this repository', () => {
  const own = filesBelow(join(ROOT, 'core/test')).filter((path) => path !== __filename);
  const others = ['cli/src', 'server/src', 'app/src'].flatMap((folder) => filesBelow(join(ROOT, folder)));
  const cites = [...sources.map(({ path }) => path), ...own, ...others].filter((path) =>
    /handbook/i.test(readFileSync(path, 'utf8')),
  );
  expect(cites).toEqual([]);
});
