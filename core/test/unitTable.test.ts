/** The unit list as a table: what each row would do, and that what goes out comes back in unchanged. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { KitDocument } from '../src/record/kitDocument';
import { newId } from '../src/measure/newId';
import { indexKit } from '../src/rig/rig';
import { COLUMNS, planUnits, type Table, unitTable } from '../src/describe/unitTable';

const demo = JSON.parse(readFileSync(join(__dirname, '../../demo/ropewalk.json'), 'utf8')) as KitDocument;
const { profiles } = indexKit(demo);
const units = demo.units;
const plan = (table: Table) => planUnits(table, units, profiles.values());
const one = (header: string, ...cells: string[]) => plan({ header: header.split(','), rows: [cells] }).rows[0]!;

test('what goes out comes back in unchanged', () => {
  const { problems, rows } = plan(unitTable(demo.units, profiles));
  expect(problems).toEqual([]);
  expect(rows.map((row) => row.outcome)).toEqual(demo.units.map(() => 'same'));
});

test('a new row is added under an id of its own, a known one is changed where it differs', () => {
  expect(one('label,model', 'Light 3 left', 'Shoe 60')).toMatchObject({
    outcome: 'add',
    unit: { id: 'light-3-left', profile: 'tholmar-60k' },
  });
  const changed = one('label,model,firmware,in service', 'light 3', 'Shoe 60', '3.2', 'no');
  expect(changed).toMatchObject({
    outcome: 'change',
    changes: ['label', 'firmware', 'in service'],
    unit: { id: 'light-3', firmware: '3.2', inService: false },
  });
});

test('a column that is not there leaves its field alone; an empty cell empties it', () => {
  expect(one('label,model', 'Light 5', 'Shoe 60')).toMatchObject({
    outcome: 'same',
    unit: { notes: 'Older firmware.' },
  });
  expect(one('label,model,notes', 'Light 5', 'Shoe 60', '')).toMatchObject({
    outcome: 'change',
    changes: ['notes'],
    unit: { notes: null },
  });
});

test.each<[string, string, string[], string, string]>([
  ['no label', 'label,model', ['', 'Shoe 60'], 'label', 'is empty: give it a name'],
  ['a label too long', 'label,model', ['x'.repeat(81), 'Shoe 60'], 'label', 'is longer than 80 characters'],
  ['no model', 'label,model', ['A', ''], 'model', 'is empty: name the model'],
  [
    'a model nobody described',
    'label,maker,model',
    ['A', 'Tholmar', 'Shoe 99'],
    'model',
    '"Tholmar Shoe 99" is not described in your kit: describe it first',
  ],
  [
    'another model under a known label',
    'label,model',
    ['Light 3', 'V50'],
    'model',
    'differs from what "Light 3" is: add a new unit instead',
  ],
  ['neither yes nor no', 'label,model,in service', ['A', 'V50', 'maybe'], 'in service', 'is "maybe": write yes or no'],
  [
    'firmware too long',
    'label,model,firmware',
    ['A', 'V50', '1'.repeat(21)],
    'firmware',
    'is longer than 20 characters',
  ],
  ['a bad id', 'label,model,id', ['A', 'V50', 'A B'], 'id', 'may hold small letters, digits and hyphens only'],
  ['a comma too many', 'label,model', ['A', 'V50', 'x'], 'row', 'has 3 cells for 2 columns: a comma too many?'],
])('refused: %s', (_, header, cells, column, message) => {
  const row = one(header, ...cells);
  expect(row).toMatchObject({ outcome: 'refuse', unit: null });
  expect(row.reasons).toContainEqual({ column, message });
});

test('a model is found under every name it is shown by: alone, with its maker before it, or in two columns', () => {
  const shown = [...profiles.values()].flatMap(({ id, maker, model }) => [
    { id, row: one('label,model', `New ${id}`, `${maker} ${model}`) },
    { id, row: one('label,maker,model', `New ${id}`, maker, model.toUpperCase()) },
    { id, row: one('label,maker,model', `New ${id}`, maker, `${maker} ${model}`) },
  ]);
  expect(shown.length).toBeGreaterThan(100);
  for (const { id, row } of shown) expect(row).toMatchObject({ outcome: 'add', unit: { profile: id } });
});

test('the same unit twice in a file: the second row is refused and names the first', () => {
  const rows = plan({
    header: ['label', 'model'],
    rows: [
      ['A', 'V50'],
      ['a', 'V50'],
      ['Light 3', 'Shoe 60'],
      ['Light 3', 'Shoe 60'],
    ],
  }).rows;
  expect(rows.map((row) => row.outcome)).toEqual(['add', 'refuse', 'same', 'refuse']);
  expect(rows[1]!.reasons[0]!.message).toBe('stands in line 2 already');
  expect(rows[3]!.reasons[0]!.message).toBe('stands in line 4 already');
});

test('a label two units share needs an id', () => {
  const twins = [...units, { ...units.find((unit) => unit.label === 'Body 1')!, id: 'twin' }];
  const [row] = planUnits({ header: ['label', 'model'], rows: [['Body 1', 'M2']] }, twins, profiles.values()).rows;
  expect(row!.reasons[0]!.message).toBe('is the name of 2 units: say which by its id');
});

test('a file that is not a unit list says so as a whole', () => {
  expect(plan({ header: ['name', 'model', 'model'], rows: [['A', 'V50', '']] }).problems).toEqual([
    'There is no column "label".',
    `"name" is not a column: use ${COLUMNS.join(', ')}.`,
    'The column "model" stands twice.',
  ]);
});

test('ids: from the label, unlike any taken', () => {
  expect(newId('Licht № 3, links', new Set())).toBe('licht-no-3-links');
  expect(newId('Light 3', new Set(['light-3', 'light-3-2']))).toBe('light-3-3');
  expect(newId('🎉', new Set())).toBe('unit');
});
