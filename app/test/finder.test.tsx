/** Limits found by test frames: what was answered stays on the device, and what is found is kept on the light. */
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { FinderPage } from '../src/prove/FinderPage';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';

jest.mock('expo-router', () => ({
  useLocalSearchParams: () => ({ look: 'speeches' }),
  useRouter: () => ({ push: jest.fn() }),
  usePathname: () => '/fire/speeches/finder',
  Link: ({ children }: { children: ReactNode }) => children,
}));

beforeEach(() => window.localStorage.clear());
const show = (rig = demoRig()) => ({ user: userEvent.setup(), ...showInRig(<FinderPage />, { rig }) });
const press = (user: ReturnType<typeof userEvent.setup>, name: string | RegExp) =>
  user.click(screen.getByRole('button', { name }));

/** Answers every frame as a pair would that is clean up to that shutter. @returns what was tried, in order. */
async function answer(
  user: ReturnType<typeof userEvent.setup>,
  isWhole: (label: string) => boolean,
): Promise<string[]> {
  const tried: string[] = [];
  for (;;) {
    const sentence = screen.queryByText(/ fire alone, and press/);
    if (!sentence) return tried;
    const label = / to (\S+(?: ms)?),/.exec(sentence.textContent ?? '')![1]!;
    tried.push(label);
    await press(user, isWhole(label) ? 'All is lit' : 'Part is dark');
  }
}
const seconds = (label: string) => 1 / Number(label.split('/')[1]);

test('a few frames find the fastest clean shutter; it is kept on the light and can be forgotten', async () => {
  const { user, server } = show();
  await screen.findByText('Set Body 1 to 1/500, let Light 1 fire alone, and press.');
  await user.click(screen.getByRole('radio', { name: 'Light: Light 2' }));
  const tried = await answer(user, (label) => seconds(label) >= 1 / 160);
  expect(tried[0]).toBe('1/500');
  expect(tried.length).toBeLessThanOrEqual(5);
  expect(screen.getByText('Light 2 lights all of the frame of Body 1 up to 1/160.')).toBeInTheDocument();
  // The last answer can be taken back, and given again.
  await press(user, 'The last answer was wrong');
  expect(screen.queryByRole('button', { name: /^Keep it/ })).not.toBeInTheDocument();
  await answer(user, (label) => seconds(label) >= 1 / 160);
  await press(user, 'Keep it, Light 2');
  const unit = () => server.rig.units.find(({ id }) => id === 'light-2')!;
  await waitFor(() => expect(unit().realSyncs?.['body-1']).toMatchObject({ link: 'radio', cleanTo: '1/160' }));
  expect(screen.getByText(/up to 1\/160\. Found by test frames, /)).toBeInTheDocument();
  await press(user, 'Forget');
  await waitFor(() => expect(unit().realSyncs).toBeUndefined());
});

test('a search that was left goes on where it was; a delay is set in the look at once', async () => {
  const { user, unmount } = show();
  await user.click(await screen.findByRole('radio', { name: 'Looked for: Tail delay' }));
  await press(user, 'Part is dark');
  const [next] = screen.getAllByText(/^Set the tail delay of Light 1 to /);
  const said = next!.textContent!;
  unmount();
  const again = show();
  expect(await screen.findByText(said)).toBeInTheDocument();
  await answer(again.user, (label) => Number(label.split(' ')[0]) <= 1.2);
  await press(again.user, 'Keep it, Light 1');
  const placed = () => again.server.rig.looks.find(({ id }) => id === 'speeches')!.units['light-1']!;
  await waitFor(() => expect(placed().tailDelayUs).toBe(1200));
  expect(again.server.rig.units.find(({ id }) => id === 'light-1')!.realTails?.['body-1']).toMatchObject({
    delayUs: 1200,
    shutter: '1/160',
  });
  expect(again.sent).toHaveLength(1);
});

test('where even the slowest shows a bar nothing is kept', async () => {
  const { user } = show();
  await screen.findByRole('button', { name: 'Part is dark' });
  await answer(user, () => false);
  expect(screen.getByText(/^Part is dark even at the slowest: that is no matter of sync/)).toBeInTheDocument();
  expect(screen.queryByRole('button', { name: /^Keep it/ })).not.toBeInTheDocument();
});
