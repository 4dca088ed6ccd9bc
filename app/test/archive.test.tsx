/** Everything a crew has, out and in, as a person sees it. */
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { ArchiveBox } from '../src/kit/ArchiveBox';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';

const mockDownload = jest.fn();
jest.mock('../src/components/download', () => ({ download: (...args: unknown[]) => mockDownload(...args) }));

const EMPTY = { ...demoRig(), number: 0, units: [], looks: [] };
const ARCHIVE =
  '{"format":"ergon-archive","version":3,"crew":"Quay","records":1,"operations":1}\n{"record":1}\n{"operation":1}\n';
const FILE = new File([ARCHIVE], 'ergon-archive.ndjson');

type Way = (path: string, init: RequestInit) => Promise<object> | undefined;

/** Answers of the server to what is asked of the archive; the rest as ever. */
function answering(way: Way): void {
  const others = globalThis.fetch;
  globalThis.fetch = ((path: string, init: RequestInit) => way(path, init ?? {}) ?? others(path, init)) as never;
}

const reply = (status: number, text: string, type = 'application/x-ndjson') => ({
  ok: status < 400,
  status,
  headers: { get: () => type },
  text: async () => text,
  json: async () => JSON.parse(text) as unknown,
});
const onArchive =
  (answer: (init: RequestInit) => Promise<object>): Way =>
  (path, init) =>
    path === '/api/archive' ? answer(init) : undefined;

beforeEach(() => mockDownload.mockClear());

test('everything goes out as one file, and what is in it is said', async () => {
  showInRig(<ArchiveBox />);
  answering(onArchive(async () => reply(200, ARCHIVE)));
  await userEvent.click(await screen.findByRole('button', { name: 'Take everything out' }));
  await screen.findByText(/is with your browser.*: 1 record and 1 change of its history\.$/);
  expect(mockDownload).toHaveBeenCalledWith('ergon-archive.ndjson', ARCHIVE);
});

test.each([
  [
    'cut off on its way',
    reply(200, ARCHIVE.slice(0, -20)),
    'No file was made. The archive was cut off on its way. Try again in a moment.',
  ],
  [
    'a portal’s page',
    reply(200, '<html>', 'text/html'),
    'No file was made. Something other than the server answers. Try again in a moment.',
  ],
  [
    'a server in trouble',
    reply(503, '{}', 'application/json'),
    'No file was made. The server has trouble. Try again in a moment.',
  ],
])('of an archive that is %s no file is made', async (_, answer, words) => {
  showInRig(<ArchiveBox />);
  answering(onArchive(async () => ({ ...answer, json: async () => Promise.reject(new Error('none')) })));
  await userEvent.click(await screen.findByRole('button', { name: 'Take everything out' }));
  expect(await screen.findByText(words)).toBeInTheDocument();
  expect(mockDownload).not.toHaveBeenCalled();
});

test('an empty crew takes an archive in; one that has something says where it goes', async () => {
  const { unmount } = showInRig(<ArchiveBox />);
  await screen.findByText(/start a crew of its own for it/);
  expect(screen.queryByLabelText('Archive to bring in')).not.toBeInTheDocument();
  unmount();
  showInRig(<ArchiveBox />, { rig: EMPTY });
  const sent: BodyInit[] = [];
  answering(
    onArchive(async ({ body }) => {
      sent.push(body!);
      return reply(200, '{"crew":"Quay","records":1,"operations":2}', 'application/json');
    }),
  );
  await userEvent.upload(await screen.findByLabelText('Archive to bring in'), FILE);
  await screen.findByText('Brought in: 1 record and 2 changes of its history. This crew is called Quay now.');
  expect(sent).toEqual([FILE]);
});

test('what the server finds wrong is said, and cancelling leaves all as it was', async () => {
  showInRig(<ArchiveBox />, { rig: EMPTY });
  const fault = { path: 'line 7: record.doc', message: 'is not an object' };
  answering(
    onArchive(async () =>
      reply(400, JSON.stringify({ error: { code: 'input.invalid', message: 'No.', faults: [fault] } })),
    ),
  );
  await userEvent.upload(await screen.findByLabelText('Archive to bring in'), FILE);
  await screen.findByText('Nothing was brought in. line 7: record.doc is not an object.');
  let stopped: AbortSignal | null | undefined;
  answering(
    onArchive(({ signal }) => {
      stopped = signal;
      return new Promise((_, reject) => signal?.addEventListener('abort', () => reject(new Error('aborted'))));
    }),
  );
  await userEvent.upload(screen.getByLabelText('Archive to bring in'), FILE);
  await screen.findByText('Bringing it in…');
  expect(screen.getByRole('button', { name: 'Take everything out' })).toBeDisabled();
  await userEvent.click(screen.getByRole('button', { name: 'Cancel' }));
  await waitFor(() => expect(screen.queryByText('Bringing it in…')).not.toBeInTheDocument());
  expect(stopped?.aborted).toBe(true);
  expect(screen.queryByText(/Nothing was brought in/)).not.toBeInTheDocument();
});
