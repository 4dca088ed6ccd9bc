/** What is hidden in a drill, by level and word: the same for a whole crew, and always to be found. */
import { faultsOf, mended, stageDrill, stageIncident, type Staging } from '../src/drill/staging';
import { LEVELS, OTHERS, WEATHER } from '../src/drill/levels';
import { firstOdd } from '../src/drill/bestPlay';
import { StagedGear } from '../src/drill/stagedGear';
import { type FaultField } from '../src/diagnose/fault';
import { FAULT_WEIGHTS, weighedAs } from '../src/diagnose/faultWeights';
import { SeededDraw } from '../src/measure/seededDraw';
import { stagedSchema } from '../src/record/drillSchema';
import type { Staged } from '../src/record/drill';
import type { Incident } from '../src/record/incident';
import { buildRig, indexKit } from '../src/rig/rig';
import { judge } from '../src/verdict/judge';
import { demo } from './demo';

const kit = indexKit(demo);
const WORDS = ['rope', 'tar', 'mast', 'keel'];

/** Mended once for all: what practice begins from. */
const looks = demo.looks.map((look) => mended(kit, look));

const stage = (level: number, seed: string, more: Partial<Staging> = {}): Staged => {
  const staged = stageDrill({ kit, source: 'look', looks, level, seed, ...more });
  if (!staged) throw new Error(`nothing is hidden at level ${level} of ${seed}`);
  return staged;
};
const all = LEVELS.flatMap((_, at) => WORDS.map((word) => ({ level: at + 1, staged: stage(at + 1, word) })));
const rowsOf = ({ hidden }: Staged): string[] => hidden.map(({ field }) => weighedAs(field as FaultField));

test('the same word is the same drill, another word or level another', () => {
  expect(stage(3, 'rope')).toEqual(all.find(({ level, staged }) => level === 3 && staged.seed === 'rope')!.staged);
  const hidden = new Set(all.map(({ staged }) => JSON.stringify([staged.look.id, staged.hidden])));
  expect(hidden.size).toBeGreaterThan(all.length / 2);
});

test('what ships with the app is mended before anything is hidden in it', () => {
  const { source, ...practice } = stage(4, 'rope', { source: 'practice', looks: demo.looks });
  expect(source).toBe('practice');
  expect({ ...practice, source: 'look' }).toEqual(stage(4, 'rope'));
});

test.each(LEVELS.map((level, at) => [at + 1, level] as const))(
  'level %i has as much gear and as many faults as it may',
  (number, level) => {
    for (const { staged } of all.filter((one) => one.level === number)) {
      const rig = buildRig(kit, staged.look);
      expect(rig.bodies.length).toBeLessThanOrEqual(level.bodies);
      // What a light sees comes with it.
      expect(rig.lights.length).toBeLessThanOrEqual(level.lights + 1);
      expect(staged.hidden).toHaveLength(level.faults);
      expect(new Set(staged.hidden.map(({ unit }) => unit)).size).toBe(level.faults);
      const rows = rowsOf(staged);
      if (level.isEvening) {
        expect(rows.some((row) => OTHERS.includes(row))).toBe(true);
        expect(rows.some((row) => WEATHER.includes(row))).toBe(true);
      } else for (const row of rows) expect(FAULT_WEIGHTS[row]).toBeGreaterThanOrEqual(level.leastWeight);
    }
  },
);

test('another crew is on the air of one of them', () => {
  expect(all.some(({ staged }) => rowsOf(staged).includes('crew'))).toBe(true);
});

test('as planned everything fires; what is seen first is what the hidden faults do', () => {
  for (const { staged } of all) {
    const plan = buildRig(kit, staged.look);
    const verdicts = judge(plan).verdicts.map(({ verdict }) => verdict);
    expect(verdicts.filter((verdict) => !['in-sync', 'dark', 'unmetered'].includes(verdict))).toEqual([]);
    const faults = faultsOf(plan, staged.hidden)!;
    expect(faults).toHaveLength(staged.hidden.length);
    const gear = new StagedGear(plan, faults);
    expect(gear.isWell).toBe(false);
    expect(firstOdd(gear)).toEqual(staged.seen);
    expect(staged.best.steps).toBeGreaterThanOrEqual(2);
    expect(stagedSchema.parse(JSON.parse(JSON.stringify(staged)))).toEqual(staged);
  }
});

test('of a look of one’s own only what surely fires is in it', () => {
  const look = demo.looks.find(({ id }) => id === 'first-dance')!;
  const { look: small } = stage(4, 'rope', { looks: [look] });
  expect(Object.keys(small.units).every((id) => id in look.units)).toBe(true);
  expect(judge(buildRig(kit, small)).verdicts.every(({ verdict }) => verdict === 'in-sync' || verdict === 'dark')).toBe(
    true,
  );
  // None of it surely fires, since nobody recorded how its lights are linked.
  const unknown = demo.looks.filter(({ id }) => id === 'regatta-prize');
  expect(stageDrill({ kit, source: 'look', looks: unknown, level: 1, seed: 'rope' })).toBeNull();
});

describe('an incident once more', () => {
  const look = demo.looks.find(({ id }) => id === 'speeches')!;
  const incident = (unit: string, field: string): Incident => ({
    id: 'incident-1',
    look: 'speeches',
    seen: [{ light: 'light-2', body: 'body-1', attitude: 'level', saw: 'dark' }],
    checks: [],
    ended: { cause: [{ unit, field }], proven: true, at: '2027-06-12T20:00:00.000Z' },
    at: '2027-06-12T19:50:00.000Z',
  });

  test('hides what it was', () => {
    const staged = stageIncident(kit, look, incident('light-2', 'channel'))!;
    expect(staged).toMatchObject({ source: 'incident', hidden: [{ unit: 'light-2', field: 'channel' }] });
    expect(staged.level).toBeUndefined();
    expect(staged.seen).toContainEqual({ light: 'light-2', body: 'body-1', attitude: 'level', saw: 'dark' });
  });

  test('hides nothing where the unit is no longer in the look', () => {
    expect(stageIncident(kit, look, incident('light-7', 'channel'))).toBeNull();
  });
});

describe('draws by a word', () => {
  test('are spread over all there is, as often as it weighs', () => {
    const draw = new SeededDraw('hemp');
    const counts = { a: 0, b: 0, never: 0 };
    const weights = { a: 3, b: 1, never: 0 };
    for (let at = 0; at < 4000; at++) counts[draw.weighed(['a', 'b', 'never'] as const, (one) => weights[one])!]++;
    expect(counts.never).toBe(0);
    expect(counts.a / counts.b).toBeGreaterThan(2.6);
    expect(counts.a / counts.b).toBeLessThan(3.4);
    expect(draw.pick([])).toBeUndefined();
    expect(draw.weighed(['a'], () => 0)).toBeUndefined();
  });

  test('put all in another order, and lose none', () => {
    const values = [1, 2, 3, 4, 5, 6, 7, 8];
    const mixed = new SeededDraw('reef').shuffled(values);
    expect(mixed).not.toEqual(values);
    expect([...mixed].sort((a, b) => a - b)).toEqual(values);
    expect(new SeededDraw('reef').shuffled(values)).toEqual(mixed);
  });
});
