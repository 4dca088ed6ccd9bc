/** The kit's own views: a model by question and answer, unit lists read with care, a pair of gear explained. */
import type { Change } from '@ergon/core/record/change';
import { archetypeOf } from '@ergon/core/describe/archetypes';
import type { Operation } from '@ergon/core/operation/edit';
import { indexKit } from '@ergon/core/rig/rig';
import { planUnits, unitTable } from '@ergon/core/describe/unitTable';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { howTo, howTosFor } from '../src/editing/howTo';
import { FitDetail } from '../src/fit/FitDetail';
import { readCsv, writeCsv } from '../src/kit/csv';
import { DescribeModel } from '../src/kit/DescribeModel';
import { ExportButton } from '../src/kit/ExportButton';
import { UnitsFile } from '../src/kit/UnitsFile';
import { KitPlace } from '../src/screens/KitPlace';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';

jest.mock('expo-router', () => ({
  useRouter: () => ({ push: () => undefined }),
  usePathname: () => '/kit',
  Link: ({ children }: { children: ReactNode }) => children,
}));

const rig = demoRig();
const kit = indexKit(rig);
let sent: readonly Operation[] = [];

const show = (children: ReactNode) => {
  ({ sent } = showInRig(children));
};

describe('unit lists', () => {
  test('what is written is read back cell for cell, formulas, quotes, commas and all', () => {
    const table = unitTable(
      rig.units.map((unit, index) => ({
        ...unit,
        notes: ['=SUM(A1)', '"so", he said', '-1 stop', 'ä; ö\nnext line'][index % 4],
      })),
      kit.profiles,
    );
    const text = writeCsv(table);
    expect(text.startsWith('\uFEFFlabel,maker')).toBe(true);
    expect(text).toContain("'=SUM(A1)");
    expect(readCsv(text)).toEqual({ header: [...table.header], rows: table.rows.map((row) => [...row]) });
  });

  test('semicolons do as well, empty lines count for nothing', () => {
    expect(readCsv('label;model\r\nA;V50\r\n\r\n ; \r\nB;V50\r\n')).toEqual({
      header: ['label', 'model'],
      rows: [
        ['A', 'V50'],
        ['B', 'V50'],
      ],
    });
    expect(() => readCsv('label,model\n"A,V50')).toThrow('a quotation mark is not closed');
  });

  test('500 rows of which 20 are bad: each of the 20 is named, and only the others would be written', async () => {
    const rows = Array.from({ length: 500 }, (_, n) => [n % 25 === 7 ? '' : `Crate ${n}`, 'Shoe 60']);
    const file = new File([writeCsv({ header: ['label', 'model'], rows })], 'crates.csv', { type: 'text/csv' });
    show(<UnitsFile />);
    const user = userEvent.setup();
    await user.upload(await screen.findByLabelText('Unit list to read'), file);
    expect(
      await screen.findByText('crates.csv: 480 to add, 0 to change, 0 as they are, 20 refused.'),
    ).toBeInTheDocument();
    const refused = within(screen.getByRole('list', { name: /^Refused/ })).getAllByRole('listitem');
    expect(refused).toHaveLength(20);
    expect(refused[0]).toHaveTextContent('line 9, no label: label is empty: give it a name');
    expect(sent).toEqual([]);
    await user.click(screen.getByRole('button', { name: /^Add 480/ }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ label: 'reading crates.csv', edits: { length: 480 } });
    const said = 'From crates.csv: 480 units added, 20 refused. One undo takes all of it back.';
    expect(await screen.findByText(said)).toBeInTheDocument();
  });

  test('a file that is no unit list writes nothing and says what is missing', async () => {
    show(<UnitsFile />);
    const user = userEvent.setup();
    await user.upload(
      await screen.findByLabelText('Unit list to read'),
      new File(['a,b\n1,2\n'], 'x.csv', { type: 'text/csv' }),
    );
    expect(await screen.findByText('There is no column "label".')).toBeInTheDocument();
    expect(screen.queryByRole('button', { name: /^Add/ })).toBeNull();
  });

  test('the plan and the table agree on every unit of the demo', () => {
    const read = readCsv(writeCsv(unitTable(rig.units, kit.profiles)));
    expect(new Set(planUnits(read, rig.units, kit.profiles.values()).rows.map((row) => row.outcome))).toEqual(
      new Set(['same']),
    );
  });
});

test('a file is handed over and that is said; where it cannot be made, that is said in its place', async () => {
  let made = 'label';
  const create = jest.fn((blob: Blob) => `blob:${blob.size}`);
  Object.assign(URL, { createObjectURL: create, revokeObjectURL: () => undefined });
  const write = () => {
    if (made === '') throw new Error('The list is empty.');
    return made;
  };
  show(<ExportButton label="Export" name="list.csv" write={write} />);
  const user = userEvent.setup();
  await user.click(await screen.findByRole('button', { name: 'Export' }));
  expect(screen.getByText('list.csv is with your browser, among its downloads.')).toBeInTheDocument();
  made = '';
  await user.click(screen.getByRole('button', { name: 'Export' }));
  expect(screen.getByText('No file was made: The list is empty. Nothing is lost: try again.')).toBeInTheDocument();
  expect(create).toHaveBeenCalledTimes(1);
});

