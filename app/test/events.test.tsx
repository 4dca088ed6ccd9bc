/** Events, their moments and looks: which is tonight's, what is read only, and a look that comes of a wish. */
import { propose } from '@ergon/core/propose/propose';
import { indexKit } from '@ergon/core/rig/rig';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { addDays } from 'date-fns/addDays';
import type { ReactNode } from 'react';
import { dayOf } from '../src/event/dayOf';
import { EventPage } from '../src/event/EventPage';
import { EventsPage } from '../src/event/EventsPage';
import { whenAndWhere } from '../src/event/eventText';
import { Lines } from '../src/screens/Lines';
import { Tonight } from '../src/screens/Tonight';
import { WishPage } from '../src/wish/WishPage';
import type { ProposeRequest } from '../src/workers/propose.worker';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';

let mockParams: Record<string, string> = {};
const mockGone: unknown[] = [];
jest.mock('../src/workers/startWorkers', () => ({ startPropose: () => new MockWorker() }));
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => mockParams,
  useRouter: () => ({ push: (to: unknown) => mockGone.push(to), replace: (to: unknown) => mockGone.push(to) }),
  usePathname: () => '/',
  Link: ({ children }: { children: ReactNode }) => children,
}));

/** Does the worker's work on the spot; `silent` tells how far it is and no more. */
class MockWorker {
  static silent = false;
  static asked: ProposeRequest[] = [];
  onmessage: ((event: { data: unknown }) => void) | null = null;

  postMessage(request: ProposeRequest): void {
    MockWorker.asked.push(request);
    const data = MockWorker.silent
      ? { progress: { done: 1, all: 4 } }
      : { result: propose(indexKit(request.kit), request.wish) };
    queueMicrotask(() => this.onmessage?.({ data }));
  }

  terminate(): void {}
}

beforeEach(() => {
  mockGone.length = 0;
  MockWorker.silent = false;
  MockWorker.asked = [];
  window.localStorage.clear();
});

test('the small hours belong to the evening before', () => {
  expect(dayOf(new Date(2027, 5, 13, 2, 30))).toBe('2027-06-12');
  expect(dayOf(new Date(2027, 5, 13, 5, 59))).toBe('2027-06-12');
  expect(dayOf(new Date(2027, 5, 13, 6, 0))).toBe('2027-06-13');
  expect(dayOf(new Date(2027, 0, 1, 1, 0))).toBe('2026-12-31');
});

test.each([
  ['2027-06-12', 'Today · Saturday 12 June 2027 · Quay'],
  ['2027-06-11', 'Tomorrow · Saturday 12 June 2027 · Quay'],
  ['2027-06-05', 'In 7 days · Saturday 12 June 2027 · Quay'],
  ['2027-01-01', 'Saturday 12 June 2027 · Quay'],
  ['2027-06-13', 'Saturday 12 June 2027 · Quay'],
])('on %s it says: %s', (day, text) =>
  expect(whenAndWhere({ id: 'e', name: 'E', date: '2027-06-12', venue: 'Quay' }, day)).toBe(text),
);

describe('tonight', () => {
  test('is the event of today; once it is over, the next one', async () => {
    const { unmount } = showInRig(<Tonight />);
    expect(await screen.findByRole('heading', { level: 1, name: 'Ropewalk wedding' })).toBeInTheDocument();
    unmount();
    const rig = demoRig();
    const yesterday = dayOf(addDays(new Date(), -1));
    const events = rig.events.map((event) => (event.id === 'ropewalk' ? { ...event, date: yesterday } : event));
    showInRig(<Tonight />, { rig: { ...rig, events } });
    expect(await screen.findByRole('heading', { level: 1, name: 'Regatta supper' })).toBeInTheDocument();
  });

  test('before there is anything it shows three steps, and one button for the first', async () => {
    const empty = { events: [], moments: [], families: [], profiles: [], units: [], looks: [], tests: [], born: {} };
    showInRig(<Tonight />, { rig: { ...demoRig(), ...empty } });
    const steps = await screen.findByRole('list', { name: 'First steps' });
    expect(within(steps).getAllByRole('listitem')).toHaveLength(3);
    await userEvent.click(screen.getByRole('button', { name: 'Describe a model' }));
    await userEvent.click(screen.getByRole('button', { name: 'Bring in a list or a document' }));
    expect(mockGone).toEqual(['/kit/models/new', '/kit/files']);
  });
});

