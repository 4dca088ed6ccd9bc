/** Drills: made, played to the replay, given up, gone on with, and what takes longest. */
import { drillKit } from '@ergon/core/drill/drillKit';
import { replayOf } from '@ergon/core/drill/replay';
import { faultsOf, stageDrill, stageIncident } from '@ergon/core/drill/staging';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import type { Drill, Staged } from '@ergon/core/record/drill';
import type { KitDocument } from '@ergon/core/record/kitDocument';
import { buildRig, indexKit } from '@ergon/core/rig/rig';
import { cardText, cureText, wrongText } from '@ergon/core/words/faultWords';
import { namesOf } from '@ergon/core/words/wording';
import { act, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ReactNode } from 'react';
import { DrillsPage } from '../src/drill/DrillsPage';
import { PlayPage } from '../src/drill/PlayPage';
import { ReplayPage } from '../src/drill/ReplayPage';
import type { ReplayRequest } from '../src/workers/replayDrill.worker';
import type { StageRequest } from '../src/workers/stageDrill.worker';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';

const PRACTICE = JSON.parse(readFileSync(join(__dirname, '../../demo/ropewalk.json'), 'utf8')) as KitDocument;
/** Of what ships with the app, as it is when it is not mended first: that takes a second a look. */
const speeches = PRACTICE.looks.filter(({ id }) => id === 'speeches');

/** A whole drill on a slow machine. */
const SLOW_MS = 90_000;

const mockGone: string[] = [];
let mockParams: { drill?: string } = {};
jest.mock('expo-router', () => {
  const go = (to: string | { pathname: string; params?: { drill?: string } }) => {
    mockGone.push(typeof to === 'string' ? to : to.pathname.replace('[drill]', to.params!.drill!));
  };
  return {
    useLocalSearchParams: () => mockParams,
    useRouter: () => ({ push: go, replace: go }),
    Link: ({ children }: { children: ReactNode }) => children,
  };
});
jest.mock('../src/workers/startWorkers', () => ({
  startStageDrill: () => new MockWorker((data) => mockStage(data as StageRequest)),
  startReplayDrill: () => new MockWorker((data) => mockReplay(data as ReplayRequest)),
}));

/** Does the worker's work on the spot. */
class MockWorker {
  static silent = false;
  onmessage: ((event: { data: unknown }) => void) | null = null;
  constructor(private readonly work: (data: unknown) => unknown) {}
  postMessage(data: unknown): void {
    const told = MockWorker.silent ? { progress: 0.5 } : { result: this.work(data) };
    queueMicrotask(() => this.onmessage?.({ data: told }));
  }
  terminate(): void {}
}

function mockStage(data: StageRequest) {
  const kit = indexKit(data.source === 'practice' ? PRACTICE : data.kit);
  if (data.source === 'incident') {
    const staged = stageIncident(kit, data.look, data.incident);
    return { made: staged && { staged, kit: drillKit(kit, staged.look) } };
  }
  const { level, seed } = data;
  const staged =
    data.source === 'practice'
      ? drawn(level, seed)
      : stageDrill({ kit, source: 'look', looks: [data.look], level, seed });
  return { made: staged && { staged, kit: drillKit(kit, staged.look) } };
}

function mockReplay({ drill, kit: own }: ReplayRequest) {
  const kit = indexKit(drill.source === 'practice' ? PRACTICE : own);
  const plan = buildRig(kit, drill.look);
  const faults = faultsOf(plan, drill.hidden);
  return { explained: faults && replayOf({ plan, faults, ...drill }), kit: drillKit(kit, drill.look) };
}

beforeEach(() => {
  mockGone.length = 0;
  mockParams = {};
  MockWorker.silent = false;
  window.localStorage.clear();
});

const show = (page: ReactNode, rig?: CrewRig) => ({ user: userEvent.setup(), ...showInRig(page, { rig }) });
type User = ReturnType<typeof userEvent.setup>;

async function begin(user: User, level: number, word: string): Promise<void> {
  await user.click(await screen.findByRole('radio', { name: `Level: ${level}` }));
  const field = screen.getByRole('textbox', { name: /^Word/ });
  await user.clear(field);
  await user.type(field, word);
  await user.click(screen.getByRole('button', { name: 'Make the drill' }));
  await user.click(await screen.findByRole('button', { name: 'Begin' }));
}

const known = new Map<string, Staged>();

/** The drill that this word makes of the practice gear. */
function drawn(level: number, seed: string): Staged {
  const key = `${level} ${seed}`;
  const staged = known.get(key) ?? {
    ...stageDrill({ kit: indexKit(PRACTICE), source: 'look', looks: speeches, level, seed })!,
    source: 'practice' as const,
  };
  known.set(key, staged);
  return staged;
}

