import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { DOCUMENT_VERSION } from '../src/record/documentMigrations.ts';
import { pathText } from '../src/record/fieldFault.ts';
import { documentJsonSchema, type KitDocument, parseDocument, writeDocument } from '../src/record/kitDocument';
import { defineMigrations, migrate } from '../src/record/migrate';
import type { FlashProfile } from '../src/record/profile';
import { buildRig, indexKit } from '../src/rig/rig';
import { judge } from '../src/verdict/judge';
import { readinessOf } from '../src/verdict/readiness';
import { withBlanks } from './blankedRig';
import { forEachRig } from './lawHarness';
import fc from 'fast-check';

const text = readFileSync(join(__dirname, '../../demo/ropewalk.json'), 'utf8');
const demo = (): Record<string, never> & KitDocument => JSON.parse(text);
const faults = (input: unknown) => {
  const parsed = parseDocument(input);
  return parsed.ok ? [] : parsed.faults.map((fault) => `${fault.path}: ${fault.message}`);
};

test('the demo is a sound document', () => expect(faults(demo())).toEqual([]));

test('the demo holds what it promises: nine lights, two bodies, a dozen faults, something unknown', () => {
  const document = demo();
  const kit = indexKit(document);
  expect(document.looks.map((look) => look.id)).toContain('first-dance');
  const { rig } = judge(
    buildRig(
      kit,
      document.looks.find((look) => look.id === 'first-dance')!,
    ),
  );
  expect(rig.lights).toHaveLength(9);
  expect(rig.bodies.map((body) => body.profile.shoe.system)).toEqual(['kestoril', 'varnholt']);
  const wedding = document.looks.filter((look) => look.event === 'ropewalk');
  const found = wedding.flatMap((look) => judge(buildRig(kit, look)).findings);
  expect(found.filter((finding) => finding.severity !== 'A').length).toBeGreaterThanOrEqual(12);
  expect(found.filter((finding) => finding.code === 'advice.unknown-field')).toHaveLength(1);
});

test('writing is a fixed point, whatever the order it was read in', () => {
  const document = demo();
  const once = writeDocument(document);
  const again = parseDocument(JSON.parse(once));
  expect(again.ok && writeDocument(again.document)).toBe(once);
  const turned = { ...document, units: [...document.units].reverse(), looks: [...document.looks].reverse() };
  expect(writeDocument(turned)).toBe(once);
});

test('null and left out are written alike: not at all', () => {
  const document = demo();
  document.units[0]!.notes = null;
  expect(writeDocument(document)).toBe(writeDocument(demo()));
});