test('events stand as next, later and past; one is made from a name', async () => {
  const { sent } = showInRig(<EventsPage />);
  for (const [list, name] of [
    ['Next', 'Ropewalk wedding'],
    ['Later', 'Regatta supper'],
    ['Past', 'Mill harvest supper'],
  ] as const)
    expect(await screen.findByRole('list', { name: list })).toHaveTextContent(name);
  await userEvent.click(screen.getByRole('button', { name: 'Add an event' }));
  await userEvent.click(await screen.findByRole('button', { name: 'Add it' }));
  expect(await screen.findByText('Empty: give it a name.')).toBeInTheDocument();
  await userEvent.type(screen.getByLabelText('Name of the event'), 'Launch');
  await userEvent.type(screen.getByLabelText('Date'), '2031-08-01');
  await userEvent.click(screen.getByRole('button', { name: 'Add it' }));
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]!.edits).toMatchObject([
    { on: { kind: 'event' }, to: { doc: { name: 'Launch', date: '2031-08-01' } } },
  ]);
  expect(mockGone).toMatchObject([{ pathname: '/events/[event]' }]);
});

test('of a moment only what was changed is sent, from what its form showed', async () => {
  mockParams = { event: 'ropewalk' };
  const { sent } = showInRig(<EventPage />);
  await userEvent.click(await screen.findByRole('button', { name: 'Change, Vows' }));
  await userEvent.clear(await screen.findByLabelText('Where'));
  await userEvent.type(screen.getByLabelText('Where'), 'Slip');
  await userEvent.click(screen.getByRole('button', { name: 'Save' }));
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]!.edits).toEqual([
    expect.objectContaining({ edit: 'field', field: 'place', from: 'Sail loft', to: 'Slip' }),
  ]);
});

test('looks that no moment uses stand in tonight too', async () => {
  const rig = demoRig();
  showInRig(<Tonight />, { rig: { ...rig, moments: rig.moments.filter(({ id }) => id !== 'vows') } });
  expect(await screen.findByRole('list', { name: 'Looks in no moment' })).toHaveTextContent('Vows');
});

