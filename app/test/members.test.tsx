/** Who is in a crew: invited, named, removed, let in again; and the way in by a link. */
import type { MembersAnswer } from '@ergon/core/record/memberExchange';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { create } from 'qrcode';
import { TextEncoder } from 'node:util';
import type { ReactNode } from 'react';
import { Notices } from '../src/components/Notices';
import { Join } from '../src/members/Join';
import { MembersPage } from '../src/members/MembersPage';
import type { Asked } from '../src/rig/ports';
import { useRig } from '../src/rig/Rig';
import { ThemeProvider } from '../src/theme/Theme';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';

// Browsers have it, the test's stand-in for one does not.
Object.assign(globalThis, { TextEncoder });

const mockGone: string[] = [];
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => ({}),
  useRouter: () => ({ push: (to: string) => mockGone.push(to), replace: (to: string) => mockGone.push(to) }),
  usePathname: () => '/members',
  Link: ({ children }: { children: ReactNode }) => children,
}));

const TOKEN = 'a'.repeat(43);
const UNTIL = '2031-05-03T14:40:00.000Z';
const person = (id: string, name: string, more = {}) => ({
  id,
  name,
  role: 'member' as const,
  since: '2031-04-01T10:00:00.000Z',
  removed: null,
  ...more,
});

const crew = (): MembersAnswer => ({
  members: [
    person('guest', 'Ada', { role: 'owner' }),
    person('gone', 'Cy', { removed: { at: '2031-04-02T10:00:00.000Z', by: 'Ada' } }),
    person('bo', 'Bo'),
  ],
  links: [{ id: 'link-1', role: 'member', member: null, by: 'Ada', until: UNTIL }],
  deeds: [{ at: '2031-04-02T10:00:00.000Z', what: 'removed', by: 'Ada', whom: 'Cy', to: null }],
});

let asked: { method: string; path: string; body: unknown }[] = [];
let addresses: { url: string; vouched: boolean }[] = [];
let fails: { status: number; body: unknown } | undefined;

function show(answer = crew()) {
  [asked, fails] = [[], undefined];
  const rig = demoRig();
  showInRig(<MembersPage />, {
    rig: { ...rig, crew: { ...rig.crew, isDemo: false }, member: { id: 'guest', name: 'Ada' } },
    answer: (method, path, body) => {
      if (method === 'GET' && path === '/api/members') return { status: 200, body: answer };
      if (path === '/api/machine')
        return {
          status: 200,
          body: { tls: 'own', certificate: null, here: { addresses, backups: [], trouble: null, free: null } },
        };
      asked.push({ method, path, body });
      if (fails) return fails;
      return method === 'POST' ? { status: 200, body: { token: TOKEN, until: UNTIL } } : { status: 204 };
    },
  });
  return userEvent.setup({ delay: null });
}

const row = (name: string) => screen.findByRole('listitem', { name: new RegExp(`^${name},`) });
const button = (name: string | RegExp) => screen.getByRole('button', { name });

beforeEach(() => {
  addresses = [{ url: 'http://127.0.0.1:4600', vouched: false }];
  mockGone.length = 0;
  window.location.hash = '';
});

test('an owner invites, and the link is there as words and as a code', async () => {
  const user = show();
  await user.click(await screen.findByRole('radio', { name: 'Invite as: Owner' }));
  await user.click(button('Invite somebody'));
  const card = await screen.findByRole('group', { name: 'Invitation' });
  expect(asked).toEqual([{ method: 'POST', path: '/api/links', body: { role: 'owner' } }]);
  const address = `http://localhost/join#${TOKEN}`;
  expect(await within(card).findByText(address)).toBeInTheDocument();
  expect(within(card).getByText(/^Only this machine can open Ergon/)).toBeInTheDocument();
  // Every dark module of the code for that address is drawn, and none beside.
  const drawn = within(card).getByRole('img').querySelector('path')!.getAttribute('d')!;
  const { data } = create(address, { errorCorrectionLevel: 'M' }).modules;
  expect(drawn.match(/M/g)).toHaveLength(data.reduce((dark, module) => dark + module, 0));
  await user.click(button('Close, the link'));
  expect(screen.queryByText(address)).toBeNull();
  // Whom to invite next is asked anew.
  expect(screen.getByRole('radio', { name: 'Invite as: Member' })).toBeChecked();
});

