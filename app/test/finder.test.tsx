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
    const label = / to (1\/\d+|[\d.]+ ms)/.exec(sentence.textContent ?? '')![1]!;
    tried.push(label);
    await press(user, isWhole(label) ? 'All is lit' : 'Part is dark');
  }
}
const seconds = (label: string) => 1 / Number(label.split('/')[1]);

test('a few frames find the fastest clean shutter; it is kept on the light and can be forgotten', async () => {
  const { user, server } = show();
  await screen.findByText('Set Body 1 to 1/500 without high-speed sync, let Light 1 fire alone, and press.');
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
  await press(user, /^Forget, .* up to 1\/160/);
  await waitFor(() => expect(unit().realSyncs).toBeUndefined());
});

/** The demo with the camera of the speeches at another shutter. */
function atShutter(shutter: string) {
  const rig = demoRig();
  const looks = rig.looks.map((look) => {
    if (look.id !== 'speeches') return look;
    return { ...look, units: { ...look.units, 'body-1': { ...look.units['body-1'], shutter } } };
  });
  return { ...rig, looks };
}

test('another light is another search, and what was answered of the first stays', async () => {
  const { user } = show();
  await user.click(await screen.findByRole('button', { name: 'Part is dark' }));
  const said = screen.getByText(/ fire alone, and press/).textContent!;
  await user.click(screen.getByRole('radio', { name: 'Light: Light 3' }));
  expect(screen.getByText(/^Set Body 1 to 1\/500 .* let Light 3/)).toBeInTheDocument();
  await user.click(screen.getByRole('radio', { name: 'Light: Light 1' }));
  expect(screen.getByText(said)).toBeInTheDocument();
});

test('at a shutter no faster than sync a tail is not looked for: every frame would come out whole', async () => {
  const { user } = show();
  await user.click(await screen.findByRole('radio', { name: 'Looked for: Tail delay' }));
  expect(screen.getByText(/^Set Body 1 to a shutter faster than its sync first/)).toBeInTheDocument();
  expect(screen.queryByRole('button', { name: 'All is lit' })).not.toBeInTheDocument();
});

test('a search that was left goes on where it was; a delay is set in the look at once', async () => {
  const { user, unmount } = show(atShutter('1/1000'));
  await user.click(await screen.findByRole('radio', { name: 'Looked for: Tail delay' }));
  await press(user, 'Part is dark');
  const [next] = screen.getAllByText(/^Set the tail delay of Light 1 to /);
  const said = next!.textContent!;
  unmount();
  const again = show(atShutter('1/1000'));
  expect(await screen.findByText(said)).toBeInTheDocument();
  await answer(again.user, (label) => Number(label.split(' ')[0]) <= 1.2);
  await press(again.user, 'Keep it, Light 1');
  const placed = () => again.server.rig.looks.find(({ id }) => id === 'speeches')!.units['light-1']!;
  await waitFor(() => expect(placed().tailDelayUs).toBe(1200));
  expect(again.server.rig.units.find(({ id }) => id === 'light-1')!.realTails?.['body-1']).toMatchObject({
    delayUs: 1200,
    shutter: '1/1000',
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
