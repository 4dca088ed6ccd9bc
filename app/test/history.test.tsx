/** Who did what: read, looked back at, and taken back by anybody of the crew. */
import { settingEdits } from '@ergon/core/operation/editsOf';
import { stateBefore } from '@ergon/core/operation/history';
import { act, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { QuietLines } from '../src/components/QuietLines';
import { askedFor, HistoryPage } from '../src/history/HistoryPage';
import { SaveBar } from '../src/components/SaveBar';
import type { Kept } from '../src/rig/kept';
import { useRig } from '../src/rig/Rig';
import { Device, FakeServer } from './fakeServer';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';

let mockParams: { of?: string } = {};
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => mockParams,
  useRouter: () => ({ push: () => undefined, replace: () => undefined }),
  Link: ({ children }: { children: ReactNode }) => children,
}));

/** A crew in which two members have done three things. */
function withHistory(): FakeServer {
  const server = new FakeServer({ ...demoRig(), number: 0 });
  const does = (n: number, member: string, look: string, unit: string, to: number) =>
    server.take({
      id: `${n}`.repeat(32),
      version: 2,
      crew: 'demo',
      member,
      at: `2027-06-12T18:0${n}:00.000Z`,
      label: `channel of ${unit}`,
      edits: settingEdits(server.rig, look, [{ unit, setting: 'channel', from: null, to }]),
    });
  does(1, 'guest', 'first-dance', 'light-6', 11);
  does(2, 'second', 'first-dance', 'light-1', 5);
  does(3, 'second', 'speeches', 'light-1', 7);
  return server;
}

function show(of?: string) {
  mockParams = of === undefined ? {} : { of };
  const server = withHistory();
  const shown = showInRig(<HistoryPage />, {
    rig: server.rig,
    send: async (request) => server.send(request),
    ask: async (after) => server.ask(after),
    answer: (_, path) =>
      path.startsWith('/api/operations?before=')
        ? { status: 200, body: { operations: [...server.operations].reverse(), last: server.rig.number } }
        : undefined,
  });
  return { ...shown, server, user: userEvent.setup({ delay: null }) };
}

const entries = async () => within(await screen.findByRole('list', { name: 'Operations' })).findAllByRole('listitem');
const channel = ({ rig }: FakeServer, unit: string) =>
  rig.looks.find(({ id }) => id === 'first-dance')!.units[unit]!.channel;

test('all of the crew, the newest first, with who and from what to what', async () => {
  const { user } = show();
  await waitFor(async () => expect(await entries()).toHaveLength(3));
  const [newest, second, oldest] = await entries();
  expect(newest).toHaveTextContent('channel of light-1Member second');
  expect(oldest).toHaveTextContent('channel of light-6You');
  await user.click(within(second!).getByRole('button'));
  expect(screen.getByText('channel of Light 1 in First dance: 11, now 5')).toBeInTheDocument();
});

test('of one unit or look only what was of it', async () => {
  const light = show('unit:light-1');
  await waitFor(async () => expect(await entries()).toHaveLength(2));
  expect(screen.getByRole('heading', { level: 1, name: 'History of Light 1' })).toBeInTheDocument();
  light.unmount();
  show('look:speeches');
  await waitFor(async () => expect(await entries()).toHaveLength(1));
  expect(askedFor('sessions:1')).toBeNull();
  expect(askedFor('look:first-dance')).toEqual({ kind: 'look', id: 'first-dance' });
});

test('what another member did is taken back, and that too stands in the history', async () => {
  const { user, server } = show();
  await waitFor(async () => expect(await entries()).toHaveLength(3));
  await user.click(within((await entries())[1]!).getByRole('button'));
  await user.click(screen.getByRole('button', { name: 'Take back, channel of light-1' }));
  await waitFor(() => expect(channel(server, 'light-1')).toBe(11));
  await waitFor(async () => expect(await entries()).toHaveLength(4));
});

test('a look is shown as it was before something, and put back so', async () => {
  const { user, server } = show('look:first-dance');
  await waitFor(async () => expect(await entries()).toHaveLength(2));
  await user.click(within((await entries())[1]!).getByRole('button'));
  await user.click(screen.getByRole('button', { name: 'As it was before, channel of light-6' }));
  const region = screen.getByRole('region', { name: 'As it was' });
  expect(within(region).getByText('channel of Light 6 in First dance: 3, now 11')).toBeInTheDocument();
  await user.click(within(region).getByRole('button', { name: 'Put it back as it was' }));
  await waitFor(() => expect([channel(server, 'light-6'), channel(server, 'light-1')]).toEqual([3, 11]));
  // The other look is as it is.
  expect(server.rig.looks.find(({ id }) => id === 'speeches')!.units['light-1']!.channel).toBe(7);
});

