import fc from 'fast-check';
import { type CardLine, cardLines } from '../src/cards/cardLines.ts';
import { type Card, cardsOf, leftOn } from '../src/cards/cards.ts';
import { firstCheck, type Missed } from '../src/cards/firstCheck.ts';
import { dealRounds, type Stop, stopsOf } from '../src/cards/rounds.ts';
import { AT_UNIT_SECONDS, CAMERA_SECONDS } from '../src/mend/cost.ts';
import { applyOperation } from '../src/operation/applyOperation.ts';
import { emptyState } from '../src/operation/crewState.ts';
import { dealing, dialling, noting } from '../src/operation/dialling.ts';
import { entryField } from '../src/operation/edit.ts';
import { importing, startingAgain } from '../src/operation/editsOf.ts';
import type { Dialled, Unit } from '../src/record/unit.ts';
import { numberOf } from '../src/measure/switchPattern.ts';
import { parseDocument } from '../src/record/kitDocument.ts';
import { switchesFor } from '../src/rig/dipSwitches.ts';
import { buildRig, indexKit, type Light } from '../src/rig/rig.ts';
import { judge } from '../src/verdict/judge.ts';
import {
  changedText,
  firstCheckText,
  howToOf,
  leftText,
  lineName,
  lineValue,
  noteText,
  whereText,
} from '../src/words/cardWording.ts';
import { namesOf } from '../src/words/wording.ts';
import { demo } from './demo.ts';

const start = applyOperation(emptyState(), importing(emptyState(), demo, 'start')).state;
const names = namesOf(demo);
const tick = (value: Dialled['value']): Dialled => ({ value, by: 'Maren', at: '2027-06-12T13:00:00Z' });

const rigOf = (look: string, units: readonly Unit[] = demo.units) =>
  buildRig(
    indexKit({ ...demo, units }),
    demo.looks.find(({ id }) => id === look)!,
  );
const cardOf = (unit: string, look = 'first-dance', units: readonly Unit[] = demo.units): Card => {
  const { rig, findings } = judge(rigOf(look, units));
  return cardsOf(rig, findings).find((card) => card.unit === unit)!;
};
const withUnit = (id: string, rest: Partial<Unit>) =>
  demo.units.map((unit) => (unit.id === id ? { ...unit, ...rest } : unit));
const settings = (card: Card) => card.lines.map(({ setting }) => setting);

test('a remote that its sender sets has no power to dial, and says who sets it', () => {
  const card = cardOf('light-1');
  expect(settings(card)).toEqual(['networkId', 'channel', 'role', 'link', 'group', 'lamp', 'beep']);
  expect(card.lines.map(({ planned }) => planned)).toEqual([27, 11, 'remote', 'radio', 'A', true, false]);
  expect(card.notes.map(({ code }) => code)).toEqual(['told-by', 'after-first-fire', 'sleeps', 'stand']);
  expect(card.notes.map((note) => noteText(note, names))[0]).toBe('Mode and power come from Sender 1 and Sender 2.');
});

test('a light set by hand shows its power on its own scale', () => {
  const card = cardOf('light-8');
  expect(settings(card)).toEqual(['role', 'link', 'eye', 'mode', 'power']);
  const power = card.lines.at(-1)!;
  expect(lineValue(card.placed, power.setting, power.planned, names)).toBe('1/16 (-4 stops)');
  expect(whereText(card)).toBe('loft stair, 44 s there and back');
});

test('of a camera aperture and ISO are dialled where they are planned, of a light its zoom, filter and distance', () => {
  const lines = (id: string, of: object) => {
    const look = demo.looks.find((one) => one.id === 'speeches')!;
    const units = { ...look.units, [id]: { ...look.units[id], ...of } };
    const rig = buildRig(indexKit(demo), { ...look, units });
    return cardLines(rig, rig.placed.get(id)!).map(({ setting }) => setting);
  };
  expect(lines('body-1', {})).toEqual(expect.arrayContaining(['aperture', 'iso']));
  // Where the camera turns the ISO itself there is none to dial.
  expect(lines('body-1', { isoAuto: true })).not.toContain('iso');
  expect(lines('body-1', { aperture: null })).not.toContain('aperture');
  expect(lines('light-3', { densityLoss: 2 }).slice(5, 9)).toEqual(['zoomAuto', 'zoomMm', 'densityLoss', 'subjectM']);
  expect(lines('light-3', { zoomAuto: true })).not.toContain('zoomMm');
});

