/** The places of the app: what each shows first, where an odd address leads, and what is logged of a shot. */
import type { LoggedTest } from '@ergon/core/record/testFire';
import { fingerprint } from '@ergon/core/verdict/fingerprint';
import { isMeantFor } from '@ergon/core/rig/meantFor';
import { buildRig, indexKit, type Light } from '@ergon/core/rig/rig';
import { shotRefOf } from '@ergon/core/shot/lightRun';
import { judge } from '@ergon/core/verdict/judge';
import { act, render, renderHook, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import type { Operation } from '@ergon/core/operation/edit';
import { Fire } from '../src/screens/Fire';
import { Lines } from '../src/screens/Lines';
import { NextLook } from '../src/screens/NextLook';
import { NothingFetched } from '../src/screens/NotFetched';
import { NotFound } from '../src/screens/NotFound';
import { useLooksJudgedSoon } from '../src/rig/judgedLook';
import { Tonight } from '../src/screens/Tonight';
import { ThemeProvider, useTheme } from '../src/theme/Theme';
import { useWorker } from '../src/workers/useWorker';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';

let mockLook = 'speeches';
const mockGone: unknown[] = [];
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => ({ look: mockLook }),
  useRouter: () => ({ push: (to: unknown) => mockGone.push(to), replace: (to: unknown) => mockGone.push(to) }),
  usePathname: () => '/',
  Redirect: ({ href }: { href: unknown }) => {
    mockGone.push(href);
    return null;
  },
  Link: ({ children }: { children: ReactNode }) => children,
}));
beforeEach(() => {
  mockGone.length = 0;
  window.localStorage.clear();
});

type Rig = ReturnType<typeof demoRig>;
/** The demo with only some of its looks. */
const withLooks = (...ids: string[]): Rig => {
  const rig = demoRig();
  return { ...rig, looks: rig.looks.filter((look) => ids.includes(look.id)) };
};
/** Body 1 held both ways in the speeches. */
const heldBothWays = (): Rig => {
  const rig = withLooks('speeches');
  const [look] = rig.looks;
  const body = look!.units['body-1']!;
  const attitudes = ['level' as const, 'upright' as const];
  return { ...rig, looks: [{ ...look!, units: { ...look!.units, 'body-1': { ...body!, attitudes } } }] };
};

describe('addresses', () => {
  test('what breaks around everything is said too, with a way on', async () => {
    const retry = jest.fn(() => Promise.resolve());
    render(<NothingFetched retry={retry} />);
    expect(screen.getByText('This part did not open')).toBeVisible();
    await userEvent.click(screen.getByRole('button', { name: 'Try again' }));
    expect(retry).toHaveBeenCalledTimes(1);
  });

  test('one nobody knows is answered in our words, with a way back', async () => {
    render(
      <ThemeProvider>
        <NotFound />
      </ThemeProvider>,
    );
    expect(screen.getByRole('heading', { level: 1, name: 'Nothing here' })).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Go to Tonight' }));
    expect(mockGone).toEqual(['/']);
  });

  test.each([
    ['the look that fails first', ['vows', 'speeches'], 'vows'],
    ['where nothing fails, the one to prove', ['speeches'], 'speeches'],
  ])('a place without a look leads to %s', async (_, looks, look) => {
    showInRig(<NextLook place="lines" title="Lines" />, { rig: withLooks(...looks) });
    await waitFor(() => expect(mockGone).toContainEqual({ pathname: '/lines/[look]', params: { look } }));
  });

  test('where there is no look at all it says what goes there', async () => {
    showInRig(<NextLook place="fire" title="Fire" />, { rig: withLooks() });
    expect(await screen.findByText('Its lights. A look for each moment.')).toBeInTheDocument();
    expect(mockGone).toEqual([]);
    await userEvent.click(screen.getByRole('button', { name: 'Plan the lights' }));
    expect(mockGone).toEqual([{ pathname: '/events/[event]', params: { event: 'ropewalk' } }]);
  });

  test('a look that was removed leads back to Tonight', async () => {
    mockLook = 'brunch';
    showInRig(<Lines />);
    await userEvent.click(await screen.findByRole('button', { name: 'Go to Tonight' }));
    expect(mockGone).toEqual(['/']);
  });
});

