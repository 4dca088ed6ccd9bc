/** One table of keys: what is pressed, who answers, and what the sheet says. */
import type { Operation } from '@ergon/core/operation/edit';
import type { OperationsRequest } from '@ergon/core/operation/operationExchange';
import { act, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { SaveBar } from '../src/components/SaveBar';
import { KeySheet } from '../src/keys/KeySheet';
import { deedOf, SHORTCUTS } from '../src/keys/shortcuts';
import { useShortcuts } from '../src/keys/useShortcuts';
import { useRig } from '../src/rig/Rig';
import { CrewShell } from '../src/screens/CrewShell';
import { Lines } from '../src/screens/Lines';
import { firstTrouble, moved } from '../src/screens/selected';
import { ThemeProvider } from '../src/theme/Theme';
import { Device, FakeServer } from './fakeServer';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';

let mockLook = 'speeches';
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => ({ look: mockLook }),
  useRouter: () => ({ push: () => undefined, replace: () => undefined }),
  usePathname: () => '/lines/speeches',
  Redirect: () => null,
  Link: ({ children }: { children: ReactNode }) => children,
}));

const press = (key: string, held: Partial<KeyboardEvent> = {}): KeyboardEvent =>
  ({ key, ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, target: document.body, ...held }) as never;

describe('what a key asks for', () => {
  test.each([
    ['z with Ctrl', press('z', { ctrlKey: true }), 'undo'],
    ['Z with Cmd', press('Z', { metaKey: true }), 'undo'],
    ['z with Ctrl and Shift is somebody else’s', press('z', { ctrlKey: true, shiftKey: true }), null],
    ['z alone is nobody’s', press('z'), null],
    ['/', press('/'), 'find'],
    ['/ with Ctrl', press('/', { ctrlKey: true }), null],
    ['?', press('?', { shiftKey: true }), 'keys'],
    ['an arrow', press('ArrowLeft'), 'along'],
    ['an arrow with Alt is the browser’s', press('ArrowLeft', { altKey: true }), null],
    ['Escape', press('Escape'), 'close'],
    ['a letter', press('q'), null],
  ])('%s', (_, event, deed) => expect(deedOf(event)).toBe(deed));

  test('a field keeps every key but Escape, a choice keeps its arrows', () => {
    const field = document.createElement('input');
    const choice = document.createElement('div');
    choice.setAttribute('role', 'radio');
    expect(deedOf(press('z', { ctrlKey: true, target: field }))).toBeNull();
    expect(deedOf(press('/', { target: field }))).toBeNull();
    expect(deedOf(press('Escape', { target: field }))).toBe('close');
    expect(deedOf(press('ArrowUp', { target: choice }))).toBeNull();
    expect(deedOf(press('?', { target: choice }))).toBe('keys');
  });
});

test('the sheet names every key there is', () => {
  render(
    <ThemeProvider>
      <KeySheet onClose={() => undefined} />
    </ThemeProvider>,
  );
  for (const { named, told } of SHORTCUTS) {
    expect(screen.getByText(named)).toBeInTheDocument();
    expect(screen.getByText(told)).toBeInTheDocument();
  }
});

test('who came last is asked first; what nobody does keeps its own meaning', async () => {
  const done: string[] = [];
  const Asker = ({ name, find = false }: { name: string; find?: boolean }) => {
    useShortcuts({ undo: () => done.push(`${name} undo`), ...(find && { find: () => done.push(`${name} find`) }) });
    return null;
  };
  const user = userEvent.setup();
  const { rerender, unmount } = render(
    <>
      <Asker name="below" find />
      <Asker name="above" />
    </>,
  );
  await user.keyboard('{Control>}z{/Control}/');
  expect(done).toEqual(['above undo', 'below find']);
  rerender(<Asker name="below" find />);
  await user.keyboard('{Control>}z{/Control}');
  expect(done.at(-1)).toBe('below undo');
  const kept = new KeyboardEvent('keydown', { key: '?', cancelable: true });
  window.dispatchEvent(kept);
  expect(kept.defaultPrevented).toBe(false);
  unmount();
  const gone = new KeyboardEvent('keydown', { key: '/', cancelable: true });
  window.dispatchEvent(gone);
  expect(gone.defaultPrevented).toBe(false);
});

