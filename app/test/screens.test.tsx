import { screen, waitFor, within } from '@testing-library/react';
import type { ReactNode } from 'react';
import { Notices } from '../src/components/Notices';
import { NumberField } from '../src/components/NumberField';
import { SaveBar } from '../src/components/SaveBar';
import type { Operation } from '@ergon/core/operation/edit';
import type { Ports } from '../src/rig/ports';
import { Lines } from '../src/screens/Lines';
import { FakeServer } from './fakeServer';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';
import userEvent from '@testing-library/user-event';

// A test machine with two slow cores renders a whole look in seconds.
let mockLook = 'first-dance';
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => ({ look: mockLook }),
  useRouter: () => ({ push: () => undefined, replace: () => undefined }),
  Link: ({ children }: { children: ReactNode }) => children,
}));

const never: Partial<Ports> = { send: () => new Promise(() => undefined) };

beforeEach(() => {
  mockLook = 'first-dance';
});

test('a phone shows the worst fault with its fix, and every line as a sentence', async () => {
  showInRig(<Lines />);
  expect(await screen.findByText('Light 3 and Light 6 stay silent.')).toBeInTheDocument();
  expect(screen.getByRole('button', { name: /Switch on group C on Sender 2/ })).toBeInTheDocument();
  const six = screen.getByRole('group', {
    name: 'Light 6, Rim, door. Silent, lost where it is received: channel 3, sender on 11.',
  });
  await userEvent.click(within(six).getByRole('button', { name: 'Light 6', expanded: false }));
  expect(
    within(six).getByRole('button', { name: 'Light 6, receiver, channel 3, ID 27, group C: the line stops here' }),
  ).toBeInTheDocument();
  expect(within(six).getByRole('button', { name: 'Light 6, air: works' })).toBeInTheDocument();
});

test('a fix closes its line before the server has answered, and undo opens it again', async () => {
  showInRig(
    <>
      <SaveBar />
      <Lines />
    </>,
    never,
  );
  const user = userEvent.setup();
  const six = () => screen.getByRole('group', { name: /^Light 6,/ });
  await screen.findByText('First dance');
  await user.click(within(six()).getByRole('button', { name: 'Light 6' }));
  // What is wrong with the light that is open stands under the thumb.
  await user.click(screen.getByRole('button', { name: /^Set channel 11 on Light 6/ }));
  expect(six()).toHaveAccessibleName(/86 % of the frame: frame 14 % dark at 1\/250/);
  expect(screen.getByRole('button', { name: 'To dial: 1' })).toBeInTheDocument();
  await user.click(screen.getAllByRole('button', { name: /^Undo: Set channel 11/ })[0]!);
  expect(screen.queryByRole('button', { name: /^To dial/ })).toBeNull();
  expect(six()).toHaveAccessibleName('Light 6, Rim, door. Silent, lost where it is received: channel 3, sender on 11.');
});

test('a look that is not there says so', async () => {
  mockLook = 'brunch';
  showInRig(<Lines />);
  expect(
    await screen.findByText('There is no such look: it may have been removed. Choose another in Tonight.'),
  ).toBeInTheDocument();
});

test('two people on one setting: both values are shown, and mine can be sent again', async () => {
  const server = new FakeServer(demoRig());
  server.byAnother('first-dance', { unit: 'light-6', setting: 'channel', to: 9 });
  const sent: Operation[] = [];
  showInRig(
    <>
      <Notices />
      <Lines />
    </>,
    {
      send: async (request) => {
        sent.push(...request.operations);
        return server.send(request);
      },
      ask: async (after) => server.ask(after),
    },
  );
  const user = userEvent.setup();
  await screen.findByText('First dance');
  const six = screen.getByRole('group', { name: /^Light 6,/ });
  await user.click(within(six).getByRole('button', { name: 'Light 6' }));
  await user.click(screen.getByRole('button', { name: /^Set channel 11 on Light 6/ }));
  expect(await screen.findByText('Two of you changed the channel of Light 6 in First dance.')).toBeInTheDocument();
  expect(screen.getByText('Yours: 11. Theirs: 9, which stands.')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Use mine' }));
  await waitFor(() => expect(sent).toHaveLength(2));
  expect(sent[1]).toMatchObject({ edits: [{ on: { id: 'light-6' }, field: 'channel', from: 9, to: 11 }] });
});

test('a number out of range is kept as typed, with what is wrong beside it, and not set', async () => {
  const onChange = jest.fn();
  showInRig(<NumberField label="channel" from={1} to={32} value={3} onChange={onChange} />);
  const user = userEvent.setup();
  const input = await screen.findByRole('textbox', { name: 'channel' });
  await user.clear(input);
  await user.type(input, '44');
  await user.tab();
  expect(screen.getByText('Between 1 and 32.')).toBeInTheDocument();
  expect(input).toHaveValue('44');
  expect(onChange).not.toHaveBeenCalled();
  await user.clear(input);
  await user.type(input, '11{Enter}');
  expect(onChange).toHaveBeenCalledWith(11);
});
