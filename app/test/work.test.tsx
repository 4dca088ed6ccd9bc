/** Mending all, trials on paper and advice, on the demo's own looks. */
import { leastWork, type Work } from '@ergon/core/mend/leastWork';
import { savingsOf } from '@ergon/core/mend/savings';
import { buildRig, indexKit } from '@ergon/core/rig/rig';
import { judge } from '@ergon/core/verdict/judge';
import { screen, waitFor, within } from '@testing-library/react';
import type { ReactNode } from 'react';
import type { Operation } from '@ergon/core/operation/edit';
import { Lines } from '../src/screens/Lines';
import type { SavingsRequest, WorkRequest } from '../src/workers/work.worker';
import { showInRig } from './showInRig';
import userEvent from '@testing-library/user-event';

let mockLook = 'slipway';
jest.mock('../src/workers/startWorkers', () => ({ startLeastWork: () => new MockWorker() }));
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => ({ look: mockLook }),
  useRouter: () => ({ push: () => undefined }),
  Link: ({ children }: { children: ReactNode }) => children,
}));

/** Does the worker's work on the spot; `silent` never answers. */
class MockWorker {
  static silent = false;
  /** Says its first plan and never comes to an end. */
  static endless = false;
  static terminated = 0;
  onmessage: ((event: { data: unknown }) => void) | null = null;

  postMessage(request: WorkRequest | SavingsRequest): void {
    const { kit, look, onAir } = request;
    if ('savings' in request) {
      const result = savingsOf(judge(buildRig(indexKit(kit), look, onAir)));
      return queueMicrotask(() => this.onmessage?.({ data: { result } }));
    }
    const { options } = request;
    if (MockWorker.silent) return;
    const onPlan = (plan: Work) =>
      queueMicrotask(() => this.onmessage?.({ data: { progress: { spent: 50, budget: 200, plan } } }));
    const work = leastWork(buildRig(indexKit(kit), look), { ...options, budget: 500, onPlan });
    if (MockWorker.endless) return;
    queueMicrotask(() => this.onmessage?.({ data: { result: work } }));
  }

  terminate(): void {
    MockWorker.terminated++;
  }
}

let sent: Operation[] = [];

function show() {
  sent = [];
  showInRig(<Lines />, {
    // The answer never comes: what is shown is what the app makes of the edit by itself.
    send: ({ operations }) => {
      sent.push(...operations);
      return new Promise<never>(() => undefined);
    },
  });
  return userEvent.setup();
}

beforeEach(() => {
  mockLook = 'slipway';
  MockWorker.silent = false;
  MockWorker.endless = false;
});

test('all is mended: a short list with a total, made as one edit', async () => {
  const user = show();
  await user.click(await screen.findByRole('button', { name: 'Mend all' }));
  const panel = screen.getByRole('region', { name: 'Mend all' });
  expect(await within(panel).findByText(/of work: then every light fires as meant\.$/)).toBeInTheDocument();
  expect(within(panel).getByText('No other settings take less.')).toBeInTheDocument();
  expect(within(panel).getByText('Switch on flash firing on Body 1')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: /^Make these 5 changes/ }));
  await user.click(await screen.findByRole('button', { name: 'Lines, back to them' }));
  expect(await screen.findByText('Every light fires as meant, once it is dialled.')).toBeInTheDocument();
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]).toMatchObject({ label: 'all mended, 5 changes', edits: { length: 5 } });
});

test('first stands what saves most lights for the time its mend takes', async () => {
  mockLook = 'first-dance';
  show();
  const first = await screen.findByRole('region', { name: 'First fault' });
  expect(await within(first).findByText('Light 1 and Light 2 leave a dark bar.')).toBeInTheDocument();
});

test('what only serves if less is wanted stands apart, and is not made with the rest', async () => {
  mockLook = 'family-groups';
  const user = show();
  // On the line: no setting mends it, so the need is said, and to want less is one tap away.
  await user.click(await screen.findByRole('button', { name: /^Next/ }));
  const first = screen.getByRole('region', { name: 'First fault' });
  expect(within(first).getByText('Light 4 fires 2 stops too bright.')).toBeInTheDocument();
  expect(within(first).getByText(/2 stops of density in front of it would do\.$/)).toBeInTheDocument();
  expect(within(first).getByRole('group', { name: 'Or want less' })).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Mend all' }));
  const panel = screen.getByRole('region', { name: 'Mend all' });
  const less = await within(panel).findByRole('group', { name: 'Or want less' });
  await user.click(screen.getByRole('button', { name: /^Make this change/ }));
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]!.edits).toHaveLength(1);
  expect(less).not.toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Lines, back to them' }));
  await user.click(
    within(screen.getByRole('group', { name: 'Or want less' })).getByRole('button', {
      name: /^Set power 1\/128 on Light 4/,
    }),
  );
  expect(await screen.findByRole('button', { name: /^Undo: Set power 1\/128 on Light 4/ })).toBeInTheDocument();
  expect(screen.queryByText('Light 4 fires 2 stops too bright.')).toBeNull();
});

test('all are switched on: one press for what nobody said, and no word of what somebody did', async () => {
  mockLook = 'regatta-supper';
  const user = show();
  await user.click(await screen.findByRole('button', { name: /^Units in this look/ }));
  const all = screen.getByRole('button', { name: /^All are switched on/ });
  await user.click(all);
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]!.label).toBe('all switched on');
  expect(sent[0]!.edits.length).toBeGreaterThan(0);
  expect(screen.queryByRole('button', { name: /^All are switched on/ })).toBeNull();
  // It is said how things are: nobody has to go and do it.
  expect(screen.queryByRole('button', { name: /^To dial/ })).toBeNull();
});