test('a model is described in order; what it can do is seen at once; not sure is an answer', async () => {
  show(<DescribeModel />);
  const user = userEvent.setup();
  await user.click(await screen.findByRole('button', { name: /^Shoe flash with coded light/ }));
  // Next says what is missing; Back leads to the sorts, where what was begun is said, and goes on.
  await user.click(screen.getByRole('button', { name: 'Next' }));
  expect(screen.getByText('Write it down first: a model is found by it.')).toBeInTheDocument();
  await user.type(screen.getByRole('textbox', { name: 'Who makes it?' }), 'Kestoril');
  await user.tab();
  await user.click(screen.getByRole('button', { name: 'Next' }));
  await user.click(screen.getByRole('button', { name: 'Back' }));
  await user.click(screen.getByRole('button', { name: 'Back' }));
  const begun = screen.getByRole('button', { name: /^Shoe flash with coded light/ });
  expect(begun).toHaveTextContent('Begun: 1 answer. Goes on there.');
  await user.click(begun);
  expect(screen.getByRole('textbox', { name: 'Who makes it?' })).toHaveValue('Kestoril');
  await user.click(screen.getByRole('button', { name: 'Next' }));
  expect(screen.getByRole('textbox', { name: 'What is it called?' })).toHaveFocus();
  await user.keyboard('S9{Enter}');
  expect(screen.getByRole('heading', { name: 'What foot has it?' })).toHaveFocus();
  await user.click(screen.getByRole('button', { name: 'Not sure, next' }));
  const preview = () => screen.getByRole('list', { name: 'What it can do' });
  expect(within(preview()).getByText('as an optical remote').parentElement).toHaveTextContent('not recorded: fires');
  await user.click(screen.getByRole('radio', { name: 'Which family does it speak?: Lapwing' }));
  expect(within(preview()).getByText('as an optical remote').parentElement).toHaveTextContent('fires, manual power');
  // One touch brought the next question; Back leads to this one again, and to the one before it.
  await user.click(screen.getByRole('button', { name: 'Back' }));
  expect(screen.getByRole('radio', { name: 'Which family does it speak?: Lapwing' })).toBeChecked();
  await user.click(screen.getByRole('button', { name: 'Back' }));
  expect(screen.getByRole('radio', { name: 'What foot has it?: not sure' })).toBeChecked();
  // Begun anew, nothing of it is left.
  await user.click(screen.getByRole('button', { name: /^Start over/ }));
  expect(screen.getByRole('textbox', { name: 'Who makes it?' })).toHaveValue('');
  expect(screen.queryByRole('button', { name: /^Start over/ })).toBeNull();
  await user.click(screen.getByRole('button', { name: 'Bring my answers back' }));
  expect(screen.getByRole('radio', { name: 'What foot has it?: not sure' })).toBeChecked();
  // A name that is emptied is there again: a model has one.
  await user.click(screen.getByRole('button', { name: 'Back' }));
  await user.clear(screen.getByRole('textbox', { name: 'What is it called?' }));
  await user.tab();
  expect(screen.getByRole('textbox', { name: 'What is it called?' })).toHaveValue('S9');
});

test('a family made by a hasty double tap is one, and leads to one question further', async () => {
  show(<DescribeModel />);
  const user = userEvent.setup();
  await user.click(await screen.findByRole('button', { name: /^Shoe flash with radio/ }));
  await user.type(screen.getByRole('textbox', { name: 'Who makes it?' }), 'Kestoril');
  await user.tab();
  await user.click(screen.getByRole('button', { name: 'Next' }));
  await user.type(screen.getByRole('textbox', { name: 'What is it called?' }), 'R9{Enter}');
  await user.click(screen.getByRole('button', { name: 'Not sure, next' }));
  await user.click(screen.getByRole('button', { name: 'A new family' }));
  await user.type(screen.getByRole('textbox', { name: 'Name of the family' }), 'Redshank');
  await user.type(screen.getByRole('textbox', { name: 'Channels' }), '20');
  const add = screen.getByRole('button', { name: 'Add it' });
  // What is typed is still being checked at the second tap.
  fireEvent.click(add);
  fireEvent.click(add);
  const remote = await screen.findByRole('radio', { name: 'What can it be in that family?: remote only' });
  await waitFor(() => expect(sent.filter(({ label }) => label === 'adding Redshank')).toHaveLength(1));
  // A tap that comes twice answers once.
  fireEvent.click(remote);
  fireEvent.click(remote);
  expect(screen.getByRole('radio', { name: 'Where does it meter by itself (TTL)?: none' })).toBeInTheDocument();
});

