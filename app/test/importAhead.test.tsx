/** A document that would change what is there says so before it does; one that only adds is taken at once. */
import { applyOperation } from '@ergon/core/operation/applyOperation';
import { toDocument } from '@ergon/core/operation/crewDocument';
import type { Operation } from '@ergon/core/operation/edit';
import { removing, settingEdits } from '@ergon/core/operation/editsOf';
import { type KitDocument, writeDocument } from '@ergon/core/record/kitDocument';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { DocumentBox } from '../src/kit/DocumentBox';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';

const rig = demoRig();
const document = toDocument(rig);
/** What was exported before somebody changed a channel and threw a light out. */
const older = (edits: ReturnType<typeof settingEdits>): KitDocument => toDocument(applyOperation(rig, edits).state);

let sent: readonly Operation[] = [];

async function pick(file: KitDocument) {
  ({ sent } = showInRig(<DocumentBox />));
  const user = userEvent.setup();
  const picked = new File([writeDocument(file)], 'older.json', { type: 'application/json' });
  // Reading a file is not in the test's stand-in for a browser.
  picked.text = async () => writeDocument(file);
  await user.upload(await screen.findByLabelText('Document to import'), picked);
  return user;
}

const ahead = () => screen.findByRole('group', { name: 'Import of older.json' });
const change = { unit: 'light-1', setting: 'channel', from: null, to: 14 } as const;

test('what an older file would undo is listed, and nothing is done until it is asked for', async () => {
  const user = await pick(older(settingEdits(rig, 'first-dance', [change])));
  const card = await ahead();
  expect(within(card).getByText('older.json would change one thing you have:')).toBeInTheDocument();
  expect(within(card).getByText('channel of Light 1 in First dance: 11, would be 14')).toBeInTheDocument();
  expect(within(card).getByText(/^Nothing is added besides\./)).toBeInTheDocument();
  await user.click(within(card).getByRole('button', { name: 'Cancel' }));
  expect(screen.queryByRole('group', { name: 'Import of older.json' })).toBeNull();
  expect(sent).toEqual([]);
});

test('asked for, it is one operation', async () => {
  const user = await pick(older(settingEdits(rig, 'first-dance', [change])));
  await user.click(within(await ahead()).getByRole('button', { name: 'Import it, older.json' }));
  expect(await screen.findByText('Imported older.json.')).toBeInTheDocument();
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]!.edits).toEqual([expect.objectContaining({ edit: 'field', field: 'channel', from: 11, to: 14 })]);
});

test('many places are counted, and not all of them listed', async () => {
  const moved = ({ id, units }: (typeof rig.looks)[number]) =>
    settingEdits(
      rig,
      id,
      Object.entries(units)
        .filter(([, { place }]) => place !== undefined)
        .map(([unit]) => ({ unit, setting: 'place', from: null, to: 'on the quay' })),
    );
  await pick(older(rig.looks.flatMap(moved)));
  const card = await ahead();
  expect(within(card).getByText(/^older\.json would change \d+ things you have:$/)).toBeInTheDocument();
  expect(within(card).getByText(/^and \d+ more$/)).toBeInTheDocument();
});

test('a look that lacks a unit says it is taken out', async () => {
  await pick(older(removing(rig, { kind: 'placing', id: 'light-1', look: 'first-dance' })));
  expect(within(await ahead()).getByText('Light 1 in First dance: taken out')).toBeInTheDocument();
});

test('what only adds asks nothing; what is the same says so', async () => {
  const profile = document.profiles[0]!.id;
  await pick({ ...document, units: [...document.units, { id: 'new-one', profile, label: 'New one' }] });
  expect(await screen.findByText('Imported older.json.')).toBeInTheDocument();
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]!.edits).toHaveLength(1);
});

test('the same file twice has nothing to say', async () => {
  await pick(document);
  expect(await screen.findByText('older.json has nothing you do not have.')).toBeInTheDocument();
  expect(sent).toEqual([]);
});
