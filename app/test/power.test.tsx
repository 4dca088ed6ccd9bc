/** Power and meter: what a change takes before it is made, what is dialled, what was read, and what metering gave. */
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { MeterPage } from '../src/power/MeterPage';
import { nextAsked, ROOM } from '../src/power/metering';
import { PowerPage } from '../src/power/PowerPage';
import { axisOf, shareOf } from '../src/power/scaleLayout';
import { speechesWith } from './rigFixture';
import { showInRig } from './showInRig';

let mockLook = 'speeches';
const mockGone: unknown[] = [];
jest.mock('expo-router', () => ({
  useLocalSearchParams: () => ({ look: mockLook }),
  useRouter: () => ({ push: (to: unknown) => mockGone.push(to) }),
  Link: ({ children }: { children: ReactNode }) => children,
}));

beforeEach(() => {
  mockLook = 'speeches';
  mockGone.length = 0;
});

type Answer = NonNullable<Parameters<typeof showInRig>[1]>['answer'];
const show = (page: ReactNode, rig = speechesWith(), answer?: Answer) => ({
  user: userEvent.setup(),
  ...showInRig(page, { rig, answer }),
});
const unitIn = (rig: CrewRig, id: string) => rig.looks.find((look) => look.id === 'speeches')!.units[id]!;
const row = (light: string) =>
  within(screen.getAllByRole('listitem').find((item) => within(item).queryByText(light) !== null)!);

test('every light stands with its power, who sets it, and what it reads', async () => {
  show(<PowerPage />);
  expect(
    await screen.findByRole('checkbox', { name: 'Light 1, Key, 1/8, set on Sender 1 and Sender 2, group A' }),
  ).toBeInTheDocument();
  expect(row('Light 1').getByText('f/2.8 and 6')).toBeInTheDocument();
  expect(row('Light 1').getByText('usual for Key: f/4, it reads 0.4 stop less')).toBeInTheDocument();
  expect(row('Light 3').getByText('~f/5.6 and 3')).toBeInTheDocument();
  expect(
    screen.getByRole('checkbox', { name: 'Light 9, Table, 1/16, dialled on it by hand, 20 s to walk' }),
  ).toBeInTheDocument();
});

test('all down a third: what the senders will show is said before it is set, and it is one operation', async () => {
  const { user, server, sent } = show(<PowerPage />);
  await user.click(await screen.findByRole('button', { name: 'Power of All lights: less' }));
  expect(screen.getByText('Sender 1 then shows A 1/8 -0.3, B 1/16 -0.3, C 1/16 -⅓.')).toBeInTheDocument();
  expect(screen.getByText('Light 9 stays at 1/16 (its own steps).')).toBeInTheDocument();
  expect(sent).toHaveLength(0);
  await user.click(screen.getByRole('button', { name: 'Leave it as it is' }));
  expect(screen.queryByText(/then shows/)).not.toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Power of All lights: less' }));
  await user.click(screen.getByRole('button', { name: /^Set, All lights/ }));
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(unitIn(server.rig, 'light-1').power).toBeCloseTo(-3.3, 9);
  expect(unitIn(server.rig, 'sender-2').groups!.C!.power).toBeCloseTo(-13 / 3, 9);
  expect(unitIn(server.rig, 'light-9').power).toBe(-4);
});

test('a trim on the unit and a rival sender are told beside the light, and both senders before anything is set', async () => {
  const rig = speechesWith({ 'light-1': { trim: 0.5 } });
  const looks = rig.looks.map((look) => {
    if (look.id !== 'speeches') return look;
    const second = look.units['sender-2']!;
    const groups = { ...second.groups, C: { ...second.groups!.C, power: -2 } };
    return { ...look, units: { ...look.units, 'sender-2': { ...second, groups } } };
  });
  const { user } = show(<PowerPage />, { ...rig, looks });
  expect(await screen.findByText(/^trim \+.+ on the unit: Sender 1 and Sender 2 take it back$/)).toBeInTheDocument();
  expect(row('Light 3').getByText('two senders disagree')).toBeInTheDocument();
  await user.click(screen.getByRole('checkbox', { name: /^Light 3, / }));
  await user.click(screen.getByRole('button', { name: 'Power of Light 3: less' }));
  expect(screen.getByText('Sender 1 then shows C 1/16 -⅓.')).toBeInTheDocument();
  // Its difference stays a fault of its own.
  expect(screen.getByText('Sender 2 then shows C 1/4 -⅓.')).toBeInTheDocument();
});

