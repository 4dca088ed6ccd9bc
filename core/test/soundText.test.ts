import fc from 'fast-check';
import { z } from 'zod';
import { checked } from '../src/record/fieldFault';
import { idSchema, labelSchema } from '../src/record/fieldShapes';
import { isNameAgain, newPassphraseSchema } from '../src/record/passphrase';
import { treeFaults } from '../src/record/soundText';

const any = z.json();
const nested = (depth: number): unknown => JSON.parse(`${'['.repeat(depth)}${']'.repeat(depth)}`);

test.each([
  ['half a character', { looks: [{ name: 'a\ud800b' }] }, 'looks[0].name'],
  ['a NUL', { units: { 'light-1': 'x\u0000' } }, 'units.light-1'],
  ['an escape', ['fine', '\u001b[2J'], '[1]'],
  ['a key of every object', JSON.parse('{"a":{"__proto__":{"admin":true}}}'), 'a.__proto__'],
  ['its constructor', { constructor: 1 }, 'constructor'],
  ['a key with half a character', { '\udfff': 1 }, '\udfff'],
])('%s is refused where it is', (_, input, path) => {
  expect(checked(any, input).faults?.map((fault) => fault.path)).toEqual([path]);
});

test('what people write in any script is none of it', () => {
  for (const text of ['Łukasz’ lamp', 'אורות', '灯 3', 'two\nlines\tand tabs', '👩‍🚀 lamp', 'ligature ﬁ'])
    expect(treeFaults({ text })).toEqual([]);
  fc.assert(fc.property(fc.jsonValue({ noUnicodeString: true }), (value) => treeFaults(value).length <= 20));
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme' }), (text) => treeFaults(text.replaceAll(/\p{Cc}/gu, '')).length === 0),
  );
});

test('a tree nested without end ends in a sentence, not in the stack', () => {
  expect(treeFaults(nested(40))).toEqual([]);
  expect(treeFaults(nested(41))[0]!.message).toMatch(/^is nested deeper than 40/);
  expect(checked(any, nested(100_000)).faults).toHaveLength(1);
});

test('of very many faults twenty are told, and of a very long path its beginning', () => {
  const unknown = Object.fromEntries(Array.from({ length: 100_000 }, (_, n) => [`key-${n}`, 1]));
  expect(checked(z.strictObject({ name: labelSchema.optional() }), unknown).faults).toHaveLength(20);
  const [fault] = checked(z.strictObject({}), { ['x'.repeat(100_000)]: 1 }).faults!;
  expect(fault!.path).toHaveLength(161);
  expect(treeFaults(Array(100).fill('\u0000'))).toHaveLength(20);
});

test('a label turns no text around it; what a note may hold is wider', () => {
  const fault = (label: string) => checked(labelSchema, label).faults?.[0]?.message ?? null;
  for (const turning of ['\u202eevil', 'a\u2066b', 'a\u200fb', 'a\u061cb', 'a\nb'])
    expect(fault(turning)).toMatch(/^has an invisible character/);
  expect(['אורות', ' Light 6 ', '👩‍🚀'].map(fault)).toEqual([null, null, null]);
});

test('an id is none of the names every object has', () => {
  const isId = (id: string) => idSchema.safeParse(id).success;
  expect(['constructor', 'constructor-2', 'light-1', 'x'.repeat(64), 'x'.repeat(65)].map(isId)).toEqual([
    false,
    true,
    true,
    true,
    false,
  ]);
  const inherited = Object.getOwnPropertyNames(Object.prototype);
  expect(inherited.filter(isId)).toEqual([]);
  expect(inherited.length).toBeGreaterThan(5);
});

test('a passphrase is more than the names of person and crew', () => {
  const again = (passphrase: string) => isNameAgain(passphrase, ['Ines Maru', 'Rope crew']);
  expect(['Ines Maru 1', 'inesmaru-INES', 'ropecrew ines', 'maru, ines 12'].map(again)).toEqual([
    true,
    true,
    true,
    true,
  ]);
  expect(['Ines ties bowlines', 'tarred hemp rope', 'Rope crews go far'].map(again)).toEqual([false, false, false]);
  expect(newPassphraseSchema.parse('Ta\u030age klingt')).toBe('T\u00e5ge klingt');
});