test('the sender’s card lists what it tells each group, and nothing of one it leaves off', () => {
  const card = cardOf('sender-2');
  expect(settings(card)).toEqual([
    'networkId',
    'channel',
    'groups.A.on',
    'groups.A.mode',
    'groups.A.power',
    'groups.B.on',
    'groups.B.mode',
    'groups.B.power',
    'groups.C.on',
    'groups.D.on',
    'groups.D.mode',
    'groups.D.power',
    'mount',
    'plugs',
  ]);
  expect(card.cautions.map(({ code }) => code)).toEqual(['caution.radio-law']);
  expect(lineName('groups.A.power')).toBe('Group A power');
  expect(howToOf(card.placed.profile, 'groups.A.power')).toBe('Pick the row, turn the dial.');
  expect(howToOf(card.placed.profile, 'mount')).toBeNull();
});

test('a body’s card is the working order of the camera, and an unrecorded setting is not planned', () => {
  expect(settings(cardOf('body-1'))).toEqual([
    'shutterType',
    'shutter',
    'exposureMode',
    'isoAuto',
    'wbAuto',
    'redEye',
    'previewOn',
    'flashFiring',
  ]);
  const bare = cardOf('body-1', 'regatta-prize');
  expect(bare.lines.filter(({ state }) => state === 'unplanned').map(({ setting }) => setting)).toEqual([
    'shutterType',
    'shutter',
    'exposureMode',
    'flashFiring',
  ]);
  expect(leftText(bare)).toBe('4 settings to dial, 4 not planned');
});

test('what commands comes first, then by the way, then the cameras; what is not ours has no card', () => {
  const cards = cardsOf(rigOf('slipway'));
  expect(cards.map(({ unit }) => unit)).toEqual(['sender-1', 'light-1', 'light-7', 'light-3', 'light-8', 'body-1']);
  // What is switched off in a look has that one line.
  expect(settings(cards.find(({ unit }) => unit === 'light-3')!)).toEqual(['on']);
});

test('a tick is of the value dialled: another plan opens that line alone, and says both values', () => {
  const dialled = { channel: tick(11), group: tick('A'), networkId: tick(27) };
  const set = cardOf('light-1', 'first-dance', withUnit('light-1', { dialled }));
  const states = (card: Card) => Object.fromEntries(card.lines.map(({ setting, state }) => [setting, state]));
  expect(states(set)).toMatchObject({ channel: 'set', group: 'set', networkId: 'set', role: 'open' });
  const vows = cardOf('light-1', 'vows', withUnit('light-1', { dialled }));
  expect(states(vows)).toMatchObject({ channel: 'set', group: 'set', networkId: 'changed' });
  const line = vows.lines.find(({ setting }) => setting === 'networkId')!;
  expect(changedText(vows.placed, line, names)).toBe('was 27, set by Maren');
  expect(leftText(vows)).toBe('5 settings to dial, 1 changed since');
});

test('a reset comes first where a unit is borrowed or new, and clears what was dialled before it', () => {
  expect(settings(cardOf('light-1', 'first-dance', withUnit('light-1', { resetFirst: true })))[0]).toBe('reset');
  expect(settings(cardOf('light-1', 'first-dance', withUnit('light-1', { borrowedFrom: 'the band' })))[0]).toBe(
    'reset',
  );
  const ticked = applyOperation(start, dialling(start, 'light-1', [{ setting: 'channel', dialled: tick(11) }])).state;
  const reset = applyOperation(ticked, dialling(ticked, 'light-1', [{ setting: 'reset', dialled: tick(true) }]));
  expect(reset.state.units.find(({ id }) => id === 'light-1')!.dialled).toEqual({ reset: tick(true) });
});

