/** What stands at one light in Power: what moves while it fires, what fools metering, values typed, a second light. */
import type { CrewRig } from '@ergon/core/operation/crewRig';
import type { Settings } from '@ergon/core/record/settings';
import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { PowerPage } from '../src/power/PowerPage';
import { speechesWith } from './rigFixture';
import { showInRig } from './showInRig';

jest.mock('expo-router', () => ({
  useLocalSearchParams: () => ({ look: 'speeches' }),
  useRouter: () => ({ push: () => undefined }),
  Link: ({ children }: { children: ReactNode }) => children,
}));

const unitIn = (rig: CrewRig, id: string): Settings => rig.looks.find((look) => look.id === 'speeches')!.units[id]!;

async function open(light: string, rig = speechesWith()) {
  const shown = { user: userEvent.setup(), ...showInRig(<PowerPage />, { rig }) };
  await shown.user.click(await screen.findByRole('button', { name: `Open ${light}` }));
  return shown;
}

test('how long its pulse lasts, and from which power on it holds a dancer', async () => {
  await open('Light 1');
  expect(
    screen.getByText(
      /^At 1\/8 its pulse lasts 1\/\d+ s \(t\.1\): a dancer moves \d\.\d mm in it, (and is sharp|a blur)\./,
    ),
  ).toBeVisible();
});

test('what fools metering is one touch, the camera’s own compensation counted in', async () => {
  const { user, server } = await open(
    'Light 3',
    speechesWith({ 'light-3': { mode: 'ttl' }, 'body-1': { compensation: -1 } }),
  );
  expect(screen.getByRole('radio', { name: 'Metering is fooled by: Black clothes -1' })).toBeChecked();
  await user.click(screen.getByRole('radio', { name: 'Metering is fooled by: White clothes +1' }));
  await waitFor(() => expect(unitIn(server.rig, 'light-3').compensation).toBe(2));
  await user.click(screen.getByRole('radio', { name: 'Metering is fooled by: Nothing' }));
  await waitFor(() => expect(unitIn(server.rig, 'light-3').compensation).toBe(1));
});

describe('typed', () => {
  const box = (name: string) => screen.getByRole('textbox', { name: new RegExp(`^${name}, like`) });
  const type = async (user: ReturnType<typeof userEvent.setup>, name: string, text: string) => {
    await user.click(screen.getByRole('button', { name: `Type it, ${name} of Light 3` }));
    await user.type(box(name), text);
    await user.click(screen.getByRole('button', { name: `Set, ${name} of Light 3` }));
  };

  test('a distance in feet and a density by the factor on its filter', async () => {
    const { user, server } = await open('Light 3');
    await type(user, 'distance to what it lights', '10 ft');
    await waitFor(() => expect(unitIn(server.rig, 'light-3').subjectM).toBe(3.05));
    await type(user, 'density in front of it', 'ND 8');
    await waitFor(() => expect(unitIn(server.rig, 'light-3').densityLoss).toBe(3));
  });

  test('what cannot be read or is out of range stays, with what to do, and nothing is sent', async () => {
    const { user, sent } = await open('Light 3');
    await type(user, 'distance to what it lights', 'far away');
    expect(screen.getByText('Write it like this: 2.5 m, 10 ft.')).toBeInTheDocument();
    expect(box('distance to what it lights')).toHaveValue('far away');
    await user.clear(box('distance to what it lights'));
    await user.type(box('distance to what it lights'), '900{Enter}');
    expect(screen.getByText('From 0.1 m to 200 m.')).toBeInTheDocument();
    expect(sent).toHaveLength(0);
    await user.click(screen.getByRole('button', { name: 'Leave it, distance to what it lights of Light 3' }));
    expect(screen.queryByRole('textbox', { name: /^distance to what it lights, like/ })).not.toBeInTheDocument();
  });
});

describe('a second light', () => {
  /** The key is a stop short at full, and the fill as aimed at its lowest: no dial serves both. */
  function shortOfAStop(): CrewRig {
    const rig = speechesWith({
      'body-1': { aperture: 16, iso: 6400 },
      'light-1': { power: 0, aim: 0, modifierLoss: null },
      'light-2': { power: -8, aim: -2, modifierLoss: null },
      'light-3': { purpose: 'x' },
    });
    const looks = rig.looks.map((look) => {
      if (look.id !== 'speeches') return look;
      const units = Object.entries(look.units).map(([id, of]) => {
        const { groups } = of;
        return [
          id,
          groups ? { ...of, groups: { ...groups, A: { ...groups.A, power: 0 }, B: { ...groups.B, power: -8 } } } : of,
        ] as const;
      });
      return { ...look, units: Object.fromEntries(units) };
    });
    const of = (id: string, stops: number, lights: object) => ({
      ...rig.readings.find((one) => one.id === id)!,
      stops,
      iso: 6400,
      lights,
    });
    const readings = [
      of('speeches-key', 7, { 'light-1': { power: 0 } }),
      of('speeches-fill', 6, { 'light-2': { power: -8 } }),
    ];
    return { ...rig, looks, readings: readings as CrewRig['readings'] };
  }

  test('that must be put up is not called done once there is nothing left to set', async () => {
    await open('Light 1', shortOfAStop());
    expect(screen.getByText(/^Powers alone do not do it\. Least: put a second light beside Light 1 \(/)).toBeVisible();
    expect(screen.queryByRole('button', { name: 'Set these powers' })).not.toBeInTheDocument();
  });

  test('is found in the kit, put up set as the first', async () => {
    const { user, server } = await open('Light 1', shortOfAStop());
    await user.click(screen.getByRole('button', { name: 'Find a second light for Light 1' }));
    await user.click(screen.getByRole('button', { name: /^Put Light 6 up beside Light 1/ }));
    const looks = () => server.rig.looks.find((look) => look.id === 'speeches')!.units;
    await waitFor(() =>
      expect(looks()['light-6']).toMatchObject({ power: 0, group: 'A', channel: 11, place: 'west pole' }),
    );
    // It is of the look at once, and is metered next.
    expect(await screen.findByRole('checkbox', { name: /^Light 6, Key, 1\/1, set on Sender 1/ })).toBeInTheDocument();
    expect(
      screen.getByText('Light 6 has the power of Light 1 too, and was not metered: meter it first.'),
    ).toBeInTheDocument();
    expect(screen.queryByRole('button', { name: /^Find a second light/ })).not.toBeInTheDocument();
  });

  test('where none of the kit fires there, that is said', async () => {
    const rig = shortOfAStop();
    const units = rig.units.map((unit) => (unit.id === 'light-1' ? unit : { ...unit, lentTo: 'the band' }));
    const { user } = await open('Light 1', { ...rig, units });
    await user.click(screen.getByRole('button', { name: 'Find a second light for Light 1' }));
    expect(screen.getByText('No free unit of the kit is known to fire beside Light 1 as it does.')).toBeInTheDocument();
  });
});