test('a member is renamed, made an owner and removed when asked twice', async () => {
  const user = show();
  await user.click(within(await row('Bo')).getByRole('button', { name: 'Change, Bo' }));
  const name = screen.getByRole('textbox', { name: 'Name' });
  expect(button('Rename, Bo')).toBeDisabled();
  await user.type(name, ' Tern{Enter}');
  await user.click(button('Make an owner, Bo'));
  await user.click(button('Remove, Bo'));
  expect(screen.getByText(/^Bo is out at once, on every device/)).toBeInTheDocument();
  expect(asked.map(({ body }) => body)).toEqual([{ name: 'Bo Tern' }, { role: 'owner' }]);
  await user.click(
    within(screen.getByRole('group', { name: 'Remove Bo' })).getByRole('button', { name: 'Remove, Bo' }),
  );
  await waitFor(() => expect(asked[2]).toEqual({ method: 'PATCH', path: '/api/members/bo', body: { removed: true } }));
});

test('who was removed is told apart, by whom, and is let in again with one touch', async () => {
  const user = show();
  const cy = await row('Cy');
  expect(within(cy).getByText(/^removed by Ada, /)).toBeInTheDocument();
  expect(
    screen
      .getAllByRole('listitem')
      .map((item) => item.getAttribute('aria-label')?.split(',')[0])
      .slice(0, 3),
  ).toEqual(['Ada', 'Bo', 'Cy']);
  await user.click(within(cy).getByRole('button', { name: 'Let in again, Cy' }));
  expect(asked).toEqual([{ method: 'PATCH', path: '/api/members/gone', body: { removed: false } }]);
  expect(screen.getByText('Ada removed Cy.')).toBeInTheDocument();
});

test('a name written from the right leaves the sentence around it in order', async () => {
  show({ ...crew(), deeds: [{ at: UNTIL, what: 'removed', by: 'Ada', whom: 'נועה', to: null }] });
  expect(await screen.findByText('Ada removed \u2068נועה\u2069.')).toBeInTheDocument();
});

test('what the server refuses is said where it was asked for', async () => {
  const user = show();
  await user.click(within(await row('Ada')).getByRole('button', { name: 'Change, Ada' }));
  fails = { status: 409, body: { error: { code: 'owner.last', message: 'A crew needs an owner.', faults: [] } } };
  await user.click(button('Make a member, Ada'));
  expect(await screen.findByText('A crew needs an owner.')).toBeInTheDocument();
  await user.click(button('Leave the crew, Ada'));
  await user.click(button('Leave, Ada'));
  expect(await screen.findByText('A crew needs an owner.')).toBeInTheDocument();
});

test('an invitation made at the machine itself names where phones reach it', async () => {
  const user = show();
  addresses = [...addresses, { url: 'https://192.168.4.7:4600', vouched: true }];
  await user.click(await screen.findByRole('button', { name: 'Invite somebody' }));
  const card = await screen.findByRole('group', { name: 'Invitation' });
  expect(await within(card).findByText(`https://192.168.4.7:4600/join#${TOKEN}`)).toBeInTheDocument();
  expect(within(card).queryByText(/^Only this machine can open Ergon/)).toBeNull();
});

test('an open link is withdrawn; one for a member is made in their row', async () => {
  const user = show();
  await user.click(await screen.findByRole('button', { name: /^Withdraw, the link for a new member, by Ada/ }));
  await user.click(within(await row('Bo')).getByRole('button', { name: 'Change, Bo' }));
  await user.click(button('Link to get in again, for Bo'));
  expect(await screen.findByRole('group', { name: 'Link for Bo' })).toBeInTheDocument();
  expect(asked).toEqual([
    { method: 'DELETE', path: '/api/links/link-1', body: undefined },
    { method: 'POST', path: '/api/links', body: { member: 'bo' } },
  ]);
});

test('a member sees everybody, and changes nobody but themselves', async () => {
  const members = crew().members.map((one) => ({
    ...one,
    role: one.id === 'bo' ? ('owner' as const) : ('member' as const),
  }));
  show({ ...crew(), members, links: [] });
  expect(within(await row('Ada')).getByRole('button', { name: 'Change, Ada' })).toBeInTheDocument();
  expect(within(await row('Bo')).queryByRole('button')).toBeNull();
  expect(within(await row('Cy')).queryByRole('button')).toBeNull();
  expect(screen.queryByRole('button', { name: 'Invite somebody' })).toBeNull();
});

test('the passphrase is changed where the old one is known, and one signs out everywhere', async () => {
  const user = show();
  await user.click(await screen.findByRole('button', { name: 'Change passphrase' }));
  await user.type(screen.getByLabelText('Passphrase now'), 'hemp');
  await user.type(screen.getByLabelText('New passphrase'), 'too short{Enter}');
  expect(await screen.findByText('Shorter than 10 characters.')).toBeInTheDocument();
  await user.type(screen.getByLabelText('New passphrase'), ' no more{Enter}');
  expect(await screen.findByText(/^Changed\. Every other device/)).toBeInTheDocument();
  expect(asked).toEqual([
    { method: 'PUT', path: '/api/passphrase', body: { passphrase: 'hemp', next: 'too short no more' } },
  ]);
  expect(screen.getByLabelText('New passphrase')).toHaveValue('');
  await user.click(button('Close'));
  await user.click(button('Sign out everywhere'));
  await waitFor(() => expect(mockGone).toEqual(['/sign-in']));
  expect(asked.at(-1)).toMatchObject({ method: 'DELETE', path: '/api/sessions' });
});

