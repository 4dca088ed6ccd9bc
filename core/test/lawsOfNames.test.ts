/** Law 4 in full, and what is said of missing fields, over random rigs. */
import type { FieldRef } from '../src/rig/check.ts';
import type { Judgement } from '../src/verdict/judge';
import { filledIn, valueOf } from './fieldsOfRig';
import { blanked, drawFor, forEachRig, judged, judgedAfresh, keyOf, RUNS, SEED } from './lawHarness';
import { ODDITIES } from './oddities';
import { renamed } from './renamedRig';

beforeAll(() => process.stdout.write(`laws of names and fields: ${RUNS} rigs each, seed ${SEED}\n`));

const seen = { findings: 0, unknown: 0, settled: 0 };

/** What a judgement says, under the names of before and in no order. */
function saidOf({ verdicts, findings }: Judgement, before: (id: string) => string) {
  const sorted = (list: readonly string[]) => [...list].sort();
  return {
    verdicts: sorted(
      verdicts.map((one) =>
        [
          `${before(one.unit)} ${before(one.shot)} ${one.attitude} ${one.verdict} ${one.share} ${one.darkEdge}`,
          `${one.chance} ${one.stopsOff} ${one.atUs} ${one.lastUs}`,
          ...sorted(one.faults.map(({ code, subject }) => `${code} ${before(subject)}`)),
          ...sorted([...new Set(one.unknown.map(({ unit, field }) => `${before(unit)} ${field}`))]),
        ].join(' '),
      ),
    ),
    findings: sorted(
      findings.map((one) =>
        [
          `${one.severity} ${one.code} ${before(one.subject)}`,
          ...sorted(one.units.map(before)),
          ...sorted(one.shots.map((shot) => `${before(shot.body)} ${shot.attitude}`)),
        ].join(' '),
      ),
    ),
  };
}

test('law 4: with every id replaced and every list shuffled the same is said of every light', () => {
  forEachRig({ runs: RUNS, met: () => ({ findings: [seen.findings, RUNS] }) }, (random, draw, index) => {
    const whole = index % 2 === 0 ? random : blanked(random, draw);
    const other = renamed(whole, drawFor(index + 1_000_000));
    const now = saidOf(judged(whole), (id) => id);
    seen.findings += now.findings.length;
    expect(saidOf(judgedAfresh(other.random), other.before)).toEqual(now);
  });
});

test('every odd set-up comes up among the rigs', () => {
  const count = new Map(Object.keys(ODDITIES).map((name) => [name, 0]));
  const met = () => Object.fromEntries([...count].map(([name, times]) => [name, [times, 1] as const]));
  let rigs = 0;
  forEachRig({ runs: RUNS, met }, (random) => {
    rigs++;
    const judgement = judged(random);
    for (const [name, holds] of Object.entries(ODDITIES)) if (holds(judgement)) count.set(name, count.get(name)! + 1);
  });
  const rates = [...count].map(([name, times]) => `${((100 * times) / rigs).toFixed(2)} % ${name}`);
  process.stdout.write(`of ${rigs} rigs:\n  ${rates.join('\n  ')}\n`);
});

const nameOf = ({ unit, field }: FieldRef) => `${unit} ${field}`;

test('every field said to be missing is there and blank, and once all are filled in nobody is in doubt', () => {
  const met = () => ({ unknown: [seen.unknown, RUNS / 4], settled: [seen.settled, RUNS / 4] }) as const;
  forEachRig({ runs: RUNS, met }, (whole, draw) => {
    let random = blanked(whole, draw);
    const asked = new Set<string>();
    for (;;) {
      const open = judged(random).verdicts.filter((one) => one.verdict === 'unknown');
      if (open.length === 0) break;
      seen.unknown += open.length;
      for (const one of open) expect(`${keyOf(one)}: ${one.unknown.length} fields`).not.toMatch(/: 0 fields/);
      const missing = new Map(open.flatMap((one) => one.unknown.map((ref) => [nameOf(ref), ref] as const)));
      for (const [name, ref] of missing) {
        expect([name, valueOf(random, ref)]).toEqual([name, null]);
        // What a unit's model or family cannot have is no field of it.
        if (/^(profile|family)\./.test(ref.field))
          expect([name, valueOf(whole, ref) ?? null]).not.toEqual([name, null]);
        expect([name, asked.has(name)]).toEqual([name, false]);
        asked.add(name);
      }
      random = filledIn(random, whole, [...missing.values()]);
      seen.settled++;
    }
  });
});