test('looking back over everything gives what was there first', () => {
  const server = withHistory();
  const first = stateBefore(server.rig, [...server.operations].reverse());
  expect(first.looks).toEqual(demoRig().looks);
});

test('what was done last and cannot be fetched is said, and nothing is looked back at past it', async () => {
  mockParams = { of: 'look:first-dance' };
  const server = withHistory();
  const known = [...server.operations].reverse();
  showInRig(<HistoryPage />, {
    rig: { ...server.rig, number: 5 },
    answer: (_, path) =>
      path.startsWith('/api/operations?before=') ? { status: 200, body: { operations: known, last: 5 } } : undefined,
  });
  expect(await screen.findByText('What was done last cannot be fetched without the server.')).toBeInTheDocument();
  const [entry] = await entries();
  await userEvent.click(within(entry!).getByRole('button'));
  expect(screen.getByRole('button', { name: /^Take back/ })).toBeInTheDocument();
  expect(screen.queryByRole('button', { name: /^As it was before/ })).not.toBeInTheDocument();
});

test('what the server did not take stands there until it is sent again or dropped', async () => {
  mockParams = {};
  const rig = { ...demoRig(), number: 0 };
  const store = new Device();
  const edits = settingEdits(rig, 'vows', [{ unit: 'light-1', setting: 'purpose', from: null, to: 'x' }]);
  const made = { version: 2, crew: 'demo', member: 'guest', at: '2027-06-12T18:00:00.000Z', edits };
  const parked = (n: string, label: string): Kept => ({
    operation: { ...made, id: n.repeat(32), label },
    state: 'parked',
    why: 'purpose is too long.',
  });
  await store.put([parked('1', 'first purpose'), parked('2', 'second purpose')]);
  const { sent } = showInRig(
    <>
      <SaveBar />
      <HistoryPage />
    </>,
    { rig, store },
  );
  const state = () => screen.getAllByRole('status', { name: 'Save state' })[0];
  expect(await screen.findByText('Not taken: first purpose. Purpose is too long.')).toBeInTheDocument();
  expect(state()).toHaveTextContent('2 to decide');
  await userEvent.click(screen.getByRole('button', { name: 'Drop it, first purpose' }));
  expect(sent).toEqual([]);
  await userEvent.click(screen.getByRole('button', { name: 'Send it again, second purpose' }));
  await waitFor(() => expect(sent.map(({ label }) => label)).toEqual(['second purpose']));
  await waitFor(() => expect(state()).toHaveTextContent('saved'));
  expect(store.kept.size).toBe(0);
});

test('another member’s change is told for a while, with who did it', async () => {
  jest.useFakeTimers({ doNotFake: ['queueMicrotask'] });
  try {
    let learn: () => void = () => undefined;
    const server = withHistory();
    // Somebody wanted what stood there no more.
    server.take({
      id: '4'.repeat(32),
      version: 2,
      crew: 'demo',
      member: 'third',
      at: '2027-06-12T18:04:00.000Z',
      label: 'channel of light-6',
      edits: settingEdits(demoRig(), 'first-dance', [{ unit: 'light-6', setting: 'channel', from: null, to: 9 }]),
    });
    const Ear = () => {
      const { queue } = useRig();
      learn = () => queue.learn(server.operations);
      return <QuietLines />;
    };
    showInRig(<Ear />, { rig: { ...demoRig(), number: 0 } });
    await act(async () => jest.advanceTimersByTimeAsync(50));
    act(() => learn());
    expect(screen.getByRole('status', { name: 'Meanwhile' })).toHaveTextContent(
      'Member third: channel of light-6Member third. Not done: channel of Light 6 in First dance 9, since 11 stands.',
    );
    await act(async () => jest.advanceTimersByTimeAsync(9000));
    expect(screen.queryByRole('status', { name: 'Meanwhile' })).not.toBeInTheDocument();
  } finally {
    jest.useRealTimers();
  }
});

test('what a person must do at the machine before what waits can be sent is said', async () => {
  const Waiting = () => {
    const { queue } = useRig();
    const change = { unit: 'light-6', setting: 'channel', from: null, to: 9 } as const;
    return (
      <>
        <button onClick={() => queue.edit('first-dance', [change], 'channel')}>Change it</button>
        <QuietLines />
      </>
    );
  };
  showInRig(<Waiting />, { send: async () => ({ came: 'nothing', ails: 'server.full' }) });
  await userEvent.click(await screen.findByRole('button', { name: 'Change it' }));
  expect(await screen.findByText(/^A change waits on this device since .*Ergon runs on is full\./)).toBeInTheDocument();
});