test('two members who tick two lines of one card both win, and the same line twice is no clash', () => {
  const of = (setting: string, by: string) => dialling(start, 'light-1', [{ setting, dialled: { ...tick(11), by } }]);
  const first = applyOperation(start, of('channel', 'Maren')).state;
  const second = applyOperation(first, of('group', 'Ines'));
  expect(second.conflicts).toEqual([]);
  const again = applyOperation(second.state, of('channel', 'Ines'));
  expect(again.conflicts).toEqual([]);
  expect(again.state.units.find(({ id }) => id === 'light-1')!.dialled).toMatchObject({
    channel: { by: 'Maren' },
    group: { by: 'Ines' },
  });
  const other = applyOperation(again.state, dialling(start, 'light-1', [{ setting: 'channel', dialled: tick(7) }]));
  expect(other.conflicts.map(({ why }) => why)).toEqual(['changed']);
});

test('a document that says nothing of what is dialled leaves it, and starting again clears it', () => {
  const ticked = applyOperation(start, dialling(start, 'light-1', [{ setting: 'channel', dialled: tick(11) }])).state;
  const dialled = (state: typeof start) => state.units.find(({ id }) => id === 'light-1')!.dialled;
  expect(dialled(applyOperation(ticked, importing(ticked, demo, 'again')).state)).toEqual({ channel: tick(11) });
  const told = { ...demo, units: withUnit('light-1', { dialled: { group: tick('B') } }) };
  expect(dialled(applyOperation(ticked, importing(ticked, told, 'again')).state)).toEqual({ group: tick('B') });
  const again = applyOperation(ticked, startingAgain(ticked, demo, 'again'));
  expect(again.conflicts).toEqual([]);
  expect(dialled(again.state)).toBeUndefined();
});

test('what was found out about a unit stays with a list that says nothing of it, and goes when all starts again', () => {
  const found = { metres: 38, zoomMm: 50, by: 'Maren', at: '2027-06-12T13:00:00Z' };
  const measured = applyOperation(start, noting(start, 'light-3', 'realGuideNumber', found)).state;
  const real = (state: typeof start) => state.units.find(({ id }) => id === 'light-3')!.realGuideNumber;
  expect(real(measured)).toEqual(found);
  expect(noting(measured, 'light-3', 'realGuideNumber', found)).toEqual([]);
  expect(noting(measured, 'nothing', 'realGuideNumber', found)).toEqual([]);
  expect(real(applyOperation(measured, importing(measured, demo, 'again')).state)).toEqual(found);
  const told = { ...demo, units: withUnit('light-3', { realGuideNumber: { ...found, metres: 40 } }) };
  expect(real(applyOperation(measured, importing(measured, told, 'again')).state)!.metres).toBe(40);
  expect(real(applyOperation(measured, startingAgain(measured, told, 'again')).state)!.metres).toBe(40);
  const again = applyOperation(measured, startingAgain(measured, demo, 'again'));
  expect(again.conflicts).toEqual([]);
  expect(real(again.state)).toBeUndefined();
});

test('two members who find limits of one light with two bodies both win; the same body twice is shown', () => {
  const found = (cleanTo: string) => ({ link: 'radio', cleanTo, by: 'Maren', at: '2027-06-12T13:00:00Z' });
  const of = (body: string, cleanTo: string) => noting(start, 'light-3', entryField('realSyncs', body), found(cleanTo));
  const first = applyOperation(start, of('body-1', '1/200')).state;
  const second = applyOperation(first, of('body-2', '1/160'));
  expect(second.conflicts).toEqual([]);
  const syncs = (state: typeof start) => state.units.find(({ id }) => id === 'light-3')!.realSyncs;
  expect(syncs(second.state)).toMatchObject({ 'body-1': { cleanTo: '1/200' }, 'body-2': { cleanTo: '1/160' } });
  expect(applyOperation(second.state, of('body-1', '1/125')).conflicts.map(({ why }) => why)).toEqual(['changed']);
  const gone = noting(second.state, 'light-3', entryField('realSyncs', 'body-1'), null);
  expect(syncs(applyOperation(second.state, gone).state)).toEqual({ 'body-2': found('1/160') });
  expect(syncs(applyOperation(second.state, startingAgain(second.state, demo, 'again')).state)).toBeUndefined();
  expect(noting(start, 'light-3', entryField('realSyncs', 'constructor'), null)).toEqual([]);
});