test('one light moves by its own steps; set by hand it stays as dialled until somebody has been there', async () => {
  const { user, server, sent } = show(<PowerPage />);
  await user.click(await screen.findByRole('checkbox', { name: /^Light 9, / }));
  await user.click(screen.getByRole('button', { name: 'Power of Light 9: less' }));
  expect(screen.getByText(/^Walk to Light 9: 40 s with what is dialled/)).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: /^Set, Light 9/ }));
  await waitFor(() => expect(unitIn(server.rig, 'light-9')).toMatchObject({ power: -5, dialledPower: -4 }));
  expect(row('Light 9').getByText('1/16 is dialled on it')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: '1/32 is dialled, Light 9' }));
  await waitFor(() => expect(sent).toHaveLength(2));
  expect(unitIn(server.rig, 'light-9').dialledPower ?? null).toBeNull();
  expect(server.rig.units.find(({ id }) => id === 'light-9')!.dialled!.power).toMatchObject({ value: -5 });
});

test('balance sets what the readings ask for; ISO turned, powers follow or stay', async () => {
  const { user, server } = show(<PowerPage />);
  await user.click(await screen.findByRole('button', { name: 'Light by light' }));
  expect(screen.getByText('Light 1: 1/4 -0.6, reads f/4, as aimed')).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Set these powers' }));
  expect(await screen.findByText('Every light that was metered reads what it is aimed at.')).toBeInTheDocument();
  await waitFor(() => expect(unitIn(server.rig, 'light-1').power).toBeCloseTo(-2.6, 9));
  await user.click(screen.getByRole('button', { name: 'ISO of Body 1: more' }));
  await waitFor(() => expect(unitIn(server.rig, 'body-1').iso).toBe(1000));
  expect(unitIn(server.rig, 'light-1').power).toBeCloseTo(-2.9, 9);
  await user.click(screen.getByRole('radio', { name: 'Lights: Powers stay' }));
  await user.click(screen.getByRole('button', { name: 'aperture of Body 1: more' }));
  await waitFor(() => expect(unitIn(server.rig, 'body-1').aperture).toBe(4.5));
  expect(unitIn(server.rig, 'light-1').power).toBeCloseTo(-2.9, 9);
});

test('the room and the ratio are asked for by a tap, and balance says what reaches them', async () => {
  const { user, server } = show(<PowerPage />);
  expect(
    await screen.findByText('4:1, each metered alone: the fill is aimed 2 stops below the key.'),
  ).toBeInTheDocument();
  expect(screen.getByText('It reads f/1.4 and 2: 2.8 stops below f/4.')).toBeInTheDocument();
  await user.click(screen.getByRole('radio', { name: 'Room wanted: −2' }));
  await waitFor(() => expect(unitIn(server.rig, 'body-1').roomAim).toBe(-2));
  expect(screen.getByText('Powers alone do not do it. Least: set ISO 1250 (5 s).')).toBeInTheDocument();
  await user.click(screen.getByRole('radio', { name: 'Room wanted: No matter' }));
  await waitFor(() => expect(unitIn(server.rig, 'body-1').roomAim ?? null).toBeNull());
  // 3:1 of both to fill is a stop between them.
  await user.click(screen.getByRole('radio', { name: 'Ratio of: Both : fill' }));
  await user.click(screen.getByRole('radio', { name: 'Ratio: 3:1' }));
  await waitFor(() => expect(unitIn(server.rig, 'light-2').aim).toBe(-1));
  expect(unitIn(server.rig, 'light-1').aim).toBeUndefined();
  expect(
    screen.getByText('3:1, both together against the fill alone: the fill is aimed one stop below the key.'),
  ).toBeInTheDocument();
});

