import { newId } from '@ergon/core/measure/newId';
import { indexKit } from '@ergon/core/rig/rig';
import { linesOf, type SignalLine } from '@ergon/core/verdict/signalLine';
import { evenly, stripLayout } from '@ergon/core/verdict/lineStrip';
import { branchPath, fanLayout, trunkStations } from '../src/drawing/lineLayout';
import { airSummary, hearerSummary, powerSummary } from '../src/drawing/lineSummary';
import { nameLines, SLIM_GAP, slimColumns } from '../src/drawing/slimRow';
import { ms, timeAxis } from '../src/drawing/timeAxis';
import { powerText } from '../src/kit/profileSummary';
import { byLabel } from '../src/rig/byLabel';
import { type JudgedLook, judgeLook } from '../src/rig/judgedLook';
import { nextStep } from '../src/screens/nextStep';
import { moved } from '../src/screens/selected';
import { demoRig } from './rigFixture';

const rig = demoRig();
const kit = indexKit(rig);
const judged = (id: string) =>
  judgeLook(
    kit,
    rig.looks.find((look) => look.id === id)!,
    rig,
  );
const dance = judged('first-dance').judgement;
const lines = (body: number): SignalLine[] => linesOf(dance, dance.shots[body]!);
const line = (light: string, body = 0) => lines(body).find((one) => one.light.id === light)!;
const XS = evenly(400, 8);

test('stations stand evenly, half a step in', () => expect(evenly(80, 4)).toEqual([10, 30, 50, 70]));

test('the bar stands in the gap before the station that fails', () => {
  const { barX, segments } = stripLayout(line('light-6'), XS, 24);
  expect(barX).toBeGreaterThan(XS[3]!);
  expect(barX).toBeLessThan(XS[4]!);
  expect(segments.map((segment) => segment.kind)).toEqual([
    'whole',
    'whole',
    'whole',
    'beyond',
    'beyond',
    'beyond',
    'beyond',
    'beyond',
  ]);
  expect(stripLayout(line('light-1'), XS, 24).barX).toBeNull();
});

test('an early eye has no bar, but nothing beyond is reached', () => {
  const { barX, segments, stations } = stripLayout(line('light-8', 1), XS, 24);
  expect(barX).toBeNull();
  expect(stations[0]!.station.stage).toBe('air');
  expect(segments.map((segment) => segment.kind)).toEqual(['whole', 'beyond', 'beyond', 'beyond']);
});

test('lines that share a sender run together at the middle of their rows', () => {
  const { trunks, rows, height } = fanLayout(lines(0), 78, 30);
  expect(trunks.map((trunk) => [trunk.sender, trunk.rows.length])).toEqual([
    ['sender-1', 6],
    ['call-1', 1],
  ]);
  expect(trunks[0]!.y).toBe((trunks[0]!.rows[0]!.y + trunks[0]!.rows[5]!.y) / 2);
  expect(new Set(rows.map((row) => row.y)).size).toBe(7);
  expect(height).toBe(30 + 78 * 7);
});

test('many branches share a spine instead of running into a wedge', () => {
  expect(branchPath({ x: 0, y: 100 }, { x: 30, y: 20 })).toBe('M 0 100 C 15 100, 15 20, 30 20');
  expect(branchPath({ x: 0, y: 100 }, { x: 30, y: 20 }, true)).toBe('M 0 100 H 10 V 28 Q 10 20, 18 20 H 30');
  expect(branchPath({ x: 0, y: 100 }, { x: 30, y: 100 }, true)).toBe('M 0 100 H 10 V 100 Q 10 100, 10 100 H 30');
});

test('labels stand in the order people count', () => {
  const names = {
    unit: (id: string) => `Light ${id}`,
    family: String,
    power: (_: string, stops: number) => String(stops),
  };
  expect(['10', '2', '1', '21'].sort(byLabel(names))).toEqual(['1', '2', '10', '21']);
});

test('a shared fault is the trunk’s; a group switched off is its branch’s', () => {
  const vows = judged('vows').judgement;
  const shared = fanLayout(linesOf(vows, vows.shots[0]!), 78, 30).trunks[0]!;
  expect(trunkStations(shared).map((station) => station.state)).toEqual(['fail', 'beyond', 'beyond']);
  const second = fanLayout(lines(1), 78, 30).trunks.find((trunk) => trunk.sender === 'sender-2')!;
  expect(trunkStations(second).map((station) => station.state)).toEqual(['ok', 'ok', 'ok']);
  expect(second.rows.filter((row) => row.line.stations[2]!.state === 'fail')).toHaveLength(3);
});

test('what is written on a line', () => {
  expect(airSummary(line('light-1'), { channel: 11, networkId: 27 })).toBe('ch 11 · ID 27');
  expect(airSummary(line('light-1'), { channel: 5, networkId: 0 })).toBe('ch 5 · no ID');
  expect(hearerSummary(line('light-6'), line('light-6').light.settings)).toBe('3·27·C');
  expect(hearerSummary(line('light-8', 1), {})).toBe('eye S1');
  expect([powerSummary(line('light-1')), powerSummary(line('light-9'))]).toEqual(['1/4 -⅓', 'TTL']);
});