test('dealing touches only units that are there and go to somebody else', () => {
  const edits = dealing(
    start,
    new Map([
      ['light-1', 'Maren'],
      ['light-2', null],
      ['nothing', 'Ines'],
    ]),
  );
  expect(edits).toMatchObject([{ on: { id: 'light-1' }, field: 'dealtTo', from: null, to: 'Maren' }]);
});

test('switches are drawn as the model has them, and read back as the channel', () => {
  const rig = rigOf('first-dance');
  const placed = rig.placed.get('answer-1')!;
  expect(switchesFor(rig, placed, 6)).toEqual([true, false, true, false]);
  expect(switchesFor(rig, placed, 40)).toBeNull();
  expect(switchesFor(rig, rig.placed.get('light-1')!, 6)).toBeNull();
  for (let channel = 1; channel <= 14; channel++)
    expect(1 + numberOf(switchesFor(rig, placed, channel)!)).toBe(channel);
});

test('a document may write a channel as its switches stand, and is told what is wrong with them', () => {
  const written = (unit: string, settings: object) => ({
    ...demo,
    looks: demo.looks.map((look) =>
      look.id === 'first-dance'
        ? { ...look, units: { ...look.units, [unit]: { ...look.units[unit], ...settings } } }
        : look,
    ),
  });
  const read = (unit: string, settings: object) => {
    const parsed = parseDocument(written(unit, settings));
    return parsed.ok ? parsed.document.looks.find(({ id }) => id === 'first-dance')!.units[unit] : parsed.faults[0];
  };
  expect(read('answer-1', { channel: null, switches: 'on off on off' })).toMatchObject({ channel: 6 });
  expect(read('answer-1', { switches: 'on off on off' })).toEqual({ on: true, role: 'remote', channel: 6 });
  const fault = (unit: string, settings: object) => (read(unit, settings) as { message: string }).message;
  expect(fault('answer-1', { switches: 'off off off off' })).toMatch(
    /^set channel 1, and the channel beside them is another/,
  );
  expect(fault('answer-1', { channel: null, switches: 'on off on' })).toBe('names 3 switches, and the model has 4');
  expect(fault('answer-1', { channel: null, switches: 'up down' })).toMatch(/^write the switches as/);
  expect(fault('light-1', { channel: null, switches: 'on' })).toMatch(/no switches: write its channel$/);
});

test('units at one place share the way there, and what is set is no stop', () => {
  const rig = rigOf('speeches');
  const stops = stopsOf(cardsOf(rig));
  const table = stops.find(({ place }) => place === 'top table')!;
  expect(table).toMatchObject({ units: ['light-9', 'perch-1'], seconds: 20 + 2 * 20 });
  expect(stops[0]).toMatchObject({ place: null });
  expect(stopsOf([])).toEqual([]);
});

test('every line of every card of the demo has a name and a value', () => {
  const lines = demo.looks.flatMap((look) =>
    cardsOf(rigOf(look.id)).flatMap((card) => card.lines.map((line): [Card, CardLine] => [card, line])),
  );
  expect(lines.length).toBeGreaterThan(200);
  for (const [card, { setting, planned }] of lines) {
    expect(lineName(setting)).toMatch(/^[A-Z]/);
    expect(lineValue(card.placed, setting, planned, names)).not.toMatch(/undefined|null|NaN/);
  }
  expect(cardLines(rigOf('first-dance'), rigOf('first-dance').placed.get('light-1')!).length).toBe(7);
  expect(leftOn({ lines: [] })).toBe(0);
});