test('several lights get a mode at once, said before it is set; beep and zoom go to those that have them', async () => {
  const { user, server, sent } = show(<PowerPage />);
  await user.click(await screen.findByRole('checkbox', { name: /^Light 1, / }));
  await user.click(screen.getByRole('checkbox', { name: /^Light 3, / }));
  const both = within(screen.getByRole('group', { name: 'Light 1 and Light 3' }));
  await user.click(both.getByRole('radio', { name: 'Mode of Light 1 and Light 3: TTL' }));
  expect(screen.getByText('Sender 1 then shows A TTL, C TTL.')).toBeInTheDocument();
  expect(sent).toHaveLength(0);
  // Another choice of lights is another trial.
  await user.click(screen.getByRole('checkbox', { name: /^Light 1, / }));
  expect(screen.queryByText(/then shows/)).not.toBeInTheDocument();
  await user.click(screen.getByRole('radio', { name: 'Mode of Light 3: TTL' }));
  await user.click(screen.getByRole('button', { name: /^Set, Light 3 TTL/ }));
  await waitFor(() => expect(unitIn(server.rig, 'light-3').mode).toBe('ttl'));
  expect(unitIn(server.rig, 'sender-2').groups!.C!.mode).toBe('ttl');
  await user.click(screen.getByRole('button', { name: 'zoom: more' }));
  await waitFor(() => expect(unitIn(server.rig, 'light-3').zoomMm).toBe(70));
  await user.click(screen.getByRole('radio', { name: 'beep: on' }));
  await waitFor(() => expect(unitIn(server.rig, 'light-3').beep).toBe(true));
});

test('what two readings tell of a unit is kept on it, counts from then on, and can be forgotten', async () => {
  const rig = speechesWith();
  const [key] = rig.readings.filter(({ id }) => id === 'speeches-key');
  const at = (stops: number, day: number) => ({
    ...key!,
    id: `rim-${day}`,
    lights: { 'light-3': { power: -4, subjectM: 5, zoomMm: 50 } },
    stops,
    at: `2020-06-0${day}T10:00:00.000Z`,
  });
  const readings = [...rig.readings, at(4.3, 2), at(4.3, 3)];
  const { user, server } = show(<MeterPage />, { ...rig, readings });
  // Its model gives 5.3 there, by the guide number between 38 at 35 mm and 60 at 105 mm.
  expect(
    await screen.findByText(
      /^By its last two readings Light 3 gives guide number \d+ m \(\d+ ft\) at 50 mm: one stop less than said/,
    ),
  ).toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'Keep as measured, Light 3' }));
  const unit = () => server.rig.units.find(({ id }) => id === 'light-3')!;
  // N = GN / d * sqrt(8) * 2^-2.
  await waitFor(() => expect(unit().realGuideNumber?.metres).toBeCloseTo((5 * 2 ** (4.3 / 2) * 4) / Math.sqrt(8), 1));
  expect(unit().realGuideNumber).toMatchObject({ zoomMm: 50, by: rig.member.name });
  expect(screen.queryByRole('button', { name: /^Keep as measured/ })).not.toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: /^Forget, guide number/ }));
  await waitFor(() => expect(unit().realGuideNumber).toBeUndefined());
});

test('the room is read by the time a meter asks for too, which says nothing of a flash', async () => {
  const { user, server } = show(<MeterPage />);
  await user.click(await screen.findByRole('radio', { name: 'What is metered: The room' }));
  await user.click(screen.getByRole('radio', { name: 'The meter shows: A time at f/4' }));
  expect(screen.getByRole('button', { name: 'The room reads …' })).toBeDisabled();
  await user.click(screen.getByRole('radio', { name: '1/30' }));
  await user.click(screen.getByRole('radio', { name: 'just 1/20' }));
  // At 1/160 it is three stops darker than at 1/20.
  await user.click(screen.getByRole('button', { name: 'The room reads f/1.4' }));
  await waitFor(() => expect(server.rig.readings).toHaveLength(4));
  const room = server.rig.readings.find(
    ({ lights, id }) => Object.keys(lights).length === 0 && id !== 'speeches-room',
  )!;
  expect(room).toMatchObject({ stops: 1, iso: 800, shutter: '1/160' });
  expect(screen.getByText(/ISO 800 · light value 5\.3$/)).toBeInTheDocument();
  await user.click(screen.getByRole('radio', { name: 'What is metered: Light 1' }));
  expect(screen.queryByRole('radio', { name: /^The meter shows/ })).not.toBeInTheDocument();
  expect(screen.getByRole('radio', { name: 'f/8' })).toBeInTheDocument();
});