test('a search that takes long can be stopped', async () => {
  MockWorker.silent = true;
  const user = show();
  await user.click(await screen.findByRole('button', { name: 'Mend all' }));
  expect(screen.getByText('Searching…')).toBeInTheDocument();
  const before = MockWorker.terminated;
  await user.click(screen.getByRole('button', { name: 'Stop, the search' }));
  expect(screen.getByText('Stopped.')).toBeInTheDocument();
  expect(MockWorker.terminated).toBe(before + 1);
  await user.click(screen.getByRole('button', { name: 'Close, the way to mend all' }));
  expect(screen.queryByText('Stopped.')).not.toBeInTheDocument();
});

test('a plan found on the way stays when the search is stopped, says that it may not be the least, and can be made', async () => {
  MockWorker.endless = true;
  const user = show();
  await user.click(await screen.findByRole('button', { name: 'Mend all' }));
  const panel = screen.getByRole('region', { name: 'Mend all' });
  expect(await within(panel).findByText('Looking for less, 20 %')).toBeInTheDocument();
  expect(within(panel).queryByText('No other settings take less.')).toBeNull();
  await user.click(within(panel).getByRole('button', { name: 'Stop, the search' }));
  expect(within(panel).getByText('Stopped. This plan may not be the least.')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: /^Make these 5 changes/ }));
  await user.click(await screen.findByRole('button', { name: 'Lines, back to them' }));
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]!.edits).toHaveLength(5);
});

test('on paper nothing is sent until it is taken over', async () => {
  mockLook = 'speeches';
  const user = show();
  expect(await screen.findByText('Every light fires as meant, once it is dialled.')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Try on paper' }));
  const one = screen.getByRole('group', { name: /^Light 1,/ });
  await user.click(within(one).getByRole('button', { name: 'Light 1' }));
  await user.click(within(one).getByRole('button', { name: /, sender, .*: works$/ }));
  await user.click(within(one).getByRole('radio', { name: 'power switch of Sender 1: off' }));
  const paper = screen.getByRole('region', { name: 'On paper' });
  expect(within(paper).getByText('Switch off Sender 1')).toBeInTheDocument();
  expect(within(paper).getByText('Light 1 to 3 and Light 9 would fail.')).toBeInTheDocument();
  expect(sent).toEqual([]);
  // Set back by hand it is no change any more.
  await user.click(within(one).getByRole('radio', { name: 'power switch of Sender 1: on' }));
  expect(within(paper).queryByText('Switch off Sender 1')).toBeNull();
  await user.click(within(one).getByRole('radio', { name: 'power switch of Sender 1: off' }));
  await user.click(within(paper).getByRole('button', { name: 'Take it over, what was tried' }));
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]).toMatchObject({ edits: [{ on: { id: 'sender-1' }, field: 'on', from: true, to: false }] });
});

test('advice is folded away until somebody asks', async () => {
  mockLook = 'speeches';
  const user = show();
  await user.click(await screen.findByRole('button', { name: /words? of advice$/ }));
  const list = screen.getByRole('list', { name: 'Advice' });
  expect(within(list).getByText('The link of Light 9 carries no power: walk to it to change it.')).toBeInTheDocument();
  expect(within(list).getAllByRole('listitem')[0]).toHaveTextContent('Use only what is legal where you are.');
});

test('what is around a look is saved as one, once it is written rightly', async () => {
  const user = show();
  await user.click(await screen.findByRole('button', { name: 'Around this look' }));
  const save = screen.getByRole('button', { name: /^Save/ });
  expect(save).toBeDisabled();
  await user.type(screen.getByRole('textbox', { name: /^Minutes without/ }), '90');
  await user.type(screen.getByRole('textbox', { name: /^Else on the air/ }), 'House network=2452');
  expect(screen.getByText('Write it like House network=2452/20.')).toBeInTheDocument();
  expect(save).toBeDisabled();
  await user.type(screen.getByRole('textbox', { name: /^Else on the air/ }), '/20, Band=2405.5/1');
  await user.click(save);
  await waitFor(() => expect(sent).toHaveLength(1));
  const on = { kind: 'look', id: 'slipway' };
  expect(sent[0]!.edits).toMatchObject([
    { on, field: 'quietMinutes', to: 90 },
    {
      on,
      field: 'emitters',
      to: [
        { name: 'House network', mhz: 2452, widthMhz: 20 },
        { name: 'Band', mhz: 2405.5, widthMhz: 1 },
      ],
    },
  ]);
});

test('families without frequencies are named where emitters are written', async () => {
  const user = show();
  await user.click(await screen.findByRole('button', { name: 'Around this look' }));
  expect(screen.getByText(/^No frequencies are recorded for .*Curlew/)).toBeInTheDocument();
  expect(screen.queryByText(/recorded for .*Plover/)).not.toBeInTheDocument();
});

test('a guest’s camera is a shot of its own, in which a light that answers it stands', async () => {
  const user = show();
  await user.click(await screen.findByRole('radio', { name: 'Shot by: Guest 1, not ours' }));
  expect((await screen.findAllByText('fires for a stranger')).length).toBeGreaterThan(0);
  expect(screen.getAllByText('Light 8').length).toBeGreaterThan(0);
  expect(screen.queryByText('Light 3')).not.toBeInTheDocument();
});