test.each<[string, (document: ReturnType<typeof demo>) => unknown, string]>([
  ['not an object', () => [], ': is not an object: an Ergon document starts with { "format": "ergon-kit" }'],
  ['from the future', (d) => ({ ...d, version: 4 }), 'version: is 4, newer than this Ergon reads (3): update Ergon'],
  ['no version', ({ version: _, ...d }) => d, 'version: is missing: write 3'],
  ['a misspelt field', (d) => ({ ...d, lokos: [] }), 'lokos: is not a known field. Did you mean "looks"?'],
  [
    'an unknown setting',
    (d) => spoil(d, { chanel: 3 }),
    'looks[0].units.light-1.chanel: is not a known field. Did you mean "channel"?',
  ],
  [
    'a field like none',
    (d) => spoil(d, { wxyz: 3 }),
    'looks[0].units.light-1.wxyz: is not a known field: remove it or check its spelling',
  ],
  [
    'a misspelt word',
    (d) => spoil(d, { mode: 'manul' }),
    'looks[0].units.light-1.mode: is "manul". Did you mean "manual"? Write "manual", "ttl" or "multi"',
  ],
  [
    'a shutter no dial has',
    (d) => spoil(d, { shutter: '1/201' }),
    'looks[0].units.light-1.shutter: is "1/201". Did you mean "1/200"?',
  ],
  [
    'a shutter written as a fraction: the nearest time, not the nearest word',
    (d) => spoil(d, { shutter: '1/2' }),
    'looks[0].units.light-1.shutter: is "1/2". Did you mean "0.5"?',
  ],
  [
    'a number below the least',
    (d) => spoil(d, { distanceM: -1 }),
    'looks[0].units.light-1.distanceM: is -1: write 0 or more',
  ],
  [
    'a wrong type',
    (d) => spoil(d, { channel: 'eleven' }),
    'looks[0].units.light-1.channel: is "eleven": write a number',
  ],
  [
    'a channel that is no whole number',
    (d) => spoil(d, { channel: 1.5 }),
    'looks[0].units.light-1.channel: is 1.5: write a whole number',
  ],
  ['power above full', (d) => spoil(d, { power: 1 }), 'looks[0].units.light-1.power: is 1: write 0 or less'],
  [
    'a unit that is not in the look',
    (d) => spoil(d, { receiver: 'ghost' }),
    'looks[0].units.light-1.receiver: names unit of the look "ghost", which is not there. There are body-1, light-1, light-2, light-4, light-6, sender-1',
  ],
  [
    'an unknown family',
    (d) => spoil(d, { family: 'ghost' }),
    'looks[0].units.light-1.family: names family "ghost", which is not there. There are curlew, dunlin, knot, lapwing, plover, sanderling, turnstone',
  ],
  [
    'a profile that is not there',
    (d) => ({ ...d, units: [{ ...d.units[0], profile: 'kestoril-m3' }, ...d.units.slice(1)] }),
    'units[0].profile: names profile "kestoril-m3", which is not there. Did you mean "kestoril-m2"? There are brinkel-mono-400, brinkel-mono-800, brinkel-pack-1200, brinkel-wand, hesperrow-answer, hesperrow-answer-s, hesperrow-call, hesperrow-duo, hesperrow-sprite, kestoril-m2, kestoril-p1, kestoril-pocket, kestoril-s200, kestoril-s400, oakvane-both, oakvane-gate, oakvane-v30, oakvane-v50, sundrake-air-k, sundrake-heirloom, sundrake-lantern, sundrake-pebble, sundrake-tap, tholmar-200 and 14 others',
  ],
  [
    'an id used twice',
    (d) => ({ ...d, units: [...d.units, d.units[0]] }),
    'units[23].id: "answer-1" is used twice: ids must differ',
  ],
  [
    'a label of 10,000 characters',
    (d) => ({ ...d, units: [{ ...d.units[0], label: 'x'.repeat(10_000) }, ...d.units.slice(1)] }),
    'units[0].label: is longer than 80 characters',
  ],
  [
    'a range that ends before it starts',
    (d) => ({ ...d, families: [{ ...d.families[0], channels: { from: 9, to: 1 } }, ...d.families.slice(1)] }),
    'families[0].channels: must not end before it starts',
  ],
])('%s is named with its path', (_, change, expected) => {
  expect(faults(change(demo()))).toContain(expected);
});

function spoil(document: KitDocument, settings: object): object {
  const [look, ...rest] = document.looks;
  return {
    ...document,
    looks: [{ ...look, units: { ...look!.units, 'light-1': { ...look!.units['light-1'], ...settings } } }, ...rest],
  };
}

test('what is true of all its units a look may say once; what is said of one stays', () => {
  const document = demo();
  const [look, ...others] = document.looks;
  const strip = (id: string, ...fields: string[]) =>
    Object.fromEntries(Object.entries(look!.units[id]!).filter(([field]) => !fields.includes(field)));
  const units = {
    ...look!.units,
    'body-1': strip('body-1', 'flashFiring'),
    'light-1': strip('light-1', 'on'),
    'light-2': { ...strip('light-2'), on: false },
    'light-4': { ...strip('light-4', 'on'), role: 'off' },
    'sender-1': { ...strip('sender-1', 'on'), groups: { A: { mode: 'ttl' }, B: { on: false }, C: null } },
  };
  const refused = faults({ ...document, looks: [{ ...look, allSwitchedOn: true, units }] });
  expect(refused).toEqual(['looks[0].units.sender-1.groups.C: is null: write fields in { }']);
  const sound = { ...units, 'sender-1': { ...units['sender-1'], groups: { A: { mode: 'ttl' }, B: { on: false } } } };
  const read = parseDocument({ ...document, looks: [{ ...look, allSwitchedOn: true, units: sound }, ...others] });
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  const [after] = read.document.looks;
  expect(after).not.toHaveProperty('allSwitchedOn');
  expect(after!.units['body-1']).toMatchObject({ flashFiring: true });
  expect(after!.units['body-1']).not.toHaveProperty('on');
  expect(['light-1', 'light-2', 'sender-1'].map((id) => after!.units[id]!.on)).toEqual([true, false, true]);
  expect(after!.units['light-4']).not.toHaveProperty('on');
  expect(after!.units['sender-1']!.groups).toEqual({ A: { mode: 'ttl', on: true }, B: { on: false } });
  expect(faults({ ...document, looks: [{ ...look, allSwitchedOn: false }] })).toEqual([
    'looks[0].allSwitchedOn: is not a known field: remove it or check its spelling',
  ]);
});

