/** The energy of an evening: the same numbers in chart and table, and what would ease it. */
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { chargeRows, firingMoments } from '../src/energy/chargeRows';
import { EnergyPage } from '../src/energy/EnergyPage';
import { demoRig } from './rigFixture';
import { showInRig } from './showInRig';

const mockCharts: { datasets: { data: number[] }[]; labels: string[] }[] = [];
jest.mock('react-native-chart-kit', () => ({
  LineChart: ({ data }: { data: (typeof mockCharts)[number] }) => {
    mockCharts.push(data);
    return null;
  },
}));
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => ({ event: 'ropewalk' }),
  useRouter: () => ({ push: () => undefined }),
  Link: ({ children }: { children: ReactNode }) => children,
}));

const show = (rig?: CrewRig) => ({ user: userEvent.setup(), ...showInRig(<EnergyPage />, { rig }) });

test('the evening holds; a light that is touched says what happens to it', async () => {
  const { user } = show();
  expect(await screen.findByText('As far as it is recorded, every light lasts the evening.')).toBeInTheDocument();
  const table = screen.getByRole('table', { name: 'Charge left, in percent' });
  expect(
    within(table)
      .getAllByRole('columnheader')
      .map((one) => one.getAttribute('aria-label'))
      .filter(Boolean),
  ).toEqual(['Vows', 'Family groups', 'First speeches', 'Last speech and cake', 'First dance', 'Slipway portraits']);
  await user.click(screen.getByRole('button', { name: 'Light 8' }));
  expect(screen.getByText('First dance: 200 pops, 90 % left')).toBeInTheDocument();
  expect(screen.getByText(/^Never open a unit/)).toBeInTheDocument();
});

test('ten times the frames: who does not keep up, when cells are changed, and the least that eases it', async () => {
  const rig = demoRig();
  show({ ...rig, moments: rig.moments.map((moment) => ({ ...moment, frames: 1500 })) });
  expect(await screen.findByText(/do not keep up\.$/)).toBeInTheDocument();
  expect(screen.getByText(/^Before First dance: fresh cells for /)).toBeInTheDocument();
  expect(screen.getAllByText(/: then (it lasts|all of them last)\.$/).length).toBeGreaterThan(0);
});

test('chart and table have one row a light on cells, and moments in which nothing fires are in neither', () => {
  const result = (left: number) => ({ left, swaps: [], seconds: 1, pauses: 0, slowFrom: null, slowest: 0 });
  const at = (moment: string, light: string, left: number) =>
    ({
      moment,
      light,
      pops: 1,
      power: 0,
      metered: false,
      swapBefore: false,
      before: 1,
      between: null,
      result: result(left),
    }) as const;
  const light = (id: string, moments: ReturnType<typeof at>[], more = {}) => ({
    light: id,
    mains: false,
    moments,
    swaps: 0,
    unknown: [],
    ...more,
  });
  const evening = {
    unframed: [],
    unpaced: [],
    lights: [
      light('a', [at('one', 'a', 0.5)]),
      light('b', [at('three', 'b', 0.25)]),
      light('c', [at('one', 'c', 1)], { mains: true }),
      light('d', [at('one', 'd', 1)], { unknown: [{ unit: 'd', field: 'profile.cells.fullPops' }] }),
    ],
  } as const;
  const moments = firingMoments([{ id: 'one' }, { id: 'two' }, { id: 'three' }], evening as never);
  expect(moments.map(({ id }) => id)).toEqual(['one', 'three']);
  expect(
    chargeRows(moments, evening as never).map(({ light: id, cells }) => [id, cells.map(({ left }) => left)]),
  ).toEqual([
    ['a', [0.5, 0.5]],
    ['b', [null, 0.25]],
  ]);
});
