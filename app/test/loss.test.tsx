/** A sender is lost in the demo's speeches: found, kept, changed on paper, made. */
import { wayRound } from '@ergon/core/mend/wayRound';
import { bagOf, withBag } from '@ergon/core/rig/bag';
import { buildRig, indexKit } from '@ergon/core/rig/rig';
import { judge } from '@ergon/core/verdict/judge';
import { isFailing } from '@ergon/core/verdict/verdict';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { FixPage } from '../src/fix/FixPage';
import { LossPage } from '../src/fix/LossPage';
import { Lines } from '../src/screens/Lines';
import type { LossRequest } from '../src/workers/work.worker';
import { speechesWith } from './rigFixture';
import { showInRig } from './showInRig';

let mockParams: { look: string; sender?: string; lost?: string } = { look: 'speeches' };
const mockGone: unknown[] = [];
jest.mock('../src/workers/startWorkers', () => ({ startLeastWork: () => new MockWorker() }));
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => mockParams,
  useRouter: () => ({ push: (to: unknown) => mockGone.push(to), replace: (to: unknown) => mockGone.push(to) }),
  Link: ({ children }: { children: ReactNode }) => children,
}));

/** Does the worker's work on the spot; `silent` says only how far it is. */
class MockWorker {
  static silent = false;
  onmessage: ((event: { data: unknown }) => void) | null = null;

  postMessage({ kit, look, onAir, lost }: LossRequest): void {
    const say = (data: unknown) => queueMicrotask(() => this.onmessage?.({ data }));
    if (MockWorker.silent) return say({ progress: { done: 2, all: 9 } });
    const all = indexKit(kit);
    const rig = withBag(buildRig(all, look, onAir), bagOf(all));
    say({ result: wayRound(rig, rig.placed.get(lost)!) });
  }

  terminate(): void {}
}

beforeEach(() => {
  mockParams = { look: 'speeches' };
  mockGone.length = 0;
  MockWorker.silent = false;
});

const show = (page: ReactNode, rig = speechesWith()) => ({ user: userEvent.setup(), ...showInRig(page, { rig }) });
type Server = ReturnType<typeof show>['server'];
const speechesOf = ({ rig }: Server) => rig.looks.find(({ id }) => id === 'speeches')!;
const SAVED = 'Light 1 to 3 and Light 9 fire as before.';

test('from Fix to what is left without it, made in one step and still to be read', async () => {
  const { user, unmount } = show(<FixPage />);
  await user.click(await screen.findByRole('button', { name: /^A sender is lost/ }));
  expect(mockGone).toEqual(['/fix/speeches/lost']);
  unmount();
  const { server } = show(<LossPage />);
  expect(await screen.findByRole('heading', { name: 'Which sender is lost?' })).toBeInTheDocument();
  await user.click(screen.getByRole('radio', { name: /Sender 1$/ }));
  expect(await screen.findByText(SAVED)).toBeInTheDocument();
  expect(screen.getByText('Take Sender 1 off Body 1')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: /^Use this plan.*3 min 50 s/ }));
  expect(await screen.findByRole('heading', { name: 'Without Sender 1' })).toBeInTheDocument();
  expect(screen.getByText('Take Sender 1 off Body 1')).toBeInTheDocument();
  await waitFor(() => expect(speechesOf(server).units['sender-1']).toMatchObject({ role: 'off' }));
  const { verdicts } = judge(buildRig(indexKit(server.rig), speechesOf(server)));
  expect(verdicts.filter(isFailing)).toEqual([]);
});

test('kept it is there at once, without a search; changed on paper the change is kept; it can be kept no more', async () => {
  mockParams = { look: 'speeches', sender: 'sender-1' };
  const { user, server, unmount } = show(<LossPage />);
  await user.click(await screen.findByRole('button', { name: 'Keep this plan' }));
  expect(await screen.findByText(/^Kept with this look/)).toBeInTheDocument();
  await waitFor(() => expect(speechesOf(server).units['sender-1']!.ifLost).toBeDefined());
  const { ifLost } = speechesOf(server).units['sender-1']!;
  unmount();

  MockWorker.silent = true;
  mockParams = { look: 'speeches', lost: 'sender-1' };
  const paper = show(<Lines />, speechesWith({ 'sender-1': { ifLost } }));
  const sheet = within(await screen.findByRole('region', { name: 'On paper' }));
  expect(sheet.getByText('Take Sender 1 off Body 1')).toBeInTheDocument();
  await user.click(sheet.getByRole('button', { name: /^Keep it in case Sender 1 is lost/ }));
  await waitFor(() => expect(mockGone).toEqual(['/fix/speeches/lost?sender=sender-1']));
  paper.unmount();

  mockParams = { look: 'speeches', sender: 'sender-1' };
  const again = show(<LossPage />, speechesWith({ 'sender-1': { ifLost } }));
  expect(await screen.findByText(SAVED)).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Forget this plan' }));
  await waitFor(() => expect(speechesOf(again.server).units['sender-1']!.ifLost).toBeUndefined());
  expect(await screen.findByText('Trying way 3 of 9')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Stop' }));
  expect(screen.getByRole('button', { name: 'Go on' })).toBeInTheDocument();
});

test('a station’s light that will not fire goes to Fix, marked', async () => {
  const { user } = show(<Lines />);
  await user.click(await screen.findByRole('button', { name: 'Light 1' }));
  await user.click(await screen.findByRole('button', { name: /^It won’t.*Light 1/ }));
  expect(mockGone).toEqual([{ pathname: '/fix/[look]', params: { look: 'speeches', light: 'light-1' } }]);
});