test('every fault is reported at once', () => {
  const document = spoil(demo(), { channel: 'x', power: 5, role: 'king' });
  expect(faults(document)).toHaveLength(3);
});

test('paths read as people write them', () =>
  expect(pathText(['looks', 0, 'units', 'light-1', 'sees', 2])).toBe('looks[0].units.light-1.sees[2]'));

test('the published schema describes the same fields', () => {
  const schema = documentJsonSchema() as { properties: Record<string, unknown>; required: string[] };
  expect(Object.keys(schema.properties).sort()).toEqual(Object.keys(demo()).sort());
  expect(JSON.parse(readFileSync(join(__dirname, '../../docs/format/ergon-kit.schema.json'), 'utf8'))).toEqual(schema);
});

test('migrations run in order from the document’s own version', () => {
  const steps = defineMigrations(3, [
    { to: 2, name: 'rename place', up: ({ spot, ...rest }) => ({ ...rest, place: spot ?? null }) },
    { to: 3, name: 'count', up: (document) => ({ ...document, count: 1 }) },
  ]);
  expect(migrate({ version: 1, spot: 'shed' }, 1, steps)).toEqual({ version: 3, place: 'shed', count: 1 });
  expect(migrate({ version: 2, place: 'loft' }, 2, steps)).toEqual({ version: 3, place: 'loft', count: 1 });
});

test('a gap in the migrations is found at start', () => {
  const step = { to: 3, name: 'late', up: (document: object) => document as never };
  expect(() => defineMigrations(3, [step, step])).toThrow('migration "late" leads to 3, expected 2');
  expect(() => defineMigrations(2, [])).toThrow('version 2 needs 1 migrations, found 0');
});

test('a version 1 document reads as it was meant: a flash fires and is dialled by hand wherever it is used', () => {
  const old = {
    format: 'ergon-kit',
    version: 1,
    event: { name: 'Old' },
    families: [{ id: 'f', name: 'F', medium: 'radio', carries: { power: true, ttl: false } }],
    profiles: [
      {
        id: 'p',
        maker: 'M',
        model: 'P',
        kind: 'flash',
        foot: 'k',
        radios: [{ family: 'f', roles: ['remote'] }],
        ttl: { onBody: true, remote: false },
        power: { floor: -7, ceiling: 0, scale: 'fraction' },
      },
      {
        id: 's',
        maker: 'M',
        model: 'S',
        kind: 'flash',
        foot: 'none',
        radios: [],
        ttl: {},
        power: { scale: 'fraction' },
      },
    ],
    units: [{ id: 'u', profile: 'p', label: 'U' }],
    looks: [],
  };
  const parsed = parseDocument(old);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults));
  const [flash, strobe] = parsed.document.profiles;
  expect(parsed.document.version).toBe(3);
  expect(flash).toMatchObject({
    can: {
      'on-body': { fire: true, manual: true, ttl: true },
      stacked: { ttl: true },
      radio: { fire: true, manual: true, ttl: false },
      eye: { fire: true, manual: true },
      cable: { fire: true, manual: true },
    },
  });
  expect(Object.keys((strobe as FlashProfile).can)).toEqual(['eye', 'cable']);
  expect(parsed.document.families[0]).toMatchObject({
    pairing: 'none',
    carries: { power: true, ttl: false, mode: true },
  });
  // What version 1 could not say stays unsaid.
  expect((flash as FlashProfile).triggerVoltage).toBeUndefined();
});