describe('Tonight', () => {
  test('says the one next thing, and leads there', async () => {
    showInRig(<Tonight />, { rig: withLooks('vows', 'speeches') });
    expect(await screen.findByText('Vows: 2 of 2 lights would not do as planned.')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'See why and mend' }));
    expect(mockGone).toEqual([{ pathname: '/lines/[look]', params: { look: 'vows' } }]);
  });

  test('counts each look’s lights by what is known of them', async () => {
    showInRig(<Tonight />, { rig: withLooks('vows', 'speeches', 'family-groups') });
    const looks = await screen.findByRole('list', { name: 'Moments' });
    await waitFor(() => expect(within(looks).queryByText(/working it out/)).toBeNull());
    const counts = within(looks)
      .getAllByRole('listitem')
      .map((row) => row.textContent);
    expect(counts.find((text) => text?.includes('Vows'))).toMatch(/· 2 failing/);
    expect(counts.find((text) => text?.includes('First speeches'))).toMatch(/· Speeches: 4 computed/);
    expect(counts.find((text) => text?.includes('Family groups'))).toMatch(/1 unknown/);
  });

  test('the looks stand there before they are judged', async () => {
    const seen: [number, number | null][] = [];
    const Watch = () => {
      const { looks, judged } = useLooksJudgedSoon('ropewalk');
      seen.push([looks.length, judged?.length ?? null]);
      return <p>{judged ? 'judged' : 'working'}</p>;
    };
    showInRig(<Watch />, { rig: withLooks('vows', 'speeches') });
    await screen.findByText('judged');
    const drawn = seen.filter(([looks]) => looks === 2);
    expect([drawn[0], drawn.at(-1)]).toEqual([
      [2, null],
      [2, 2],
    ]);
  });

  test('a theme is remembered on the device, and colours the browser’s own frame', async () => {
    const meta = document.createElement('meta');
    meta.id = 'theme-colour';
    document.head.append(meta);
    showInRig(<Tonight />, { rig: withLooks('vows') });
    await userEvent.click(await screen.findByRole('radio', { name: 'Theme: hush' }));
    expect(window.localStorage.getItem('ergon.theme')).toBe('hush');
    const { result } = renderHook(() => useTheme(), { wrapper: ThemeProvider });
    expect(result.current.name).toBe('hush');
    expect(meta.getAttribute('content')).toBe(result.current.colours.ground);
    meta.remove();
  });
});

describe('a test fire is of one way of holding the camera', () => {
  const logged: Operation[] = [];
  const show = (rig: Rig) => {
    mockLook = 'speeches';
    logged.length = 0;
    showInRig(<Fire />, {
      rig,
      send: async ({ operations }) => {
        // What nobody answered is sent again.
        logged.push(...operations.filter(({ id }) => !logged.some((one) => one.id === id)));
        return { came: 'nothing' };
      },
    });
    return userEvent.setup({ delay: null });
  };
  const pressAndLog = async (user: ReturnType<typeof userEvent.setup>, shot: string) => {
    await user.click(await screen.findByRole('radio', { name: `Shot by: ${shot}` }));
    await user.click(screen.getByRole('button', { name: `Press the shutter of ${shot}` }));
    await user.click(screen.getByRole('radio', { name: 'What Light 1 did: fired' }));
    await user.click(screen.getByRole('button', { name: 'Log 1 light' }));
  };

  test('logged upright it proves that shot and not the level one', async () => {
    const user = show(heldBothWays());
    await pressAndLog(user, 'Body 1 upright');
    await waitFor(() => expect(logged).toHaveLength(1));
    expect(logged[0]).toMatchObject({
      edits: [{ to: { doc: { light: 'light-1', body: 'body-1', attitude: 'upright' } } }],
    });
    expect(screen.getByText('Logged 1 light.')).toBeInTheDocument();
    expect(screen.queryByText(/Light 1.*proven/)).not.toBeInTheDocument();
  });

  test('before the press it says what is computed and when each light was last proven; what is logged is taken back there', async () => {
    const user = show(heldBothWays());
    const table = await screen.findByRole('table', { name: 'Test fires by light and shot' });
    expect(within(table).getByRole('rowheader', { name: 'Light 1: in the frame · never tested' })).toBeInTheDocument();
    expect(screen.getByText('No test fire is logged.')).toBeInTheDocument();
    await pressAndLog(user, 'Body 1');
    const list = screen.getByRole('list', { name: 'Logged test fires' });
    expect(within(list).getByText('Light 1 fired, Body 1')).toBeInTheDocument();
    expect(within(list).getByText(/^\d\d:\d\d · /)).toBeInTheDocument();
    await user.click(screen.getByRole('button', { name: 'Take back, what was logged just now' }));
    expect(screen.queryByText('Logged 1 light.')).toBeNull();
    expect(screen.getByText('No test fire is logged.')).toBeInTheDocument();
    await user.click(screen.getByRole('button', { name: /^Undo: / }));
    await user.click(screen.getByRole('button', { name: 'Take back, Light 1 fired, Body 1' }));
    expect(screen.getByText('No test fire is logged.')).toBeInTheDocument();
  });

  test('what was marked for one shot is not carried to another', async () => {
    const user = show(heldBothWays());
    await user.click(await screen.findByRole('button', { name: 'Press the shutter of Body 1' }));
    await user.click(screen.getByRole('checkbox', { name: 'every light' }));
    await user.click(screen.getByRole('checkbox', { name: 'Light 1' }));
    await user.click(screen.getByRole('button', { name: 'Mark 3 as simulated' }));
    expect(screen.getByRole('button', { name: /^Log 3 lights/ })).toBeInTheDocument();
    await user.click(screen.getByRole('radio', { name: 'Shot by: Body 1 upright' }));
    expect(screen.getByRole('button', { name: 'Press the shutter of Body 1 upright' })).toBeInTheDocument();
    expect(screen.queryByRole('button', { name: /^Log/ })).not.toBeInTheDocument();
    expect(logged).toEqual([]);
  });

  test('proven level alone, a light held both ways is still to be proven', async () => {
    const rig = heldBothWays();
    const built = buildRig(indexKit(rig), rig.looks[0]!, rig.onAir);
    const light = built.placed.get('light-1') as Light;
    const tests = judge(built)
      .shots.filter(({ body }) => isMeantFor(built, light, body))
      .map((shot, index): LoggedTest => ({
        id: `test-${index}`,
        look: 'speeches',
        light: light.id,
        ...shotRefOf(shot),
        result: 'fired',
        fingerprint: fingerprint(built, light, shot.body),
        at: '2027-06-12T19:00:00.000Z',
      }));
    const level = tests.filter((test) => test.attitude === 'level');
    expect(level.length).toBe(tests.length - 1);
    const { unmount } = showInRig(<Tonight />, { rig: { ...rig, tests: level } });
    expect(await screen.findAllByText(/4 computed/)).toHaveLength(2);
    unmount();
    showInRig(<Tonight />, { rig: { ...rig, tests } });
    expect(await screen.findAllByText(/3 computed · 1 proven/)).toHaveLength(2);
  });
});

