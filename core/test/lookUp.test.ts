/** Law 7: nothing is called done, mended, saved or as meant while it is unknown; what to look up is said with its cost. */
import { fixesFor } from '../src/mend/fixes';
import { leastWork } from '../src/mend/leastWork';
import { lookUpFor } from '../src/mend/lookUp.ts';
import { buildRig, indexKit } from '../src/rig/rig';
import { judge } from '../src/verdict/judge';
import { whatIf } from '../src/verdict/whatIf.ts';
import { namesOf } from '../src/words/wording';
import { lookUpLines, workSentence } from '../src/words/workWording';
import { baseKit, baseLook, type Spoil } from './baseRig';
import { withBlanks } from './blankedRig';
import { valueOf } from './fieldsOfRig';
import { both, set } from './gearCases';
import { forEachRig, type Met, RUNS } from './lawHarness';

const names = namesOf(baseKit());
const workFor = (spoil: Spoil) => leastWork(buildRig(indexKit(baseKit(spoil)), baseLook(spoil)));
const said = (spoil: Spoil) => workSentence(workFor(spoil), names);

test('with nothing to set but something unknown, nothing is called done', () => {
  const work = workFor(set('answered', { on: null, walkSeconds: 12 }));
  expect(work).toMatchObject({ changes: [], saved: [], left: [] });
  // 12 s there and back, and 20 at the unit.
  expect(work.lookUp).toMatchObject({ lights: ['answered'], seconds: 32, fields: [{ unit: 'answered', field: 'on' }] });
  expect(workSentence(work, names)).toBe(
    'Nothing to set. Of Answered nobody can say before one thing is looked up, 32 s more.',
  );
  expect(lookUpLines(work, names)).toEqual(['power switch of Answered']);
});

test('work for some and a look for others: every other light', () => {
  expect(
    said(both(set('remote', { channel: 3, walkSeconds: 10 }), set('wired', { lamp: null, walkSeconds: 10 }))),
  ).toBe(
    '30 s of work: then every other light fires as meant. Of Wired nobody can say before one thing is looked up, 30 s more.',
  );
});

test('what is looked at where somebody goes anyway costs no second walk, and at the camera five seconds', () => {
  const rig = buildRig(indexKit(baseKit()), baseLook(set('wired', { lamp: null, walkSeconds: 50 })));
  const there = { unit: 'wired', setting: 'power' as const, from: -2, to: -3 };
  expect(lookUpFor(rig, judge(rig), []).seconds).toBe(70);
  expect(lookUpFor(rig, judge(rig), [there]).seconds).toBe(0);
  expect(workFor(set('body-2', { flashFiring: null })).lookUp).toMatchObject({ lights: ['top'], seconds: 5 });
});

test('what a model can do is in its manual, and costs no walk', () => {
  const work = workFor({ profiles: { answered: { foot: null } } });
  expect(work.lookUp.seconds).toBe(0);
  expect(lookUpLines(work, names)).toEqual(['foot of Answered, in its manual']);
});

/** A search is dear: every so many rigs are enough. */
const EVERY = 25;
const seen = { unknown: 0, saved: 0, mended: 0 };

test('law 7: over random rigs with blanks nothing unknown is saved, mended or done', () => {
  const least = RUNS / 1000;
  const met = (): Met => ({ unknown: [seen.unknown, least], saved: [seen.saved, least], mended: [seen.mended, least] });
  forEachRig({ runs: RUNS, met }, (whole, draw, index) => {
    if (index % EVERY !== 0) return;
    const random = withBlanks(whole, draw);
    const before = judge(buildRig(indexKit(random.kit), random.look));
    const work = leastWork(before.rig, { budget: 40 });
    const { after, mends } = whatIf(before, work.changes);
    const unknown = new Set(after.verdicts.filter(({ verdict }) => verdict === 'unknown').map(({ unit }) => unit));
    expect(work.saved.filter((light) => unknown.has(light))).toEqual([]);
    expect(mends.filter((one) => one.after?.verdict === 'unknown')).toEqual([]);
    expect(new Set(work.lookUp.lights)).toEqual(unknown);
    seen.saved += work.saved.length;
    if (unknown.size === 0) return;
    seen.unknown++;
    expect(workSentence(work, namesOf(random.kit))).not.toMatch(/every light fires/);
    expect(work.lookUp.fields.length).toBeGreaterThan(0);
    for (const ref of work.lookUp.fields) expect([ref, valueOf(random, ref)]).toEqual([ref, null]);
    for (const finding of before.findings.slice(0, 2)) {
      for (const fix of fixesFor(before, finding)) {
        seen.mended++;
        const open = whatIf(before, fix.changes).clouds.filter((one) => finding.units.includes(one.light));
        expect(open).toEqual([]);
      }
    }
  });
});