const aboutOf = ({ look }: Staged) => {
  const kit = indexKit(PRACTICE);
  return { rig: buildRig(kit, look), names: namesOf(kit) };
};

test(
  'made by a word, played on its panels, and explained step by step',
  async () => {
    const staged = drawn(2, 'rope');
    const about = aboutOf(staged);
    const [{ unit, field }] = staged.hidden as [Staged['hidden'][number]];
    const first = show(<DrillsPage />);
    await begin(first.user, 2, 'rope');
    expect(mockGone).toEqual(['/drills/play']);
    first.unmount();

    const { user, server } = show(<PlayPage />);
    expect(await screen.findByText('You are at the camera.')).toBeInTheDocument();
    const name = about.names.unit(unit);
    await user.click(screen.getByRole('button', { name: 'Fire' }));
    expect(screen.getByText(/^Fired Body \d\. (Stays|Too) dark: /)).toBeInTheDocument();
    await user.click(screen.getByRole('button', { name: 'All do as planned' }));
    expect(screen.getByText(/Not yet: something still does otherwise/)).toBeInTheDocument();
    await user.click(screen.getByRole('button', { name: new RegExp(`^${name}\\b`) }));
    const panel = within(screen.getByRole('region', { name: `Panel of ${name}` }));
    await user.click(panel.getByRole('button', { name: `Look, ${name}: ${cardText(about, unit, field)}` }));
    expect(
      panel.getByText((text) => text === wrongText(about, unit, field) || text.startsWith('It is ')),
    ).toBeVisible();
    const cure = cureText(about, unit, field).replace(/\.$/, '');
    await user.click(panel.getByRole('button', { name: `Set, ${name}: ${cardText(about, unit, field)}` }));
    expect(screen.getByText(`${cure}.`)).toBeInTheDocument();
    await user.click(screen.getByRole('button', { name: 'All do as planned' }));
    await waitFor(() => expect(server.rig.drills).toHaveLength(1));
    const [drill] = server.rig.drills as [Drill];
    expect(drill).toMatchObject({ solved: true, seed: 'rope', level: 2, source: 'practice', member: 'guest' });
    expect(drill.took.steps).toBe(drill.steps.length);
    expect(mockGone.at(-1)).toBe(`/drills/${drill.id}`);
  },
  SLOW_MS,
);

const playedBy = (member: string, by: string, more: Partial<Drill> = {}): Drill => {
  const staged = drawn(2, 'rope');
  const steps = [{ kind: 'press' as const, body: staged.seen[0]!.body, attitude: 'level' as const, thought: 3 }];
  const base = { id: `drill-${member}`, ...staged, member, by, steps, solved: false, at: '2027-06-01T20:00:00.000Z' };
  return { ...base, took: { seconds: 90, steps: 1 }, ...more };
};
const withDrills = (...drills: Drill[]): CrewRig => ({ ...demoRig(), drills });

test('a replay names what it was, each step’s worth and who else played it; it can be played again or removed', async () => {
  mockParams = { drill: 'drill-guest' };
  const other = playedBy('m2', 'Second', { solved: true, took: { seconds: 60, steps: 4 } });
  const { user, server } = show(<ReplayPage />, withDrills(playedBy('guest', 'Demo guest'), other));
  const staged = drawn(2, 'rope');
  expect(
    await screen.findByText(wrongText(aboutOf(staged), staged.hidden[0]!.unit, staged.hidden[0]!.field)),
  ).toBeInTheDocument();
  expect(screen.getByText(/^Given up after 1:30 in 1 step; the best order takes/)).toBeInTheDocument();
  const steps = within(screen.getByRole('list', { name: 'Steps' }));
  expect(steps.getAllByRole('listitem')).toHaveLength(1);
  expect(steps.getByText(/^Most for its time: /)).toBeInTheDocument();
  const same = within(screen.getByRole('region', { name: 'The same drill' }));
  expect(same.getAllByText(/: /).map((node) => node.textContent!.split(':')[0])).toEqual(['Second', 'Demo guest']);
  await user.click(screen.getByRole('button', { name: /^Remove, Level 2/ }));
  await waitFor(() => expect(server.rig.drills.map(({ id }) => id)).toEqual(['drill-m2']));
});