test('a dial whose stops are not quite stops is kept as measured', async () => {
  const rig = speechesWith();
  const [key] = rig.readings.filter(({ id }) => id === 'speeches-key');
  const at = (power: number, stops: number, day: number) => ({
    ...key!,
    id: `rim-${day}`,
    lights: { 'light-3': { power, subjectM: 5, zoomMm: 50 } },
    stops,
    at: `2020-06-0${day}T10:00:00.000Z`,
  });
  const readings = [...rig.readings, at(-4, 4, 2), at(0, 7.4, 3)];
  const { user, server } = show(<MeterPage />, { ...rig, readings });
  const said = /^From 1\/16 to 1\/1 Light 3 gives 0\.85 stops of light for a stop on its dial/;
  await screen.findByText(said);
  await user.click(screen.getByRole('button', { name: 'Keep as measured, Light 3' }));
  const unit = () => server.rig.units.find(({ id }) => id === 'light-3')!;
  await waitFor(() => expect(unit().realDialStop).toMatchObject({ stops: 0.85, by: rig.member.name }));
  await waitFor(() => expect(screen.queryByText(said)).not.toBeInTheDocument());
  expect(screen.getByText(/^Light 3, measured by .*0\.85 stops of light/)).toBeInTheDocument();
});

test('a reading is two touches and a button, leads to the next light, and can be taken back', async () => {
  const { user, server } = show(<MeterPage />);
  const list = await screen.findByRole('list', { name: 'Readings' });
  expect(within(list).getAllByRole('listitem')).toHaveLength(3);
  expect(screen.getByRole('radio', { name: 'What is metered: Light 3' })).toBeChecked();
  expect(screen.getByRole('button', { name: 'Light 3 reads …' })).toBeDisabled();
  await user.click(screen.getByRole('radio', { name: 'f/4' }));
  await user.click(screen.getByRole('radio', { name: '7 tenths' }));
  await user.click(screen.getByRole('button', { name: 'Light 3 reads f/4 and 7' }));
  await waitFor(() => expect(server.rig.readings).toHaveLength(4));
  const added = server.rig.readings.find(({ lights }) => 'light-3' in lights)!;
  expect(added).toMatchObject({ look: 'speeches', place: 'top table', stops: 4.7, iso: 800, shutter: '1/160' });
  expect(added.lights['light-3']).toEqual({ power: -4, subjectM: 5, zoomMm: 50 });
  expect(screen.getByRole('radio', { name: 'What is metered: Light 9' })).toBeChecked();
  await user.click(screen.getByRole('button', { name: 'Remove the reading of Light 3 at top table' }));
  await waitFor(() => expect(server.rig.readings).toHaveLength(3));
});

