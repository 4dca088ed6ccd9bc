/** Test fires letter by letter: what to expect, what was seen, and what to look at after a miss. */
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { Fire } from '../src/screens/Fire';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';

const mockGone: unknown[] = [];
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => ({ look: 'speeches' }),
  useRouter: () => ({ push: (to: unknown) => mockGone.push(to) }),
  Link: ({ children }: { children: ReactNode }) => children,
}));

beforeEach(() => {
  mockGone.length = 0;
});

type Answer = (method: string, path: string, body: unknown) => { status: number; body?: unknown } | undefined;
const show = (answer?: Answer, rig?: CrewRig) => ({ user: userEvent.setup(), ...showInRig(<Fire />, { rig, answer }) });
const results = (server: { rig: CrewRig }) =>
  server.rig.tests
    .filter(({ look }) => look === 'speeches')
    .map(({ light, result, wrong }) => [light, result, wrong ?? null]);

test('each press says what to expect; what was seen is logged light by light, and the grid follows', async () => {
  const { user, server, sent } = show();
  expect(await screen.findByText('4 presses prove what is left.')).toBeInTheDocument();
  const grid = screen.getByRole('table', { name: 'Test fires by light and shot' });
  expect(within(grid).getAllByRole('cell', { name: /^Body \d: never tested$/ })).toHaveLength(8);
  await user.click(screen.getByRole('button', { name: /^Group C alone/ }));
  expect(screen.getByText(/Only group C should fire\.$/)).toBeInTheDocument();
  expect(screen.getAllByText('expect: in the frame')).toHaveLength(2);
  expect(screen.getByRole('button', { name: 'Log 0 lights' })).toBeDisabled();
  await user.click(screen.getByRole('button', { name: 'All fired' }));
  await user.click(screen.getByRole('radio', { name: 'What Light 9 did: power' }));
  await user.click(screen.getByRole('button', { name: 'Log 2 lights' }));
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(results(server).sort()).toEqual([
    ['light-3', 'fired', null],
    ['light-9', 'wrong', 'power'],
  ]);
  expect(screen.getByText('Logged: Light 9 wrong power.')).toBeInTheDocument();
  expect(screen.getByText(/^Power 1\/16 \(-4 stops\) on Light 9: nobody has dialled it yet\.$/)).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Its card, Light 9' }));
  expect(mockGone).toEqual([{ pathname: '/lines/[look]/cards', params: { look: 'speeches', unit: 'light-9' } }]);
  await user.click(screen.getByRole('button', { name: 'Next press' }));
  expect(await screen.findByRole('cell', { name: /: missed: wrong power$/ })).toBeInTheDocument();
  expect(screen.getAllByRole('cell', { name: /: proven$/ })).toHaveLength(1);
});

test('a change after a test says which unit changed', async () => {
  const { user, server, sent } = show();
  await user.click(await screen.findByRole('button', { name: /^Group A alone/ }));
  await user.click(screen.getByRole('button', { name: 'All fired' }));
  await user.click(screen.getByRole('button', { name: 'Log 1 light' }));
  await waitFor(() => expect(sent).toHaveLength(1));
  const rig = server.rig;
  const looks = rig.looks.map((look) =>
    look.id === 'speeches'
      ? { ...look, units: { ...look.units, 'light-1': { ...look.units['light-1'], channel: 12 } } }
      : look,
  );
  showInRig(<Fire />, { rig: { ...rig, looks } });
  expect(await screen.findByRole('cell', { name: /: changed since its test: Light 1$/ })).toBeInTheDocument();
});

test('simulated gear is asked where there is some, and what it cannot say stays unmarked', async () => {
  const asked: unknown[] = [];
  const answer: Answer = (method, path, body) => {
    if (path === '/api/standin') return { status: 200, body: { address: 'http://127.0.0.1:4000' } };
    if (path !== '/api/standin/press') return undefined;
    asked.push(body);
    return {
      status: 200,
      body: {
        observed: [
          { light: 'light-3', seen: null, stops: null },
          { light: 'light-9', seen: 'fired', stops: -2 },
        ],
      },
    };
  };
  const { user, server } = show(answer);
  await user.click(await screen.findByRole('button', { name: /^Group C alone/ }));
  await user.click(await screen.findByRole('button', { name: 'Ask the stand-in kit, simulated gear' }));
  await user.click(await screen.findByRole('button', { name: 'Log 1 light' }));
  // What is at the camera goes along; what stands in the room is the gear's own.
  const [press] = asked as { camera: Record<string, unknown>; letter: string }[];
  expect(Object.keys(press!.camera).sort()).toEqual(['body-1', 'body-2', 'sender-1', 'sender-2']);
  expect(press!.letter).toBe('C');
  await waitFor(() => expect(results(server)).toEqual([['light-9', 'wrong', 'power']]));
});

test('without simulated gear nobody is offered it, and one that does not answer says so', async () => {
  const { user, unmount } = show();
  await user.click(await screen.findByRole('button', { name: /^Group C alone/ }));
  expect(screen.queryByRole('button', { name: /stand-in/ })).not.toBeInTheDocument();
  unmount();
  const error = { code: 'standin.missing', message: 'The stand-in kit does not answer.', faults: [] };
  const { user: other } = show((_, path) =>
    path === '/api/standin'
      ? { status: 200, body: { address: 'http://127.0.0.1:4000' } }
      : path === '/api/standin/press'
        ? { status: 424, body: { error } }
        : undefined,
  );
  await other.click(await screen.findByRole('button', { name: /^Group C alone/ }));
  await other.click(await screen.findByRole('button', { name: 'Ask the stand-in kit, simulated gear' }));
  expect(await screen.findByText('The stand-in kit does not answer.')).toBeInTheDocument();
});

test('an event that is over shows its proof and asks for no press', async () => {
  const rig = demoRig();
  const events = rig.events.map((event) => (event.id === 'ropewalk' ? { ...event, date: '2020-06-13' } : event));
  show(undefined, { ...rig, events });
  expect(await screen.findByRole('table', { name: 'Test fires by light and shot' })).toBeInTheDocument();
  expect(screen.queryByRole('list', { name: 'Presses to make' })).not.toBeInTheDocument();
});