test('after a miss the first thing to look at is what it is about, on the light before what speaks to it', () => {
  const rig = rigOf('speeches');
  const light = (of: typeof rig, id: string) => of.placed.get(id) as Light;
  const told = (id: string, miss: Missed, of = rig) => {
    const check = firstCheck(of, light(of, id), 'body-1', miss);
    return firstCheckText(check, of.placed.get(check.unit)!, names);
  };
  expect(told('light-2', { result: 'dark' })).toBe('Channel 11 on Light 2: nobody has dialled it yet.');
  expect(told('light-1', { result: 'wrong', wrong: 'power' })).toBe(
    'Group A power 1/8 (-3 stops) on Sender 1: nobody has dialled it yet.',
  );
  expect(told('light-1', { result: 'wrong', wrong: 'bar' })).toBe(
    'Shutter 1/160 on Body 1: nobody has dialled it yet.',
  );
  // A receiver is what hears: its channel comes before that of its light.
  expect(told('light-9', { result: 'dark' })).toBe('Channel 11 on Perch 1: nobody has dialled it yet.');
  // Once the cards say that all of it is set, the unit itself is read.
  const dialled = (unit: Unit): Unit => {
    const lines = rig.placed.has(unit.id) ? cardLines(rig, rig.placed.get(unit.id)!) : [];
    return {
      ...unit,
      dialled: Object.fromEntries(lines.map(({ setting, planned }) => [setting, tick(planned as string)])),
    };
  };
  const set = rigOf('speeches', demo.units.map(dialled));
  expect(told('light-2', { result: 'dark' }, set)).toMatch(/^Read Channel 11 on Light 2 off the unit itself/);
  const moved = {
    ...set,
    placed: new Map(set.placed).set('light-2', {
      ...light(set, 'light-2'),
      settings: { ...light(set, 'light-2').settings, group: 'C' },
    }),
  };
  expect(told('light-2', { result: 'dark' }, moved)).toBe('Group C on Light 2: it changed since it was dialled.');
});

test('no dealing has a shorter longest round, on 200 random ones', () => {
  const stopArb = fc
    .integer({ min: 5, max: 200 })
    .map((seconds): Stop => ({ place: 'there', units: [], walkSeconds: 0, seconds }));
  let shared = 0;
  fc.assert(
    fc.property(fc.array(stopArb, { maxLength: 7 }), fc.integer({ min: 1, max: 4 }), (stops, members) => {
      let best = Infinity;
      for (let way = 0; way < members ** stops.length; way++) {
        const loads = Array.from({ length: members }, () => 0);
        stops.forEach(({ seconds }, index) => (loads[Math.floor(way / members ** index) % members]! += seconds));
        best = Math.min(best, Math.max(...loads));
      }
      const rounds = dealRounds(stops, members);
      expect(rounds).toMatchObject({ seconds: best, exact: true });
      expect(rounds.stops.flat()).toHaveLength(stops.length);
      if (members > 1 && stops.length > members) shared++;
    }),
    { numRuns: 200, seed: 20270612 },
  );
  expect(shared).toBeGreaterThan(50);
  const many = Array.from({ length: 30 }, (_, index): Stop => ({
    place: 'there',
    units: [],
    walkSeconds: 0,
    seconds: 10 + index,
  }));
  expect(dealRounds(many, 3).seconds).toBeLessThanOrEqual(Math.ceil((30 * 24.5) / 3) + 39);
});

test('what is in the photographer’s hands is one stop, each line of it a few seconds', () => {
  const card = (unit: string, lines: number, rest: Partial<Card> = {}): Card =>
    ({
      unit,
      atCamera: true,
      place: null,
      walkSeconds: null,
      lines: Array.from({ length: lines }, () => ({ state: 'open' })),
      ...rest,
    }) as unknown as Card;
  const stops = stopsOf([
    card('body-1', 2),
    card('light-1', 1, { atCamera: false, place: 'stair', walkSeconds: 20 }),
    card('sender-1', 3),
    card('body-2', 0),
    card('light-2', 2, { atCamera: false, place: 'stair', walkSeconds: 24 }),
    card('light-3', 1, { atCamera: false, place: 'loft', walkSeconds: null }),
  ]);
  expect(stops.map(({ place, units }) => [place, units])).toEqual([
    [null, ['body-1', 'sender-1']],
    ['stair', ['light-1', 'light-2']],
    ['loft', ['light-3']],
  ]);
  expect(stops.map(({ walkSeconds }) => walkSeconds)).toEqual([0, 24, null]);
  expect(stops.slice(0, 2).map(({ seconds }) => seconds)).toEqual([5 * CAMERA_SECONDS, 24 + 2 * AT_UNIT_SECONDS]);
});
