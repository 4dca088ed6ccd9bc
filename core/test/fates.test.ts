/** Many lights told at once: on the demo's first dance with sixty lamps more. */
import type { Look } from '../src/record/look.ts';
import { buildRig, indexKit } from '../src/rig/rig.ts';
import { byFate } from '../src/verdict/fates.ts';
import { judge } from '../src/verdict/judge.ts';
import { linesOf } from '../src/verdict/signalLine.ts';
import { demo } from './demo.ts';

const dance = demo.looks.find(({ id }) => id === 'first-dance')!;
const LAMPS = Array.from({ length: 60 }, (_, n) => `lamp-${n + 1}`);
const kit = indexKit({
  ...demo,
  units: [...demo.units, ...LAMPS.map((id) => ({ id, profile: 'tholmar-200', label: id, firmware: '1.6' }))],
});

/** @param spoilt by unit, what is set otherwise than on the others. */
function fatesWith(spoilt: Look['units'] = {}) {
  const lamp = dance.units['light-1']!;
  const units = Object.fromEntries(LAMPS.map((id) => [id, { ...lamp, ...spoilt[id] }]));
  const judgement = judge(buildRig(kit, { ...dance, units: { ...dance.units, ...units } } as Look, demo.onAir));
  const lines = linesOf(judgement, judgement.shots[0]!);
  return { lines, fates: byFate(lines).map((fate) => fate.map(({ light }) => light.id)) };
}

test('lights with one fate stand together, and each line stands once', () => {
  const { lines, fates } = fatesWith();
  expect(fates.flat().sort()).toEqual(lines.map(({ light }) => light.id).sort());
  expect(fates.find((fate) => fate.includes('lamp-1'))).toEqual(expect.arrayContaining(LAMPS));
  // Those of the dance that fail each in a way of its own are told one by one.
  for (const own of ['light-3', 'light-4', 'light-5', 'light-6']) expect(fates).toContainEqual([own]);
});

test('another cause, or the same with another value, is another fate', () => {
  const deaf = {
    'lamp-1': { channel: 3 },
    'lamp-2': { channel: 3 },
    'lamp-3': { channel: 3 },
    'lamp-4': { channel: 4 },
  };
  const { fates } = fatesWith(deaf as unknown as Look['units']);
  const of = (id: string) => fates.find((fate) => fate.includes(id))!;
  expect(of('lamp-1')).toEqual(expect.arrayContaining(['lamp-1', 'lamp-2', 'lamp-3']));
  expect(of('lamp-1')).not.toContain('lamp-4');
  expect(of('lamp-4')).toEqual(['lamp-4']);
  expect(of('lamp-5')).toHaveLength(of('lamp-60').length);
  expect(of('lamp-5')).not.toContain('lamp-1');
});

test('fates stand in the order of their first lights, and a look seen at a glance is told light by light', () => {
  const { lines, fates } = fatesWith();
  const at = fates.map(([first]) => lines.findIndex(({ light }) => light.id === first));
  expect(at).toEqual([...at].sort((a, b) => a - b));
  expect(byFate(lines.slice(0, 12)).every((fate) => fate.length === 1)).toBe(true);
  expect(byFate([])).toEqual([]);
});
