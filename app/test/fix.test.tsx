/** From what was seen to the proven cure, on the demo's speeches. */
import { type Diagnosis, diagnose } from '@ergon/core/diagnose/diagnosis';
import { Reality } from '@ergon/core/diagnose/reality';
import { buildRig, indexKit } from '@ergon/core/rig/rig';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { FixPage } from '../src/fix/FixPage';
import type { DiagnoseRequest } from '../src/workers/diagnose.worker';
import { speechesWith } from './rigFixture';
import { showInRig } from './showInRig';

let mockParams: { look: string; light?: string } = { look: 'speeches' };
jest.mock('../src/workers/startWorkers', () => ({ startDiagnose: () => new MockWorker() }));
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => mockParams,
  useRouter: () => ({ push: () => undefined }),
  Link: ({ children }: { children: ReactNode }) => children,
}));

/** Does the worker's work on the spot; `silent` never answers. */
class MockWorker {
  static silent = false;
  onmessage: ((event: { data: { result: Diagnosis } | { progress: number } }) => void) | null = null;

  postMessage({ kit, look, onAir, incident }: DiagnoseRequest): void {
    if (MockWorker.silent) return queueMicrotask(() => this.onmessage?.({ data: { progress: 0.5 } }));
    const reality = new Reality(buildRig(indexKit(kit), look, onAir));
    queueMicrotask(() => this.onmessage?.({ data: { result: diagnose({ reality, incident }) } }));
  }

  terminate(): void {}
}

beforeEach(() => {
  mockParams = { look: 'speeches' };
  MockWorker.silent = false;
});

const show = (answer?: NonNullable<Parameters<typeof showInRig>[1]>['answer'], rig = speechesWith()) => ({
  user: userEvent.setup(),
  ...showInRig(<FixPage />, { rig, answer }),
});
const doing = () => within(screen.getByRole('region', { name: 'What to do' }));
type User = ReturnType<typeof userEvent.setup>;

/** Answers as somebody would who finds the channel of Light 2 off, until the cause is named. */
async function answerUntilFound(user: User): Promise<void> {
  const known = [
    'Not channel 11',
    'One is off',
    'Both right',
    'All right',
    'Yes',
    'Stays dark',
    'It flashes',
    'Nothing',
  ];
  for (;;) {
    await screen.findByRole('region', { name: 'What to do' });
    const step = document.querySelector('h1')!.textContent;
    if (screen.queryByText('Found') !== null) return;
    const asksChannel = doing().queryByText(/: channel 11\?$/) !== null;
    // By text: what every key is called takes seconds to work out on a slow machine.
    const buttons = [...document.querySelectorAll('button')];
    const key = (asksChannel ? ['No'] : known)
      .map((text) => buttons.find(({ textContent }) => textContent === text))
      .find((button) => button !== undefined)!;
    await user.click(key);
    await waitFor(() => expect(document.querySelector('h1')!.textContent).not.toBe(step));
  }
}

test('from what was seen to the cure; what a press proved is logged, ticked and told', async () => {
  const { user, server } = show();
  await user.click(await screen.findByRole('radio', { name: 'Light 2: stays dark' }));
  await user.click(screen.getByRole('button', { name: /^Find it.*did as meant$/ }));
  expect(await screen.findByRole('heading', { level: 1, name: 'Check 1' })).toBeInTheDocument();
  expect(screen.getByRole('list', { name: 'What it may be' })).toBeInTheDocument();
  expect(server.rig.incidents[0]!.seen).toHaveLength(4);
  await answerUntilFound(user);
  expect(doing().getByText('Light 2 is not set to channel 11.')).toBeInTheDocument();
  expect(doing().getByText('Set channel 11 on Light 2.')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Fires' }));
  expect(await screen.findByRole('heading', { name: 'What went wrong before' })).toBeInTheDocument();
  expect(screen.getByText('Light 2 stays dark')).toBeInTheDocument();
  await waitFor(() => expect(server.rig.incidents[0]!.ended?.proven).toBe(true));
  expect(server.rig.incidents[0]!.ended!.cause).toEqual([{ unit: 'light-2', field: 'channel' }]);
  expect(
    server.rig.tests.filter(
      ({ look, light, result }) => look === 'speeches' && light === 'light-2' && result === 'fired',
    ),
  ).toHaveLength(1);
  expect(server.rig.units.find(({ id }) => id === 'light-2')!.dialled!.channel!.value).toBe(11);
  await user.click(screen.getByRole('button', { name: /^Remove, Light 2/ }));
  await waitFor(() => expect(server.rig.incidents).toHaveLength(0));
});

test('an answer can be taken back, how it was otherwise is asked, and a search can be dropped', async () => {
  mockParams = { look: 'speeches', light: 'light-3' };
  const { user, server } = show();
  expect(await screen.findByRole('radio', { name: 'Light 3: stays dark' })).toBeChecked();
  await user.click(screen.getByRole('button', { name: 'More, Light 1' }));
  expect(screen.getByRole('radio', { name: 'Light 1: only sometimes' })).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: /^Find it.*did not look at the others$/ }));
  await screen.findByRole('heading', { name: 'Check 1' });
  await user.click(await screen.findByRole('button', { name: 'Can’t tell' }));
  await screen.findByRole('heading', { name: 'Check 2' });
  await waitFor(() => expect(server.rig.incidents[0]!.checks[0]?.answer).toBe('unsure'));
  await user.click(await screen.findByRole('button', { name: 'The last answer was wrong' }));
  await screen.findByRole('heading', { name: 'Check 1' });
  await waitFor(() => expect(server.rig.incidents[0]!.checks).toHaveLength(0));
  await user.click(await screen.findByRole('button', { name: 'Drop this search' }));
  expect(await screen.findByRole('heading', { name: 'What did you see?' })).toBeInTheDocument();
  // It was looked for: what one came with is marked no more.
  expect(screen.getByRole('radio', { name: 'Light 3: stays dark' })).not.toBeChecked();
  await waitFor(() => expect(server.rig.incidents).toHaveLength(0));
});