describe('an event that is over', () => {
  test('is looked at until somebody opens it again', async () => {
    mockParams = { event: 'harvest' };
    const { sent } = showInRig(<EventPage />);
    expect(await screen.findByText(/Channel 11 was clear all evening/)).toBeInTheDocument();
    expect(screen.queryByRole('button', { name: /^(Change|Remove|New look|Add a moment)/ })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Open it again, Mill harvest supper' }));
    expect(await screen.findByRole('button', { name: 'Add a moment' })).toBeInTheDocument();
    expect(sent[0]!.edits).toMatchObject([{ field: 'reopened', to: true }]);
  });

  test('has looks that are tried on paper alone', async () => {
    mockParams = { look: 'harvest-supper' };
    const { sent } = showInRig(<Lines />);
    await userEvent.click(await screen.findByRole('button', { name: 'Light 1' }));
    await userEvent.click(screen.getByRole('button', { name: /, receiver, / }));
    await userEvent.click(screen.getByRole('button', { name: /^channel of Light \d: more/ }));
    const paper = await screen.findByRole('region', { name: 'On paper' });
    expect(within(paper).queryByRole('button', { name: /^Take it over/ })).toBeNull();
    await userEvent.click(within(paper).getByRole('button', { name: /^Drop it/ }));
    expect(screen.queryByRole('region', { name: 'On paper' })).toBeNull();
    expect(sent).toEqual([]);
  });
});

describe('a wish', () => {
  const ask = async (name: string) => {
    await userEvent.type(await screen.findByLabelText('Name of the look'), name);
    await userEvent.click(screen.getByRole('button', { name: 'Propose' }));
  };

  test('is answered with looks; the best is made, with the net the event uses, and given to its moment', async () => {
    mockParams = { event: 'ropewalk', moment: 'signing' };
    const { sent } = showInRig(<WishPage />);
    expect(await screen.findByLabelText('Name of the look')).toHaveValue('Signing the book');
    await userEvent.click(screen.getByRole('button', { name: 'Propose' }));
    const best = await screen.findByRole('region', { name: 'Best' });
    expect(best).toHaveTextContent('Every light is set from the camera.');
    expect(screen.getAllByRole('region', { name: /^(Second|Third) best$/ })).toHaveLength(2);
    await userEvent.click(within(best).getByRole('button', { name: 'Use this look' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    const [operation] = sent;
    const made = operation!.edits.filter(({ edit, to }) => edit === 'record' && to !== null);
    expect(made.map(({ on }) => on.kind)).toEqual(['look', ...Array(made.length - 1).fill('placing')]);
    expect(operation!.edits.at(-1)).toMatchObject({ on: { kind: 'moment', id: 'signing' }, field: 'look' });
    expect(MockWorker.asked[0]!.wish.nets!.get('plover')).toMatchObject({ channel: 11, networkId: 27 });
    expect(mockGone).toMatchObject([{ pathname: '/lines/[look]' }]);
  });

  test('stays on the device until a look has come of it', async () => {
    mockParams = { event: 'regatta' };
    const { unmount } = showInRig(<WishPage />);
    await userEvent.type(await screen.findByLabelText('Name of the look'), 'Prizes');
    await userEvent.click(screen.getByRole('button', { name: 'How many lights: more' }));
    unmount();
    showInRig(<WishPage />);
    expect(await screen.findByLabelText('Name of the look')).toHaveValue('Prizes');
    expect(within(screen.getByRole('list', { name: 'Lights wanted' })).getAllByRole('listitem')).toHaveLength(4);
  });

  test('keeps a pinned light, and lets go of it', async () => {
    mockParams = { event: 'regatta' };
    showInRig(<WishPage />);
    await ask('Prizes');
    const best = await screen.findByRole('region', { name: 'Best' });
    await userEvent.click(within(best).getByRole('button', { name: 'Keep, Key: Light 1' }));
    expect(await screen.findByRole('button', { name: 'Let go, Key: Light 1' })).toBeInTheDocument();
    expect(MockWorker.asked.at(-1)!.wish.lights[0]).toMatchObject({ unit: 'light-1', link: 'radio' });
    await userEvent.click(screen.getByRole('button', { name: 'Let go, Key: Light 1' }));
    await waitFor(() => expect(MockWorker.asked.at(-1)!.wish.lights[0]!.unit).toBeNull());
  });

  test('keeps a sender, and proposes around it', async () => {
    mockParams = { event: 'regatta' };
    showInRig(<WishPage />);
    await ask('Prizes');
    const best = () => screen.findByRole('region', { name: 'Best' });
    const senders = within(await best()).getByRole('list', { name: 'Senders proposed' });
    await userEvent.click(within(senders).getByRole('button', { name: 'Keep, Sender 1' }));
    await waitFor(() => expect(MockWorker.asked.at(-1)!.wish.senders).toEqual([{ body: 'body-1', unit: 'sender-1' }]));
    await userEvent.click(await within(await best()).findByRole('button', { name: 'Let go, Sender 1' }));
    await waitFor(() => expect(MockWorker.asked.at(-1)!.wish.senders).toEqual([]));
  });

  test('tells how far it is, is stopped, and asked again', async () => {
    MockWorker.silent = true;
    mockParams = { event: 'regatta' };
    showInRig(<WishPage />);
    await ask('Prizes');
    expect(await screen.findByText('Searching, 20 %')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Stop, the search' }));
    expect(screen.getByText('Stopped.')).toBeInTheDocument();
    MockWorker.silent = false;
    await userEvent.click(screen.getByRole('button', { name: 'Search again' }));
    expect(await screen.findByRole('region', { name: 'Best' })).toBeInTheDocument();
  });

  test('that cannot be met names what is missing; a light opened says more', async () => {
    mockParams = { event: 'regatta' };
    showInRig(<WishPage />);
    for (const body of ['Body 2', 'Guest 1'])
      await userEvent.click(await screen.findByRole('checkbox', { name: body }));
    await ask('Prizes');
    expect(await screen.findByText('Nothing in your kit does all of this.')).toBeInTheDocument();
    expect(screen.getByText('One more sender of Plover, such as another Tholmar Sender K.')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: /Key/ }));
    await userEvent.click(screen.getByRole('radio', { name: 'Power: metered' }));
    expect(screen.getByText('place not said, walk not measured, metered')).toBeInTheDocument();
  });
});