test('played again it begins at once, with none of the steps', async () => {
  mockParams = { drill: 'drill-guest' };
  const first = show(<ReplayPage />, withDrills(playedBy('guest', 'Demo guest')));
  await first.user.click(await screen.findByRole('button', { name: 'Play it again' }));
  expect(mockGone).toEqual(['/drills/play']);
  first.unmount();
  show(<PlayPage />);
  expect(await screen.findByText('0 steps')).toBeInTheDocument();
});

test('a drill under way is gone on with after the page was left; given up it is kept as that', async () => {
  const first = show(<DrillsPage />);
  await begin(first.user, 1, 'tar');
  first.unmount();
  const left = show(<PlayPage />);
  await left.user.click(await screen.findByRole('button', { name: 'Fire' }));
  left.unmount();
  const list = show(<DrillsPage />);
  expect(await screen.findByText('Level 1, tar is under way on this device.')).toBeInTheDocument();
  expect(screen.queryByRole('button', { name: 'Make the drill' })).not.toBeInTheDocument();
  list.unmount();
  const { user, server } = show(<PlayPage />);
  expect(await screen.findByText('1 step')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Give up and see what it was' }));
  await waitFor(() => expect(server.rig.drills).toHaveLength(1));
  expect(server.rig.drills[0]).toMatchObject({ solved: false, took: { steps: 1 } });
  expect(await screen.findByText('No drill is under way on this device.')).toBeInTheDocument();
});

test('the clock counts thinking while the page is in sight, and not while it is not', async () => {
  const first = show(<DrillsPage />);
  await begin(first.user, 1, 'tar');
  first.unmount();
  show(<PlayPage />);
  await screen.findByText('0:00');
  let hidden = false;
  jest.spyOn(document, 'visibilityState', 'get').mockImplementation(() => (hidden ? 'hidden' : 'visible'));
  const now = jest.spyOn(performance, 'now');
  const from = performance.now();
  now.mockImplementation(() => from + 7000);
  await screen.findByText('0:07', {}, { timeout: 3000 });
  hidden = true;
  act(() => void document.dispatchEvent(new Event('visibilitychange')));
  now.mockImplementation(() => from + 60_000);
  await act(() => new Promise((done) => setTimeout(done, 1200)));
  expect(screen.getByText('0:07')).toBeInTheDocument();
  jest.restoreAllMocks();
});

test('what takes longest, by member', async () => {
  const rig = withDrills(
    playedBy('guest', 'Demo guest', { solved: true }),
    playedBy('m2', 'Second', { hidden: [{ unit: 'light-1', field: 'on', to: false }] }),
  );
  const { user } = show(<DrillsPage />, rig);
  const missed = () => within(screen.getByRole('region', { name: 'What is missed' }));
  await screen.findByRole('region', { name: 'What is missed' });
  expect(missed().getByText(/times the best over one drill\.$/)).toBeInTheDocument();
  await user.click(missed().getByRole('radio', { name: 'Of: Second' }));
  expect(missed().getByText('Switched off')).toBeInTheDocument();
  expect(missed().getByText('Not found in one drill.')).toBeInTheDocument();
});

test('a look of ours and what went wrong before make drills too', async () => {
  const rig = demoRig();
  rig.incidents = [
    {
      id: 'i1',
      look: 'speeches',
      seen: [{ light: 'light-2', body: 'body-1', attitude: 'level', saw: 'dark' }],
      checks: [],
      ended: { cause: [{ unit: 'light-2', field: 'channel' }], proven: true, at: '2027-06-12T20:00:00.000Z' },
      at: '2027-06-12T19:50:00.000Z',
    },
  ];
  const { user } = show(<DrillsPage />, rig);
  await user.click(await screen.findByRole('button', { name: /^Light 2 stays dark/ }));
  expect(await screen.findByText('Speeches, as it happened')).toBeInTheDocument();
  await user.click(screen.getByRole('radio', { name: 'Gear: A look of ours' }));
  await user.click(screen.getByRole('radio', { name: 'Look: Speeches' }));
  await user.click(screen.getByRole('radio', { name: 'Level: 3' }));
  await user.click(screen.getByRole('button', { name: 'Make the drill' }));
  expect(
    await screen.findByText(/^Speeches: \d lights on 2 bodies\. One thing is not as planned\.$/),
  ).toBeInTheDocument();
});

test('making one says how far it is, and can be stopped', async () => {
  MockWorker.silent = true;
  const { user } = show(<DrillsPage />);
  await user.click(await screen.findByRole('button', { name: 'Make the drill' }));
  expect(await screen.findByText('Hiding something: 50 %')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Stop' }));
  expect(screen.getByRole('button', { name: 'Make the drill' })).toBeInTheDocument();
});