describe('work off the page’s thread', () => {
  class Bench {
    static all: Bench[] = [];
    asked: unknown = null;
    ended = false;
    onmessage: ((event: { data: unknown }) => void) | null = null;
    constructor() {
      Bench.all.push(this);
    }
    postMessage(request: unknown): void {
      this.asked = request;
    }
    terminate(): void {
      this.ended = true;
    }
  }
  const start = () => new Bench() as unknown as Worker;
  const useBench = ({ asked }: { asked: object | null }) => useWorker<object, number, string>(start, asked);
  const use = (request: object | null) => renderHook(useBench, { initialProps: { asked: request } });
  const say = (worker: Bench, data: unknown) => act(() => worker.onmessage!({ data }));
  beforeEach(() => (Bench.all = []));

  test('says how far it is, then what it found', () => {
    const request = { of: 1 };
    const { result } = use(request);
    const [worker] = Bench.all;
    expect(worker!.asked).toBe(request);
    expect(result.current).toMatchObject({ progress: null, result: null, stopped: false });
    say(worker!, { progress: 3 });
    expect(result.current).toMatchObject({ progress: 3, result: null });
    say(worker!, { result: 'found' });
    expect(result.current).toMatchObject({ progress: null, result: 'found' });
    expect(Bench.all).toHaveLength(1);
  });

  test('another request ends the one before, whose late answer changes nothing', () => {
    const { result, rerender } = use({ of: 1 });
    const first = Bench.all[0]!;
    say(first, { result: 'old' });
    rerender({ asked: { of: 2 } });
    expect(result.current.result).toBeNull();
    expect(first.ended).toBe(true);
    say(first, { result: 'late' });
    expect(result.current.result).toBeNull();
    say(Bench.all[1]!, { result: 'new' });
    expect(result.current.result).toBe('new');
  });

  test('stopped it stays stopped until asked again', () => {
    const { result } = use({ of: 1 });
    act(() => result.current.stop());
    expect(Bench.all[0]!.ended).toBe(true);
    expect(result.current.stopped).toBe(true);
    expect(Bench.all).toHaveLength(1);
    act(() => result.current.again());
    expect(result.current.stopped).toBe(false);
    expect(Bench.all).toHaveLength(2);
  });

  test('leaving ends it; asking nothing starts nothing', () => {
    const { unmount } = use({ of: 1 });
    unmount();
    expect(Bench.all[0]!.ended).toBe(true);
    use(null);
    expect(Bench.all).toHaveLength(1);
  });
});