test('a version 2 document becomes one event, with a moment for each look in the order of the evening', () => {
  const old = {
    format: 'ergon-kit',
    version: 2,
    event: { name: 'Wedding', date: '2027-06-12', place: 'The quay' },
    families: [],
    profiles: [],
    units: [],
    looks: [
      { id: 'dance', name: 'Last dance', time: '00:30', place: 'Shed', quietMinutes: 5, units: {} },
      { id: 'some-time', name: 'Some time', units: {} },
      { id: 'vows', name: 'Vows', time: '14:00', units: {} },
    ],
  };
  const parsed = parseDocument(old);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults));
  const written = JSON.parse(writeDocument(parsed.document)) as KitDocument;
  expect(written.events).toEqual([
    {
      id: 'event',
      name: 'Wedding',
      date: '2027-06-12',
      venue: 'The quay',
      moments: [
        { id: 'vows', name: 'Vows', time: '14:00', look: 'vows' },
        { id: 'dance', name: 'Last dance', time: '00:30', place: 'Shed', look: 'dance' },
        { id: 'some-time', name: 'Some time', look: 'some-time' },
      ],
    },
  ]);
  expect(written.looks[0]).toEqual({ id: 'dance', name: 'Last dance', event: 'event', quietMinutes: 5, units: {} });
  expect(written.tests).toEqual([]);
  const gear = parseDocument({ ...old, looks: [] });
  expect(gear.ok && gear.document.events).toEqual([]);
});

test.each<[string, (document: KitDocument) => void, string]>([
  [
    'a moment that uses an unknown look',
    (d) => (d.events[0]!.moments[0]!.look = 'ghost'),
    'events[0].moments[0].look: names look "ghost"',
  ],
  ['a look of an unknown event', (d) => (d.looks[0]!.event = 'ghost'), 'looks[0].event: names event "ghost"'],
  ['a test fire of an unknown look', (d) => (d.tests[0]!.look = 'ghost'), 'tests[0].look: names look "ghost"'],
  [
    'a moment twice',
    (d) => d.events[1]!.moments.push(d.events[0]!.moments[0]!),
    'moments[4].id: "harvest-supper" is used twice',
  ],
  [
    'a time that is none',
    (d) => (d.events[0]!.moments[0]!.time = '24:10'),
    'events[0].moments[0].time: write the time as HH:MM',
  ],
])('%s is named', (_, spoilt, expected) => {
  const document = demo();
  spoilt(document);
  expect(faults(document).map((fault) => fault.slice(0, expected.length))).toEqual([expected]);
});

test('what the demo says of its past event still holds: each of its lights is proven', () => {
  const document = demo();
  const past = document.looks.filter(({ event }) => event === 'harvest');
  const states = past.flatMap((look) =>
    readinessOf(
      judge(buildRig(indexKit(document), look)),
      document.tests.filter((test) => test.look === look.id),
    ).map(({ state }) => state),
  );
  expect(states).toEqual(Array(5).fill('proven'));
});

test('a broken version 1 document is refused by the schema, not by the migration', () => {
  expect(faults({ format: 'ergon-kit', version: 1, profiles: 7, families: [null, 'x'] })).toContain(
    'profiles: is 7: write a list in [ ]',
  );
});

test('random documents round-trip byte for byte once they are written', () => {
  let blanks = 0;
  const anyText = fc.string({ minLength: 1, maxLength: 40 });
  forEachRig(300, (random, draw) => {
    const text = draw.from(anyText);
    const { kit, look } = withBlanks(random, draw);
    const name = text.trim() || 'Name';
    const document = {
      format: 'ergon-kit',
      version: DOCUMENT_VERSION,
      events: [
        {
          id: 'event',
          name,
          date: draw.boolean() ? '2026-06-20' : null,
          notes: text,
          moments: [{ id: 'm', name, look: look.id, time: draw.boolean() ? '18:00' : null }],
        },
      ],
      families: kit.families,
      profiles: kit.profiles.map((profile) => ({
        ...profile,
        howTo: draw.boolean() ? { channel: name } : null,
        notes: text,
      })),
      units: kit.units.map((unit) => ({
        ...unit,
        label: name,
        lentTo: draw.boolean() ? name : null,
        inService: draw.boolean(),
      })),
      looks: [look],
      tests: [],
    };
    const parsed = parseDocument(document);
    if (!parsed.ok) throw new Error(JSON.stringify(parsed.faults));
    const once = writeDocument(parsed.document);
    const again = parseDocument(JSON.parse(once));
    if (!again.ok) throw new Error(JSON.stringify(again.faults));
    expect(writeDocument(again.document)).toBe(once);
    expect(again.document.units.map((unit) => unit.id)).toEqual([...kit.units.map((unit) => unit.id)].sort());
    if (JSON.stringify(document).includes('null')) blanks++;
  });
  expect(blanks).toBeGreaterThan(100);
});