test('what is typed unseen is shown where somebody asks, each field by itself', async () => {
  const user = show();
  await user.click(await screen.findByRole('button', { name: 'Change passphrase' }));
  const [now, next] = [screen.getByLabelText('Passphrase now'), screen.getByLabelText('New passphrase')];
  await user.type(next, 'tarred hemp');
  await user.click(button('Show new passphrase'));
  expect(next).not.toHaveAttribute('type', 'password');
  expect(next).toHaveValue('tarred hemp');
  // Shown, it is still no text to mend or to spell.
  expect(next).toHaveAttribute('spellcheck', 'false');
  expect(next).toHaveAttribute('autocapitalize', 'none');
  expect(next).toHaveAttribute('autocorrect', 'off');
  expect(now).toHaveAttribute('type', 'password');
  await user.click(button('Hide new passphrase'));
  expect(next).toHaveAttribute('type', 'password');
});

/** Asks the server, as the feed does every so often. */
function Ask() {
  const { queue } = useRig();
  return <button onClick={() => void queue.ask()}>ask</button>;
}

test('who was removed is told so, and is in again by themselves once somebody lets them', async () => {
  let asked: Asked = { came: 'signed-out', ails: 'sign-in.removed' };
  showInRig(
    <>
      <Notices />
      <Ask />
    </>,
    { ask: async () => asked },
  );
  const user = userEvent.setup({ delay: null });
  await user.click(await screen.findByRole('button', { name: 'ask' }));
  expect(await screen.findByText('You were removed from this crew.')).toBeInTheDocument();
  expect(screen.getByText(/stays on this device and is sent once an owner lets you in again\./)).toBeInTheDocument();
  asked = { came: 'page', page: { operations: [], last: demoRig().number } };
  await user.click(button('ask'));
  await waitFor(() => expect(screen.queryByRole('alert')).toBeNull());
});

describe('a link', () => {
  let told: { status: number; body?: unknown }[] = [];
  function open(...answers: { status: number; body?: unknown }[]) {
    [asked, told] = [[], answers];
    globalThis.fetch = jest.fn(async (path: string, init?: RequestInit) => {
      asked.push({ method: init?.method ?? 'GET', path, body: JSON.parse(String(init?.body)) });
      const { status, body } = told.shift()!;
      return { ok: status < 400, status, json: async () => body };
    }) as never;
    window.location.hash = TOKEN;
    render(
      <QueryClientProvider client={new QueryClient()}>
        <ThemeProvider>
          <Join />
        </ThemeProvider>
      </QueryClientProvider>,
    );
    return userEvent.setup({ delay: null });
  }
  const link = (more = {}) => ({ status: 200, body: { crew: 'Quay', by: 'Ada', member: null, until: UNTIL, ...more } });

  test('says who invites to what; name and a new passphrase lead in', async () => {
    const user = open(link(), { status: 204 });
    expect(await screen.findByText('Ada invites you to Quay.')).toBeInTheDocument();
    await user.click(button('Join the crew'));
    expect(await screen.findByText('Empty: give it a name.')).toBeInTheDocument();
    await user.type(screen.getByRole('textbox', { name: 'Your name' }), 'Bo');
    await user.type(screen.getByLabelText('New passphrase'), 'tarred hemp{Enter}');
    await waitFor(() => expect(mockGone).toEqual(['/']));
    expect(asked.map(({ path, body }) => [path, body])).toEqual([
      ['/api/links/look', { token: TOKEN }],
      ['/api/links/use', { token: TOKEN, name: 'Bo', passphrase: 'tarred hemp' }],
    ]);
  });

  test('for a member asks for a new passphrase alone', async () => {
    const user = open(link({ member: 'Bo' }), { status: 204 });
    expect(await screen.findByText('You come back to Quay as Bo.')).toBeInTheDocument();
    expect(screen.queryByRole('textbox', { name: 'Your name' })).toBeNull();
    await user.type(screen.getByLabelText('New passphrase'), 'tarred hemp{Enter}');
    await waitFor(() => expect(mockGone).toEqual(['/']));
    expect(asked[1]!.body).toEqual({ token: TOKEN, passphrase: 'tarred hemp' });
  });

  test('that is gone says so, and leads to sign in', async () => {
    const user = open({
      status: 404,
      body: { error: { code: 'link.gone', message: 'This link was used.', faults: [] } },
    });
    expect(await screen.findByText('This link was used.')).toBeInTheDocument();
    await user.click(button('Sign in'));
    expect(mockGone).toEqual(['/sign-in']);
  });
});