test('the simulated gear says what it did, too bright and too dark apart', async () => {
  const seen = [
    { light: 'light-1', seen: 'fired', stops: -5 },
    { light: 'light-2', seen: 'dark', stops: null },
    { light: 'light-9', seen: 'fired', stops: -2 },
  ];
  const { user } = show((method, path) => {
    if (path === '/api/standin') return { status: 200, body: { address: 'http://127.0.0.1:9' } };
    return path === '/api/standin/press' && method === 'POST' ? { status: 200, body: { observed: seen } } : undefined;
  });
  await user.click(await screen.findByRole('button', { name: 'Ask the stand-in kit, simulated gear' }));
  expect(await screen.findByRole('radio', { name: 'Light 1: too dark' })).toBeChecked();
  expect(screen.getByRole('radio', { name: 'Light 2: stays dark' })).toBeChecked();
  expect(screen.getByRole('radio', { name: 'Light 9: too bright' })).toBeChecked();
  await user.click(screen.getByRole('button', { name: /^Find it.*did as meant$/ }));
  expect(await screen.findByText(/something else: that comes after this\.$/)).toBeInTheDocument();
});

test('a search says how far it is and can be stopped and gone on with', async () => {
  MockWorker.silent = true;
  mockParams = { look: 'speeches', light: 'light-2' };
  const { user } = show();
  await user.click(await screen.findByRole('button', { name: /^Find it.*did as meant$/ }));
  expect(await screen.findByText('Trying every fault: 50 %')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Stop' }));
  MockWorker.silent = false;
  await user.click(await screen.findByRole('button', { name: 'Go on' }));
  expect(await screen.findByRole('region', { name: 'What to do' })).toBeInTheDocument();
});

test('of several faults of the plan the one of that very shot is named', async () => {
  mockParams = { look: 'first-dance', light: 'light-6' };
  const { user } = show();
  await user.click(await screen.findByRole('button', { name: /did not look at the others$/ }));
  expect(
    await screen.findByText('Sender 1 speaks on channel 11. Light 6 listens on 3, so it hears nothing.'),
  ).toBeInTheDocument();
  expect(screen.queryByText(/Group C is switched off/)).not.toBeInTheDocument();
});

test('where the plan itself is wrong it is mended with one touch, and only a press proves it', async () => {
  mockParams = { look: 'speeches', light: 'light-2' };
  const { user, server } = show(undefined, speechesWith({ 'light-2': { channel: 7 } }));
  const channel = () => server.rig.looks.find(({ id }) => id === 'speeches')!.units['light-2']!.channel;
  await user.click(await screen.findByRole('button', { name: /^Find it.*did as meant$/ }));
  expect(await screen.findByText('It does what the plan says: the plan is to be mended.')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: /^Set channel 11 on Light 2/ }));
  expect(await screen.findByText(/^The plan is mended\./)).toBeInTheDocument();
  await waitFor(() => expect(channel()).toBe(11));
  expect(server.rig.incidents[0]!.was).toEqual([{ unit: 'light-2', setting: 'channel', to: 7 }]);
  expect(server.rig.incidents[0]!.ended).toBeUndefined();
  await user.click(screen.getByRole('button', { name: 'It does as meant now' }));
  expect(await screen.findByText('It was in the plan.')).toBeInTheDocument();
  await waitFor(() => expect(server.rig.incidents[0]!.ended).toMatchObject({ cause: [], proven: true }));
  expect(server.rig.tests.filter(({ look, light }) => look === 'speeches' && light === 'light-2')).toHaveLength(1);
});