describe('undo while trying on paper', () => {
  const sent: Operation[] = [];
  const show = () => {
    sent.length = 0;
    mockLook = 'speeches';
    window.localStorage.clear();
    const server = new FakeServer(demoRig());
    showInRig(
      <CrewShell>
        <Lines />
      </CrewShell>,
      {
        answer: (_, path, body) => {
          if (path === '/api/session') return { status: 200, body: { signedIn: true } };
          if (path !== '/api/operations') return undefined;
          const request = body as OperationsRequest;
          sent.push(...request.operations);
          return { status: 200, body: server.send(request) };
        },
      },
    );
    return userEvent.setup();
  };
  const paper = () => screen.getByRole('region', { name: 'On paper' });

  test('the key takes back what is tried, one change at a time, and never a real edit', async () => {
    const user = show();
    const one = await screen.findByRole('group', { name: /^Light 1,/ });
    await user.click(within(one).getByRole('button', { name: 'Light 1' }));
    await user.click(within(one).getByRole('button', { name: /, lamp, .*: works$/ }));
    // A real edit first, for the key to leave alone.
    await user.click(within(one).getByRole('button', { name: 'power of Light 1: less' }));
    await user.click(screen.getByRole('button', { name: 'Try on paper' }));
    await user.click(within(one).getByRole('button', { name: 'power of Light 1: less' }));
    await user.click(within(one).getByRole('radio', { name: 'beep of Light 1: on' }));
    expect(within(paper()).getByText('Switch on the beep of Light 1')).toBeInTheDocument();
    await user.keyboard('{Control>}z{/Control}');
    expect(within(paper()).queryByText('Switch on the beep of Light 1')).not.toBeInTheDocument();
    expect(within(paper()).getByText(/^Set power .* on Light 1$/)).toBeInTheDocument();
    await user.keyboard('{Control>}z{/Control}');
    await user.keyboard('{Control>}z{/Control}');
    expect(within(paper()).getByText('Change whatever you like below and see what would happen.')).toBeInTheDocument();
    expect(sent).toHaveLength(1);
    await user.click(screen.getByRole('button', { name: 'Drop it, what was tried' }));
    await user.keyboard('{Control>}z{/Control}');
    await waitFor(() => expect(sent).toHaveLength(2));
    const power = ({ edits }: Operation) => edits[0]!.to as unknown as number;
    // Light 1 goes by tenths.
    expect(power(sent[1]!)).toBeCloseTo(power(sent[0]!) + 0.1);
  });

  test('so does the button, which says what it would take back', async () => {
    const user = show();
    await screen.findByRole('button', { name: 'Undo: nothing to undo' });
    const one = screen.getByRole('group', { name: /^Light 1,/ });
    await user.click(within(one).getByRole('button', { name: 'Light 1' }));
    await user.click(within(one).getByRole('button', { name: /, lamp, .*: works$/ }));
    await user.click(screen.getByRole('button', { name: 'Try on paper' }));
    await user.click(within(one).getByRole('button', { name: 'power of Light 1: less' }));
    await user.click(screen.getByRole('button', { name: 'Undo: power of Light 1, on paper' }));
    expect(screen.getByRole('button', { name: 'Undo: nothing to undo' })).toBeDisabled();
    expect(sent).toEqual([]);
  });
});

test('what waits is counted beside the undo', async () => {
  let submit: () => void = () => undefined;
  const Doer = () => {
    const { queue } = useRig();
    submit = () => queue.edit('speeches', [{ unit: 'light-1', setting: 'channel', from: null, to: 5 }], 'channel');
    return <SaveBar />;
  };
  showInRig(<Doer />, { send: async () => ({ came: 'nothing' }) });
  const status = await screen.findByRole('status', { name: 'Save state' });
  await act(async () => submit());
  await waitFor(() => expect(status).toHaveTextContent('1 waiting'));
});

test('nothing is said of saving until it is known what the device holds', async () => {
  let tell: () => void = () => undefined;
  const device = new Device();
  const { load } = device;
  device.load = () => new Promise((resolve) => (tell = () => void load().then(resolve)));
  showInRig(<SaveBar />, { store: device });
  const status = await screen.findByRole('status', { name: 'Save state' });
  expect(status).toHaveTextContent(/^$/);
  await act(async () => tell());
  await waitFor(() => expect(status).toHaveTextContent('saved'));
});

describe('the arrows', () => {
  const station = (stage: string, state = 'ok') => ({ stage, state, unit: 'u', code: null });
  const line = (id: string, ...states: string[]) =>
    ({
      light: { id, settings: {} },
      stations: ['body', 'shoe', 'sender', 'lamp'].map((stage, index) => station(stage, states[index])),
    }) as never;
  const lines = [line('a'), line('b', 'none', 'none', 'fail', 'beyond')];

  test.each([
    ['right', { light: 'a', station: 0 }, 'ArrowRight', { light: 'a', station: 1 }],
    ['left at the edge stays', { light: 'a', station: 0 }, 'ArrowLeft', null],
    [
      'down onto a line without that station goes to its next one',
      { light: 'a', station: 0 },
      'ArrowDown',
      { light: 'b', station: 2 },
    ],
    ['left past stations a line does not have', { light: 'b', station: 2 }, 'ArrowLeft', null],
    ['up', { light: 'b', station: 3 }, 'ArrowUp', { light: 'a', station: 3 }],
    ['down at the end stays', { light: 'b', station: 3 }, 'ArrowDown', null],
    ['from nowhere to the first line’s lamp', null, 'ArrowDown', { light: 'a', station: 3 }],
    ['from a light that is gone likewise', { light: 'gone', station: 1 }, 'ArrowUp', { light: 'a', station: 3 }],
  ])('%s', (_, from, key, to) => expect(moved(lines, from, key)).toEqual(to));

  test('a line opens where it stops', () => {
    expect(firstTrouble(lines[1]!)).toBe(2);
    expect(firstTrouble(lines[0]!)).toBe(3);
    expect(moved([], null, 'ArrowUp')).toBeNull();
  });
});

test('the demo has the looks these tests speak of', () => {
  expect(demoRig().looks.map((look) => look.id)).toContain('speeches');
});