test('units are found by a word on them and by what they can do', async () => {
  show(<KitPlace />);
  const user = userEvent.setup();
  await user.type(await screen.findByRole('textbox', { name: 'Find a unit' }), 'sound crew');
  expect(screen.getByText('1 of 23 units')).toBeInTheDocument();
  expect(screen.getByRole('button', { name: /^Optic 1/ })).toHaveTextContent('borrowed from The band’s sound crew');
  await user.clear(screen.getByRole('textbox', { name: 'Find a unit' }));
  await user.click(screen.getByRole('button', { name: 'By what it can do' }));
  await user.click(screen.getByRole('checkbox', { name: 'TTL remote' }));
  await user.click(screen.getByRole('checkbox', { name: 'sender' }));
  expect(screen.getAllByRole('listitem').map((one) => one.textContent?.slice(0, 7))).toEqual([
    'Light 3',
    'Light 4',
    'Light 5',
  ]);
});

test('a pair explained: every way, what each carries, why not more, and what would help', async () => {
  const item = (id: string) => ({ unit: kit.units.get(id)!, profile: kit.profiles.get(kit.units.get(id)!.profile)! });
  const choice = {
    bodies: [],
    flashes: [],
    triggers: [item('sender-1'), item('perch-1')],
    families: kit.families,
    offCamera: true,
  };
  show(<FitDetail choice={choice} body={item('body-2')} flash={item('light-3')} width={340} />);
  expect(await screen.findByText('Plover from Sender 1')).toBeInTheDocument();
  expect(screen.getByText('fires, power. Clean to 1/160.')).toBeInTheDocument();
  expect(
    screen.getByText(/^TTL, high-speed sync, rear curtain: no. Sender 1 has a foot for another shoe system/),
  ).toBeInTheDocument();
  expect(screen.getByRole('img', { name: /^Line: body ok, shoe loss, sender ok/ })).toBeInTheDocument();
  expect(
    screen.getByText('A sender of the Plover family with a varnholt foot: TTL, high-speed sync, rear curtain.'),
  ).toBeInTheDocument();
});

test('the way through the menus stands by the setting it leads to', () => {
  expect(howTo(kit, 'light-6', 'channel')).toBe('Hold the wave button, turn the wheel.');
  expect(howTo(kit, 'sender-1', 'groups.C.on')).toBe('Touch a row, then the lamp beside it.');
  expect(howTo(kit, 'light-6', 'lamp')).toBeNull();
  const change: Change = { unit: 'light-6', setting: 'channel', from: 3, to: 11 };
  expect(howTosFor(kit, [change, change])).toEqual(['Light 6: Hold the wave button, turn the wheel.']);
});

test('an archetype is of the kind it says', () => {
  expect(archetypeOf('plain-receiver')!.base('x')).toMatchObject({ kind: 'trigger', foot: 'none' });
});

describe('what was begun on a unit', () => {
  const field = (name: string) => screen.getByRole('textbox', { name });
  const row = (name: RegExp) => screen.findByRole('button', { name });

  test('is kept while another is looked at, until it is saved or dropped', async () => {
    const user = userEvent.setup({ delay: null });
    const units = rig.units.filter(({ id }) => id === 'light-5' || id === 'light-6');
    ({ sent } = showInRig(<KitPlace />, { rig: { ...rig, looks: [], units } }));
    await user.click(await row(/^Light 6/));
    await user.clear(field('Label on its tape'));
    await user.click(screen.getByRole('radio', { name: 'Service: out of service' }));
    await user.click(await row(/^Light 5/));
    expect(field('Label on its tape')).toHaveValue('Light 5');
    expect(screen.queryByText(/^Not saved yet/)).not.toBeInTheDocument();
    await user.click(await row(/^Light 6/));
    expect(field('Label on its tape')).toHaveValue('');
    expect(await screen.findByText('Empty: give it a name.')).toBeInTheDocument();
    await user.type(field('Label on its tape'), 'Pole');
    await user.click(screen.getByRole('button', { name: 'Save, Light 6' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.edits).toMatchObject([
      { field: 'label', to: 'Pole' },
      { field: 'inService', to: false },
    ]);
    await user.click(await row(/^Pole/));
    expect(screen.queryByText(/^Not saved yet/)).not.toBeInTheDocument();
    await user.type(field('Notes'), 'creaks');
    await user.click(screen.getByRole('button', { name: 'Drop the changes, Pole' }));
    expect(field('Notes')).toHaveValue('');
    expect(sent).toHaveLength(1);
  });

  test('is not shown to another who signs in on the device', async () => {
    const user = userEvent.setup({ delay: null });
    const units = rig.units.filter(({ id }) => id === 'light-5');
    const shownTo = (id: string) =>
      showInRig(<KitPlace />, { rig: { ...rig, looks: [], units, member: { id, name: id } } });
    const first = shownTo('first');
    await user.click(await row(/^Light 5/));
    await user.type(field('Notes'), 'creaks');
    first.unmount();
    const second = shownTo('second');
    await user.click(await row(/^Light 5/));
    expect(field('Notes')).toHaveValue('Older firmware.');
    second.unmount();
    shownTo('first');
    await user.click(await row(/^Light 5/));
    await waitFor(() => expect(field('Notes')).toHaveValue('Older firmware.creaks'));
  });
});