test('the time axis keeps order across its break', () => {
  const shot = dance.shots[1]!;
  const axis = timeAxis(300, shot, 'shot');
  const endUs = shot.curtain.tauUs! + shot.curtain.openUs!;
  const places = [-100_000, -80_000, -50_000, 0, 3400, endUs].map(axis.x);
  expect(places).toEqual([...places].sort((a, b) => a - b));
  expect(places.at(-1)).toBeLessThanOrEqual(300);
  expect(axis.marks[0]).toEqual({ us: -80_000, words: '-80' });
  expect(axis.marks.at(-1)!.words).toMatch(/^\d+ ms$/);
  expect([ms(-80_000), ms(3406), ms(4000), ms(11_234)]).toEqual(['-80', '3.4', '4', '11']);
});

test.each(['before', 'shutter', 'pulses'] as const)(
  'a closer look at %s holds what falls in it, at round marks',
  (stretch) => {
    const shot = dance.shots[1]!;
    const axis = timeAxis(300, shot, stretch);
    const inside = shot.timeline.filter((event) => event.kind === 'pulse' && axis.holds(event.atUs));
    expect(inside.length).toBeGreaterThan(0);
    for (const { atUs } of inside) {
      expect(axis.x(atUs)).toBeGreaterThanOrEqual(0);
      expect(axis.x(atUs)).toBeLessThanOrEqual(300);
      if (stretch !== 'before') expect(atUs).toBeGreaterThanOrEqual(0);
    }
    expect(axis.marks.length).toBeGreaterThan(1);
    expect(new Set(axis.marks.map((mark) => mark.words)).size).toBe(axis.marks.length);
  },
);

test('arrow keys go along stations that are there and stop at the edges', () => {
  const all = lines(1);
  const eye = all.find((one) => one.light.id === 'light-8')!;
  expect(moved(all, { light: eye.light.id, station: 3 }, 'ArrowLeft')).toBeNull();
  expect(moved(all, { light: eye.light.id, station: 3 }, 'ArrowRight')).toEqual({ light: 'light-8', station: 4 });
  expect(moved(all, { light: 'light-1', station: 4 }, 'ArrowDown')).toEqual({ light: 'light-2', station: 4 });
  expect(moved(all, { light: 'light-1', station: 4 }, 'ArrowUp')).toBeNull();
  expect(moved(all, { light: 'light-7', station: 1 }, 'ArrowDown')).toEqual({ light: 'light-8', station: 3 });
  expect(moved(all, null, 'ArrowDown')).toEqual({ light: 'light-1', station: 6 });
});

test('the next thing to do: faults first, then what is unrecorded, then test fires', () => {
  const all = rig.looks.map((look) => judged(look.id));
  const [event] = rig.events.filter(({ id }) => id === 'ropewalk');
  const next = (looks: JudgedLook[]) => nextStep(event!, looks);
  expect(next([judged('speeches'), judged('first-dance')])).toEqual({
    sentence: 'First dance: 8 of 9 lights would not do as planned.',
    button: { label: 'See why and mend', place: 'lines', look: 'first-dance' },
  });
  const unknown = all.find((one) => one.look.id === 'family-groups')!;
  const onlyUnknown = { ...unknown, readiness: unknown.readiness.filter((one) => one.state !== 'failing') };
  expect(next([onlyUnknown]).button?.label).toBe('Record it');
  expect(next([judged('speeches')])).toMatchObject({
    sentence: 'Speeches: 4 lights should fire. Prove it with a test fire.',
    button: { place: 'fire' },
  });
  expect(next([])).toMatchObject({ button: { place: 'events', event: 'ropewalk' } });
  // Once somebody has begun to tick cards, what is left of them comes before test fires.
  const dialled = { channel: { value: 11, by: 'Ines', at: '2027-06-12T13:00:00Z' } };
  const units = rig.units.map((unit) => (unit.id === 'light-1' ? { ...unit, dialled } : unit));
  const begun = judgeLook(indexKit({ ...rig, units }), { ...rig.looks.find(({ id }) => id === 'speeches')! }, rig);
  expect(next([begun])).toEqual({
    sentence: expect.stringMatching(/^Speeches: \d+ settings on 9 units are not dialled yet\.$/),
    button: { label: 'Its cards', place: 'cards', look: 'speeches' },
  });
});

test('ids are made from labels and never collide', () => {
  expect(newId('Light 3', new Set())).toBe('light-3');
  expect(newId('Light 3', new Set(['light-3', 'light-3-2']))).toBe('light-3-3');
  expect(newId('Élan / ⚡', new Set())).toBe('e-lan');
  expect(newId('⚡', new Set())).toBe('unit');
});

test('a range of power as the unit’s own display writes it', () => {
  expect(powerText(kit.profiles.get('brinkel-mono-400')!)).toBe('2.0 to 7.0');
  expect(powerText(kit.profiles.get('hesperrow-sprite')!)).toBeNull();
  expect(powerText(kit.profiles.get('kestoril-m2')!)).toBeNull();
});

describe('a slim row', () => {
  const roomFor = (width: number) => {
    const columns = slimColumns(width);
    return (columns.xs[1]! - columns.xs[0]!) * nameLines(columns);
  };

  test.each([288, 328, 358, 398, 600])(
    '%i px wide holds its three columns, and no name of a station meets the next',
    (width) => {
      const { name, strip, power, xs } = slimColumns(width);
      expect(name + strip + power + 2 * SLIM_GAP).toBe(width);
      expect(xs).toHaveLength(8);
      expect(roomFor(width)).toBeGreaterThanOrEqual(49);
    },
  );

  test('takes no more lines for the names than they need', () => {
    expect(nameLines(slimColumns(600))).toBe(1);
    expect(nameLines(slimColumns(358))).toBe(2);
    expect(nameLines(slimColumns(288))).toBe(3);
  });
});