test('a meter on the wire puts in what it reads, and says what stayed dark', async () => {
  const asked: unknown[] = [];
  let metered: object = { stops: 4.24, dark: [] };
  const { user, server } = show(<MeterPage />, speechesWith(), (_, path, body) => {
    if (path === '/api/standin') return { status: 200, body: { address: 'http://127.0.0.1:4000' } };
    if (path !== '/api/standin/meter') return undefined;
    asked.push(body);
    return { status: 200, body: metered };
  });
  const ask = () => screen.findByRole('button', { name: 'Ask the stand-in meter, simulated gear' });
  await user.click(await ask());
  await user.click(await screen.findByRole('button', { name: 'Light 3 reads f/4 and 2' }));
  await waitFor(() => expect(server.rig.readings.find(({ lights }) => 'light-3' in lights)?.stops).toBe(4.2));
  const [question] = asked as { camera: object; shot: object; lights: string[] }[];
  expect(question).toMatchObject({ shot: { body: 'body-1' }, lights: ['light-3'] });
  expect(Object.keys(question!.camera).sort()).toEqual(['body-1', 'body-2', 'sender-1', 'sender-2']);
  metered = { stops: 3, dark: ['light-9'] };
  await user.click(screen.getByRole('radio', { name: 'What is metered: All lights' }));
  await user.click(await ask());
  expect(await screen.findByText('Light 9 stayed dark: no reading.')).toBeInTheDocument();
  expect(screen.getByRole('button', { name: 'All reads …' })).toBeDisabled();
  // Of another light nothing is said yet.
  await user.click(screen.getByRole('radio', { name: 'What is metered: The room' }));
  expect(screen.queryByText(/stayed dark/)).not.toBeInTheDocument();
  expect(asked.at(-1)).toMatchObject({ lights: ['light-1', 'light-2', 'light-3', 'light-9'] });
});

test('without the camera’s ISO a reading would say nothing: it is asked for first', async () => {
  const { user, server } = show(<MeterPage />, speechesWith({ 'body-1': { iso: null } }));
  expect(await screen.findByText('Set first: ISO of Body 1.')).toBeInTheDocument();
  expect(screen.queryByRole('radio', { name: 'f/4' })).not.toBeInTheDocument();
  await user.click(screen.getByRole('button', { name: 'ISO of Body 1: more' }));
  expect(await screen.findByRole('radio', { name: 'f/4' })).toBeInTheDocument();
  await waitFor(() => expect(unitIn(server.rig, 'body-1').iso).toBe(400));
});

test('two readings that do not go with what was set say so, with the likeliest reason first', async () => {
  const { user } = show(<MeterPage />);
  await user.click(await screen.findByRole('radio', { name: 'What is metered: Light 2' }));
  await user.click(screen.getByRole('radio', { name: 'f/1.4' }));
  await user.click(screen.getByRole('radio', { name: '7 tenths' }));
  await user.click(screen.getByRole('button', { name: 'Light 2 reads f/1.4 and 7' }));
  expect(
    await screen.findByText(
      /^Light 2 reads one stop less than what was set. Likeliest: its power is set one stop lower;/,
    ),
  ).toBeInTheDocument();
});

test('what metering gave is frozen at the power its own readings tell', async () => {
  const rig = speechesWith({ 'light-1': { mode: 'ttl' }, 'sender-1': {}, 'sender-2': {} });
  const [key] = rig.readings.filter(({ id }) => id === 'speeches-key');
  const metered = {
    ...key!,
    id: 'metered',
    stops: 4.2,
    at: '2020-06-02T10:00:00.000Z',
    lights: { 'light-1': { modifierLoss: 1 } },
  };
  const { user, server } = show(<PowerPage />, { ...rig, readings: [...rig.readings, metered] });
  await user.click(await screen.findByRole('button', { name: 'Open Light 1' }));
  // f/2.8 and 6 at 1/8: six tenths more is -2.4.
  await user.click(screen.getByRole('button', { name: 'Freeze at 1/4 -0.4, Light 1' }));
  await waitFor(() => expect(unitIn(server.rig, 'light-1')).toMatchObject({ mode: 'manual', power: -2.4 }));
  expect(unitIn(server.rig, 'sender-1').groups!.A).toMatchObject({ mode: 'manual', power: -2.4 });
});

test('the scale is one for all rows; the next light asked for is one nobody metered', () => {
  const axis = axisOf('power', [], null);
  expect(axis.ticks.map(({ label }) => label).filter(Boolean)).toEqual(['1/16', '1/1']);
  expect([shareOf(axis, 0), shareOf(axis, axis.from), shareOf(axis, -99)]).toEqual([1, 0, 0]);
  expect(
    axisOf('light', [], 4)
      .ticks.map(({ label }) => label)
      .filter(Boolean),
  ).toEqual(['f/1', 'f/4', 'f/16']);
  expect(nextAsked([], [], ROOM)).toBeNull();
});
