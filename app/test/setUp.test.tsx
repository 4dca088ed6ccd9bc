/** Setting up in the room: the air, the letters and the cards of the demo's own evening. */
import type { OnAir } from '@ergon/core/record/onAir';
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { AirPage } from '../src/air/AirPage';
import { bandSegments, placeOf } from '../src/air/bandLayout';
import { CardsPage } from '../src/cards/CardsPage';
import { GroupsPage } from '../src/groups/GroupsPage';
import { Lines } from '../src/screens/Lines';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';

let mockLook = 'first-dance';
const mockGone: unknown[] = [];
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => ({ look: mockLook }),
  useRouter: () => ({ push: (to: unknown) => mockGone.push(to) }),
  Link: ({ children }: { children: ReactNode }) => children,
}));

beforeEach(() => {
  mockLook = 'first-dance';
  mockGone.length = 0;
});

const show = (page: ReactNode, rig?: CrewRig) => ({ user: userEvent.setup(), ...showInRig(page, { rig }) });
const settingsOf = (rig: CrewRig, look: string, unit: string) => rig.looks.find(({ id }) => id === look)!.units[unit]!;

describe('air', () => {
  test('the plan is told net by net and set over all looks in one step that can be undone', async () => {
    const { user, server, sent } = show(<AirPage />);
    expect(await screen.findByText(/^2 of 2 nets should move: 4 min 50 s of work/)).toBeInTheDocument();
    expect(
      screen.getByText(/Plover goes from channel 11, ID 27 to channel 17, ID 27: only 2.5 MHz from Guests’ network/),
    ).toBeInTheDocument();
    expect(screen.getByText('Not told yet: Film crew. Ask them: until then nobody can be sure.')).toBeInTheDocument();
    await user.click(screen.getByRole('button', { name: /^Set it so/ }));
    await waitFor(() => expect(sent).toHaveLength(1));
    for (const look of ['vows', 'speeches', 'first-dance'])
      expect(settingsOf(server.rig, look, 'light-1')).toMatchObject({ channel: 17, networkId: 27 });
    // What other events have is theirs.
    expect(settingsOf(server.rig, 'harvest-supper', 'light-1').channel).toBe(11);
    expect(await screen.findByText('Everything can stay where it is.')).toBeInTheDocument();
  });

  test('a channel that is bad is noted and left in one operation, and one that works is remembered', async () => {
    const { user, server, sent } = show(<AirPage />);
    await user.click(await screen.findByRole('button', { name: 'Channel 11 is bad here, Plover' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    const found = server.rig.onAir.filter((entry) => entry.sort === 'found');
    expect(found).toMatchObject([{ family: 'plover', channel: 11, works: false, by: 'Demo guest', event: 'ropewalk' }]);
    expect(settingsOf(server.rig, 'first-dance', 'sender-1').channel).toBe(17);
    expect(screen.getByText(/bad here, found by Demo guest/)).toBeInTheDocument();
    await user.click(screen.getByRole('button', { name: 'It works here, channel 17 of Plover' }));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(server.rig.onAir.filter((entry) => entry.sort === 'found' && entry.works)).toHaveLength(1);
  });

  test('another crew is declared by what it told, changed and removed', async () => {
    const { user, server, sent } = show(<AirPage />);
    await user.click(await screen.findByRole('button', { name: 'Add another crew' }));
    await user.type(await screen.findByRole('textbox', { name: 'Who they are' }), 'Second crew');
    await user.click(screen.getByRole('radio', { name: 'Family: Plover' }));
    await user.type(screen.getByRole('textbox', { name: 'Channel, if told' }), 'eleven');
    await user.click(screen.getByRole('button', { name: 'Add' }));
    expect(await screen.findByText('Must be a whole number from 0 to 9999.')).toBeInTheDocument();
    await user.clear(screen.getByRole('textbox', { name: 'Channel, if told' }));
    await user.type(screen.getByRole('textbox', { name: 'Channel, if told' }), '11');
    await user.click(screen.getByRole('button', { name: 'Add' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(screen.getByText('Plover, channel 11, ID not told')).toBeInTheDocument();
    expect(screen.getByText(/Second crew may fire these lights: they have not told/)).toBeInTheDocument();
    await user.click(screen.getByRole('button', { name: 'Change, Second crew' }));
    await user.type(await screen.findByRole('textbox', { name: 'ID, if told; 0 is off' }), '4');
    await user.click(screen.getByRole('button', { name: 'Save' }));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(server.rig.onAir.find((entry) => entry.sort === 'crew' && entry.name === 'Second crew')).toMatchObject({
      channel: 11,
      networkId: 4,
    });
    await user.click(screen.getByRole('button', { name: 'Change, Second crew' }));
    await user.click(await screen.findByRole('button', { name: 'Remove, Second crew' }));
    await waitFor(() => expect(sent).toHaveLength(3));
    expect(server.rig.onAir.some((entry) => entry.sort === 'crew' && entry.name === 'Second crew')).toBe(false);
  });

  test('a house network is entered by its own channel', async () => {
    const { user, server, sent } = show(<AirPage />);
    await user.click(await screen.findByRole('button', { name: 'Add an emitter' }));
    await user.click(await screen.findByRole('radio', { name: 'Kind: House network' }));
    await user.click(screen.getByRole('radio', { name: 'Network channel: 6' }));
    await user.click(screen.getByRole('button', { name: 'Add' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(server.rig.onAir.find((entry) => entry.sort === 'emitter' && entry.name === 'House network')).toMatchObject({
      mhz: 2437,
      widthMhz: 20,
    });
  });

  test('the sheet for other crews says ours, theirs and what was agreed', async () => {
    const { user } = show(<AirPage />);
    await user.click(await screen.findByRole('button', { name: 'Sheet for the other crews' }));
    const sheet = screen.getByRole('region', { name: 'Sheet for the other crews' });
    expect(sheet).toHaveTextContent('Plover: channel 11, ID 27, going to channel 17, ID 27');
    expect(sheet).toHaveTextContent('Film crew: triggers not told');
  });

  test('what an earlier event at the venue taught is shown with its age, and taken over once', async () => {
    const rig = demoRig();
    const earlier = {
      ...rig.events.find(({ id }) => id === 'ropewalk')!,
      id: 'earlier',
      name: 'Last year',
      date: '2025-11-26',
    };
    const bad: OnAir = {
      id: 'old',
      event: 'earlier',
      sort: 'found',
      family: 'plover',
      channel: 17,
      works: false,
      by: 'Ines',
      at: '2025-11-26T20:00:00Z',
    };
    const { user, server, sent } = show(<AirPage />, {
      ...rig,
      events: [...rig.events, earlier],
      onAir: [...rig.onAir, bad],
    });
    const line = await screen.findByText(/^Plover channel 17 was bad, found by Ines .*ago$/);
    await user.click(screen.getByRole('button', { name: new RegExp(`^Take over, ${line.textContent!.slice(0, 20)}`) }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(server.rig.onAir.filter((entry) => entry.sort === 'found' && entry.event === 'ropewalk')).toMatchObject([
      { channel: 17, by: 'Ines' },
    ]);
    expect(screen.queryByRole('button', { name: /^Take over/ })).not.toBeInTheDocument();
    expect(screen.getByText(/Plover goes from channel 11, ID 27 to channel (?!17)/)).toBeInTheDocument();
  });

  test('the band breaks where nothing is, and keeps everything inside its part', () => {
    const segments = bandSegments(
      [
        { from: 606, to: 607 },
        { from: 2402, to: 2422 },
        { from: 2452, to: 2472 },
      ],
      358,
    );
    expect(segments).toHaveLength(2);
    expect(segments[0]!.right).toBeLessThan(segments[1]!.left);
    expect(segments[1]!.right).toBeCloseTo(358);
    const places = [606, 2402, 2472].map((mhz) => placeOf(segments, mhz)!);
    expect([...places].sort((a, b) => a - b)).toEqual(places);
    expect(placeOf(segments, 1500)).toBeNull();
  });
});

describe('groups', () => {
  test('a table of light by look says who sets what, and the letters are set as one operation', async () => {
    const { user, server, sent } = show(<GroupsPage />);
    expect(
      await screen.findByText(/^Nobody walks to a light for any look. The letters of now need 4 min 10 s/),
    ).toBeInTheDocument();
    const table = screen.getByRole('table', { name: 'Letters of Plover' });
    expect(within(table).getAllByRole('row')).toHaveLength(7);
    expect(within(table).getAllByRole('cell', { name: 'First dance: set by its sender' })).toHaveLength(6);
    expect(screen.getAllByText('Light 9: TTL cannot pass').length).toBeGreaterThan(0);
    await user.click(screen.getByRole('button', { name: /^Set these letters/ }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(settingsOf(server.rig, 'first-dance', 'light-4').group).toBe('D');
    expect(screen.queryByRole('button', { name: /^Set these letters/ })).not.toBeInTheDocument();
  });

  test('the crew’s habit is kept with the event', async () => {
    const { user, server, sent } = show(<GroupsPage />);
    await user.click(await screen.findByRole('radio', { name: 'First letter: the camera’s' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(server.rig.events.find(({ id }) => id === 'ropewalk')!.firstLetter).toBe('camera');
    await user.click(screen.getByRole('radio', { name: 'First letter: as it is' }));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(server.rig.events.find(({ id }) => id === 'ropewalk')!.firstLetter).toBeUndefined();
  });
});

describe('cards', () => {
  beforeEach(() => {
    mockLook = 'speeches';
  });

  test('lines are ticked one by one or all at once, and the card stays until the next is asked for', async () => {
    const { user, server, sent } = show(<CardsPage />);
    const card = await screen.findByRole('region', { name: 'Card of Sender 1' });
    await user.click(within(card).getByRole('checkbox', { name: 'Channel: 11' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(server.rig.units.find(({ id }) => id === 'sender-1')!.dialled).toMatchObject({
      channel: { value: 11, by: 'Demo guest' },
    });
    expect(within(card).getByRole('checkbox', { name: /^Channel: 11, set by Demo guest/ })).toBeChecked();
    await user.click(screen.getByRole('button', { name: /^All \d+ are set, Sender 1/ }));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(
      within(card)
        .getAllByRole('checkbox')
        .every((box) => box.getAttribute('aria-checked') === 'true'),
    ).toBe(true);
    await user.click(screen.getByRole('button', { name: /^Next: Sender 2/ }));
    expect(screen.getByRole('region', { name: 'Card of Sender 2' })).toBeInTheDocument();
    // A tick is taken back by a touch.
    await user.click(screen.getByRole('button', { name: /^Sender 1, / }));
    await user.click(screen.getByRole('checkbox', { name: /^Channel: 11, set by/ }));
    await waitFor(() => expect(sent).toHaveLength(3));
    expect(server.rig.units.find(({ id }) => id === 'sender-1')!.dialled).not.toHaveProperty('channel');
  });

  test('what changed since it was dialled stands out with both values, and is the one line left', async () => {
    const rig = demoRig();
    const at = '2027-06-12T13:00:00Z';
    const dialled = (value: string | number | boolean) => ({ value, by: 'Ines', at });
    const units = rig.units.map((unit) =>
      unit.id === 'light-1'
        ? {
            ...unit,
            dialled: {
              networkId: dialled(27),
              channel: dialled(7),
              role: dialled('remote'),
              link: dialled('radio'),
              group: dialled('A'),
              lamp: dialled(true),
              beep: dialled(false),
            },
          }
        : unit,
    );
    const { user } = show(<CardsPage />, { ...rig, units });
    await user.click(await screen.findByRole('button', { name: /^Light 1, .*1 setting to dial, 1 changed since$/ }));
    expect(screen.getByRole('checkbox', { name: 'Channel: 11, was 7, set by Ines' })).not.toBeChecked();
    expect(screen.getByRole('button', { name: 'It is set, Light 1' })).toBeInTheDocument();
  });

  test('a borrowed unit is reset first, and the switches of one that has them are drawn', async () => {
    mockLook = 'first-dance';
    const { user } = show(<CardsPage />);
    expect(await screen.findByRole('img', { name: 'Switches: 1 off, 2 off, 3 on, 4 off' })).toBeInTheDocument();
    await user.click(screen.getByRole('button', { name: /^Answer 1, / }));
    expect(screen.getByRole('img', { name: 'Switches: 1 on, 2 off, 3 on, 4 off' })).toBeInTheDocument();
  });

  test('cards are dealt by place with the shortest rounds, and each member sees their own', async () => {
    const { user, server, sent } = show(<CardsPage />);
    await user.click(await screen.findByRole('button', { name: 'Deal the cards' }));
    await user.type(screen.getByRole('textbox', { name: 'Somebody else' }), 'Ines');
    await user.click(screen.getByRole('button', { name: 'Add, them' }));
    expect(screen.getByText(/No dealing has a shorter longest round\.$/)).toBeInTheDocument();
    await user.click(screen.getByRole('button', { name: 'Deal by place' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    const dealt = server.rig.units.filter(({ dealtTo }) => dealtTo != null);
    expect(new Set(dealt.map(({ dealtTo }) => dealtTo))).toEqual(new Set(['Demo guest', 'Ines']));
    // What stands at one place goes to one member.
    const to = (id: string) => server.rig.units.find((unit) => unit.id === id)!.dealtTo;
    expect(to('light-9')).toBe(to('perch-1'));
    await user.click(screen.getByRole('radio', { name: /^Whose cards: Ines, / }));
    const shown = within(screen.getByRole('list', { name: 'Cards' })).getAllByRole('listitem');
    expect(shown).toHaveLength(dealt.filter(({ dealtTo }) => dealtTo === 'Ines').length);
    await user.click(screen.getByRole('button', { name: 'Deal the cards' }));
    await user.click(screen.getByRole('button', { name: 'Deal to nobody' }));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(server.rig.units.some(({ dealtTo }) => dealtTo != null)).toBe(false);
  });

  test('what a look still needs dialled is said on its lines, with the way to the cards', async () => {
    const { user } = show(<Lines />);
    expect(await screen.findByText('Every light fires as meant, once it is dialled.')).toBeInTheDocument();
    expect(screen.getByText(/^\d+ settings on 9 units are not dialled yet\.$/)).toBeInTheDocument();
    await user.click(screen.getByRole('button', { name: 'Cards, what to dial on each unit' }));
    expect(mockGone).toEqual([{ pathname: '/lines/[look]/cards', params: { look: 'speeches' } }]);
  });
});
