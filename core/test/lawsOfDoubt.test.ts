/** Laws 5 and 6 of the firing model over random rigs of which something is not recorded. */
import { isNeverRight, isNeverSure, suitsNoMoment } from '../src/verdict/neverRight';
import { isRight, type Verdict } from '../src/verdict/verdict';
import { blanked, forEachRig, judged, judgedAfresh, keyOf, RUNS, SEED } from './lawHarness';

beforeAll(() => process.stdout.write(`laws of doubt: ${RUNS} rigs each, seed ${SEED}\n`));

const seen = { unknown: 0, certainDespiteBlanks: 0 };

test('law 5: a light fires at most once in a shot', () => {
  forEachRig(RUNS, (whole, draw) => {
    for (const shot of judged(blanked(whole, draw)).shots) {
      const mains = shot.timeline
        .filter((event) => event.kind === 'pulse' && event.pulse === 'main')
        .map((event) => event.unit);
      expect(new Set(mains).size).toBe(mains.length);
    }
  });
});

test('law 6: what is said for certain of a rig with unrecorded fields holds however they are filled in', () => {
  const met = () => ({ unknown: [seen.unknown, RUNS / 4], certain: [seen.certainDespiteBlanks, RUNS / 4] }) as const;
  forEachRig({ runs: RUNS, met }, (whole, draw) => {
    const truth = new Map(judged(whole).verdicts.map((verdict) => [keyOf(verdict), verdict.verdict]));
    const judgement = judged(blanked(whole, draw));
    for (const verdict of judgement.verdicts) {
      const real = truth.get(keyOf(verdict));
      // A light whose role turns out to be off is in no shot at all.
      if (real === undefined) continue;
      if (verdict.verdict === 'unknown') {
        seen.unknown++;
        expect(
          judgement.findings.some(
            (finding) => finding.code === 'advice.unknown-field' && finding.subject === verdict.unit,
          ),
        ).toBe(true);
      } else {
        seen.certainDespiteBlanks++;
        expect(`${keyOf(verdict)} ${verdict.verdict}`).toBe(`${keyOf(verdict)} ${real}`);
      }
    }
  });
});

test('what is called never right of a rig with unrecorded fields is not right however they are filled in', () => {
  let openYetNever = 0;
  let noMoment = 0;
  // It must say so of lights of which nobody can say whether they fire, or it says nothing new.
  const met = () => ({ openYetNever: [openYetNever, RUNS / 50], noMoment: [noMoment, RUNS / 50] }) as const;
  forEachRig({ runs: RUNS, met }, (whole, draw) => {
    const truth = new Map(judged(whole).verdicts.map((verdict) => [keyOf(verdict), verdict]));
    const { rig, shots } = judged(blanked(whole, draw));
    for (const shot of shots) {
      for (const run of shot.runs.values()) {
        const real = truth.get(keyOf({ unit: run.light.id, shot: shot.body.id, attitude: shot.attitude } as Verdict));
        if (!real) continue;
        const unsuited = suitsNoMoment(rig, shot.body, run.light);
        if (unsuited) noMoment++;
        if (!unsuited && !isNeverRight(rig, shot, run)) continue;
        if (run.fires === null) openYetNever++;
        expect({ light: keyOf(real), right: isRight(real) }).toEqual({ light: keyOf(real), right: false });
      }
    }
  });
});

test('what is called never sure is not as meant for certain however its settings are filled in', () => {
  let neverSure = 0;
  forEachRig({ runs: RUNS, met: () => ({ neverSure: [neverSure, RUNS / 100] }) }, (whole, draw) => {
    const random = blanked(whole, draw);
    const { rig, shots } = judged(random);
    const unsure = shots.flatMap(({ body, runs }) =>
      [...runs.values()]
        .filter(({ light }) => isNeverSure(rig, body, light))
        .map(({ light }) => `${light.id} ${body.id}`),
    );
    if (unsure.length === 0) return;
    neverSure += unsure.length;
    const known = judgedAfresh({ kit: random.kit, look: whole.look });
    const right = known.verdicts.filter(isRight).map(({ unit, shot }) => `${unit} ${shot}`);
    expect(unsure.filter((one) => right.includes(one))).toEqual([]);
  });
});
