/** The machine’s own page: how phones reach it, how it is, and what there is to go back to. */
import type { HealthAnswer, MachineAnswer } from '@ergon/core/record/machineExchange';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { create } from 'qrcode';
import { TextEncoder } from 'node:util';
import { MachinePage } from '../src/machine/MachinePage';
import { ThemeProvider } from '../src/theme/Theme';

// Browsers have it, the test's stand-in for one does not.
Object.assign(globalThis, { TextEncoder });
jest.mock('expo-router', () => ({ useRouter: () => ({ replace: () => undefined }) }));

const well: HealthAnswer = { status: 'ok', database: 'ok', disk: 'ok', backup: 'ok' };
const SHOWN = Array.from({ length: 32 }, (_, at) => (at + 16).toString(16).toUpperCase()).join(':');
const AUTHORITY = Array.from({ length: 32 }, (_, at) => (at + 128).toString(16).toUpperCase()).join(':');
const there: MachineAnswer = {
  tls: 'own',
  certificate: { shown: SHOWN, authority: AUTHORITY, until: '2032-05-03T14:40:00.000Z' },
  here: {
    addresses: [
      { url: 'https://192.168.4.7:4600', vouched: true },
      { url: 'https://203.0.113.9:4600', vouched: false },
      { url: 'https://127.0.0.1:4600', vouched: true },
    ],
    backups: [],
    trouble: null,
    free: 20_000_000_000,
  },
};

function show(machine: MachineAnswer | null, health: HealthAnswer | null = well) {
  globalThis.fetch = jest.fn(async (input: RequestInfo | URL) => {
    const answer = String(input) === '/health' ? health : machine;
    if (!answer) throw new TypeError('no server');
    const status = 'status' in answer && answer.status === 'down' ? 503 : 200;
    return { ok: status === 200, status, json: async () => answer } as Response;
  });
  render(
    <QueryClientProvider client={new QueryClient()}>
      <ThemeProvider>
        <MachinePage />
      </ThemeProvider>
    </QueryClientProvider>,
  );
  return userEvent.setup({ delay: null });
}

const reach = () => screen.findByRole('region', { name: 'How phones reach it' });
const grouped = (fingerprint: string) => fingerprint.split(':').map((pair, at) => pair + (at % 8 === 7 ? ' ' : ':'));

test('its screen shows one address at a time as a code, and what a phone must show', async () => {
  const user = show(there);
  const card = await reach();
  const drawn = () => within(card).getByRole('img').querySelector('path')!.getAttribute('d')!.match(/M/g)!.length;
  const dark = (text: string) =>
    create(text, { errorCorrectionLevel: 'M' }).modules.data.reduce((sum, module) => sum + module, 0);
  expect(drawn()).toBe(dark('https://192.168.4.7:4600'));
  for (const one of [SHOWN, AUTHORITY])
    expect(within(card).getByText(grouped(one).join('').replace(/.$/, ''))).toBeInTheDocument();
  expect(within(card).queryByText(/a public one/)).toBeNull();
  // This machine's own address is for nobody else.
  expect(within(card).getAllByRole('radio')).toHaveLength(2);
  await user.click(within(card).getByRole('radio', { name: /203\.0\.113\.9/ }));
  expect(drawn()).toBe(dark('https://203.0.113.9:4600'));
  expect(within(card).getByText(/a public one, for which the machine cannot vouch/)).toBeInTheDocument();
});

test('on a phone no fingerprint is shown: whoever stands between would show theirs', async () => {
  show({ ...there, here: null });
  const card = await reach();
  expect(within(card).getAllByText(/on the machine’s own screen/)).toHaveLength(2);
  expect(card.textContent).not.toContain(SHOWN.slice(0, 8));
  expect(card.textContent).not.toContain(AUTHORITY.slice(0, 8));
  expect(within(card).queryByRole('img')).toBeNull();
  expect(within(card).getByRole('button', { name: 'Fetch the certificate' })).toBeInTheDocument();
});

test('a machine only it can open says how to let phones in; one in the open what is at risk', async () => {
  const plain = { tls: 'off', certificate: null } as const;
  show({ ...plain, here: { ...there.here!, addresses: [{ url: 'http://127.0.0.1:4600', vouched: false }] } });
  expect(within(await reach()).getByText(/^Only this machine can open Ergon\./)).toBeInTheDocument();
  expect(screen.queryByRole('img')).toBeNull();
});

test('without TLS on a network the address stands there with the risk', async () => {
  const addresses = [{ url: 'http://192.168.4.7:4600', vouched: false }];
  show({ tls: 'off', certificate: null, here: { ...there.here!, addresses } });
  const card = await reach();
  expect(within(card).getByText(/whoever shares the network can read passphrases/)).toBeInTheDocument();
  expect(within(card).queryByText(/the certificate may not be good/i)).toBeNull();
  expect(within(card).getByRole('img', { name: /^http:\/\/192\.168\.4\.7:4600 as a code/ })).toBeInTheDocument();
});

test('what is wrong is told, also with an answer that says the server is down, and where none comes', async () => {
  show(there, { ...well, status: 'down', database: 'away', backup: 'failed' });
  const list = await screen.findByRole('list', { name: 'How it is' });
  expect(within(list).getByText(/^It does not answer\. It is started again by itself/)).toBeInTheDocument();
  expect(within(list).getByText(/^The last try went wrong/)).toBeInTheDocument();
  expect(within(list).getByText('There is room. 20 GB left.')).toBeInTheDocument();
});

test('a server that is gone is no reason for an empty page', async () => {
  show(null, null);
  expect(await screen.findByText(/^It does not answer\. Phones keep what waits/)).toBeInTheDocument();
  expect(await screen.findByText(/The server cannot be reached/)).toBeInTheDocument();
});

test('backups say whether they are whole, and how one is brought back', async () => {
  const file = (day: number) => `ergon-2031050${day}T100000Z.sql.gz`;
  const kept = (day: number, more: object) => ({
    file: file(day),
    made: `2031-05-0${day}T10:00:00.000Z`,
    bytes: 1_240_000,
    checked: `2031-05-0${day}T10:00:09.000Z`,
    fault: null,
    ...more,
  });
  const backups = [
    kept(3, {}),
    kept(2, { checked: null, fault: 'the table operation is missing' }),
    kept(1, { made: null, checked: null }),
  ];
  show({ ...there, here: { ...there.here!, backups, trouble: 'no room' } });
  const rows = within(await screen.findByRole('list', { name: 'Backups' })).getAllByRole('listitem');
  expect(rows.map((row) => row.textContent)).toEqual([
    expect.stringMatching(/^3 May 2031, \d\d:00.*1\.2 MB · whole/),
    expect.stringMatching(/1\.2 MB · not known to be whole · the table operation is missing/),
    expect.stringMatching(/^Nobody knows when.*not known to be whole/),
  ]);
  expect(screen.getByText('The last try: no room')).toBeInTheDocument();
  expect(screen.getByText(/^Stop Ergon, then \.\/bin\/restore FILE/)).toBeInTheDocument();
});
