/** The sheet handed to other crews: who sits where, and what was agreed. */
import { planAir } from '../src/air/airPlan';
import { type Trouble, type TroubleCode, TROUBLES } from '../src/air/troubles';
import type { OnAir } from '../src/record/onAir';
import { indexKit } from '../src/rig/rig';
import { airSheet, notToldText, spanText, toldByCrew, troublesText } from '../src/words/airWording';
import { namesOf } from '../src/words/wording';
import { demo } from './demo';

const names = namesOf(indexKit(demo));
const entry = (id: string, rest: object): OnAir => ({ id, event: 'ropewalk', name: id, ...rest }) as OnAir;
const NOTHING_OURS = { nets: [] } as unknown as ReturnType<typeof planAir>;

test('crews, emitters and what was agreed stand each in their place, and an empty place says so', () => {
  const sheet = airSheet(
    NOTHING_OURS,
    [
      entry('Film crew', { sort: 'crew', family: 'plover', channel: 3, networkId: 0, agreed: true }),
      entry('Band', { sort: 'crew', family: null }),
      entry('House network', { sort: 'emitter', mhz: 2412, widthMhz: 20 }),
      entry('tried', { sort: 'found', family: 'plover', channel: 9 }),
    ],
    names,
  );
  expect(sheet).toEqual([
    { heading: 'Ours', lines: ['nothing'] },
    {
      heading: 'Theirs',
      lines: [`Film crew: ${names.family('plover')}, channel 3, ID off`, 'Band: triggers not told'],
    },
    { heading: 'Also on the air', lines: ['House network: 2412 MHz, 20 wide'] },
    { heading: 'Agreed', lines: ['with Film crew'] },
  ]);
  expect(airSheet(NOTHING_OURS, [], names).map(({ lines }) => lines)).toEqual([
    ['nothing'],
    ['nothing'],
    ['nothing'],
    ['nothing'],
  ]);
});

test('what nobody told or recorded is said to be so', () => {
  const crew = (rest: object) =>
    toldByCrew(entry('Film crew', { sort: 'crew', family: 'plover', ...rest }) as never, names);
  expect(crew({})).toBe(`${names.family('plover')}, channel not told, ID not told`);
  expect(crew({ channel: 3, networkId: 12 })).toBe(`${names.family('plover')}, channel 3, ID 12`);
  expect([spanText(null, 20), spanText(2412.0004, null), spanText(2412.5, 4)]).toEqual([
    'frequency not recorded',
    '2412 MHz, width not recorded',
    '2412.5 MHz, 4 wide',
  ]);
});

test('a crew has told once both its family and its channel are known; what else is on the air has nothing to tell', () => {
  const crew = (id: string, rest: object) => entry(id, { sort: 'crew', ...rest });
  const told = crew('Film', { family: 'plover', channel: 3 });
  expect(notToldText([told, entry('Router', { sort: 'emitter', mhz: 2412 })])).toBe('');
  expect(
    notToldText([told, crew('Band', { family: 'plover' }), crew('Stage', { channel: 3 }), crew('Guests', {})]),
  ).toBe('Not told yet: Band, Stage, Guests. Ask them: until then nobody can be sure.');
});

test('of several troubles the worst is said first, whatever order they come in', () => {
  const trouble = (code: TroubleCode): Trouble => ({
    code,
    who: { of: 'emitter', id: code },
    certain: true,
    mhz: 1,
  });
  const all = TROUBLES.map(trouble);
  const said = troublesText(all, names);
  expect(said.split('; ')[0]).toBe('ours is there too');
  expect(said.endsWith('no ID keeps strangers out')).toBe(true);
  expect(troublesText([...all].reverse(), names)).toBe(said);
});
