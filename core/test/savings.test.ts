/** What mending each finding saves, against the simulator itself. */
import { fixesFor } from '../src/mend/fixes.ts';
import { bySaving, type Saving, savingsOf } from '../src/mend/savings.ts';
import { buildRig, indexKit } from '../src/rig/rig.ts';
import { withRigChanges } from '../src/rig/rigChanges.ts';
import { judge, type Judgement } from '../src/verdict/judge.ts';
import { isFailing } from '../src/verdict/verdict.ts';
import { demo } from './demo.ts';

const kit = indexKit(demo);
const failing = ({ verdicts }: Judgement) => new Set(verdicts.filter(isFailing).map(({ unit }) => unit));

const LOOKS = demo.looks.filter((look) => judge(buildRig(kit, look, demo.onAir)).findings.length > 0);

test.each(LOOKS.map((look) => [look.id, look] as const))('%s: as many lights as the whole look says', (_, look) => {
  const before = judge(buildRig(kit, look, demo.onAir));
  const savings = savingsOf(before);
  expect(savings.map(({ finding }) => finding)).toEqual(before.findings.map(({ id }) => id));
  for (const [index, finding] of before.findings.entries()) {
    const [fix] = finding.severity === 'A' ? [] : fixesFor(before, finding);
    const after = fix ? failing(judge(withRigChanges(before.rig, fix.changes))) : failing(before);
    const saved = [...failing(before)].filter((light) => !after.has(light));
    expect(savings[index]).toEqual({ finding: finding.id, lights: saved.length, seconds: fix?.seconds ?? null });
  }
});

test('two lights for five seconds stand above one for five, and those above one for fifty', () => {
  const look = demo.looks.find(({ id }) => id === 'first-dance')!;
  const before = judge(buildRig(kit, look, demo.onAir));
  const savings = savingsOf(before);
  const [first] = bySaving(before.findings, savings);
  expect(first!.code).toBe('frame.latency');
  const of = ({ finding, lights, seconds }: Saving) => ({ finding, rate: seconds === null ? 0 : lights / seconds });
  const rates = savings.map(of);
  const ordered = bySaving(before.findings, savings).map(({ id }) => rates.find(({ finding }) => finding === id)!.rate);
  expect(ordered).toEqual([...ordered].sort((a, b) => b - a));
  expect(Math.max(...ordered)).toBeGreaterThan(Math.min(...ordered));
});

test('equals, and what nobody worked out yet, stay as they stood; what takes no time comes first', () => {
  const list = ['a', 'b', 'c', 'd'].map((id) => ({ id }));
  expect(bySaving(list, [])).toEqual(list);
  const savings = [
    { finding: 'b', lights: 1, seconds: 10 },
    { finding: 'c', lights: 1, seconds: 0 },
    { finding: 'd', lights: 2, seconds: 20 },
  ];
  expect(bySaving(list, savings).map(({ id }) => id)).toEqual(['c', 'b', 'd', 'a']);
});
