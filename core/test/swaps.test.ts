/** Another unit in place of the one it must be: docs/model.md, Choice of checks. */
import { diagnose, type Diagnosis } from '../src/diagnose/diagnosis';
import { UNSURE } from '../src/diagnose/evidence';
import { causeOfAll } from '../src/diagnose/fault';
import { faultLibrary } from '../src/diagnose/faultLibrary';
import { Reality } from '../src/diagnose/reality';
import { StagedGear } from '../src/drill/stagedGear';
import type { Answered, Check, Incident } from '../src/record/incident';
import { buildRig, indexKit } from '../src/rig/rig';
import { checkLines, incidentText } from '../src/words/diagnosisWording';
import { namesOf } from '../src/words/wording';
import { demo } from './demo';

const kit = indexKit(demo);
const rig = buildRig(
  kit,
  demo.looks.find(({ id }) => id === 'speeches')!,
);
const about = { rig, names: namesOf(kit) };
const causesIn = ({ causes }: Diagnosis): string[] => causes.map(({ faults }) => causeOfAll(faults));

/** Answers by the gear but for what nobody can read off, up to where another unit may be put in. */
function upToTheSwap(unit: string, field: string) {
  const fault = faultLibrary(rig).find((one) => one.unit === unit && one.field === field)!;
  const gear = new StagedGear(rig, [fault]);
  const seen = gear.sightings();
  const checks: Answered[] = [];
  const reality = new Reality(rig);
  const found = (more: readonly Answered[] = []) =>
    diagnose({ reality, incident: { seen, checks: [...checks, ...more] } });
  let at = found();
  for (; at.next && !at.swap; at = found()) {
    const { check, answers } = at.next;
    checks.push({ check, answer: check.kind === 'look' ? UNSURE : gear.answer(check, answers) });
  }
  const swap = at.swap?.check ?? null;
  const after = (answer: string) => found([{ check: swap as Check, answer }]);
  return { gear, seen, checks, swap, after };
}

test.each(['hot', 'cells', 'broken'])('it does as meant although nobody knows it was its %s', (field) => {
  const { gear, swap, after } = upToTheSwap('light-2', field);
  expect(checkLines(swap!, about).slice(0, 2)).toEqual([
    'Put another one in place of Light 2, and another cable where it has one.',
    'Set it as planned for Light 2.',
  ]);
  const did = after(gear.answer(swap!, []));
  expect(did).toMatchObject({ swapped: 'light-2', proven: true, next: null });
  expect(causesIn(did)).toContain(`light-2 ${field}`);
  expect(did.causes.length).toBeGreaterThan(1);
  // One that stays dark was not it.
  expect(after('dark')).toMatchObject({ swapped: null, proven: false });
});

test('another sender in its place is seen with every light that was dark', () => {
  const { gear, swap, after } = upToTheSwap('sender-1', 'cells');
  const first = after(gear.answer(swap!, []));
  expect(first).toMatchObject({ swapped: 'sender-1', proven: false });
  expect(first.proofs).toBeGreaterThan(0);
  const light = swap?.kind === 'press' && swap.light;
  expect(first.cure!.check).toMatchObject({ kind: 'press', done: swap?.kind === 'press' && swap.done });
  expect((first.cure!.check as { light: string }).light).not.toBe(light);
});

test('what stays with the place is not gone with the unit', () => {
  const { after } = upToTheSwap('light-2', 'hot');
  const still = causesIn(after('dark'));
  expect(still).toContain('light-2 distanceM');
  expect(still.filter((cause) => !/ (distanceM|heardShare|sight|offAxis)$/.test(cause))).toEqual([]);
});

test('the log says so, and blames nothing', () => {
  const { seen, checks } = upToTheSwap('light-2', 'hot');
  const at = '2027-05-01T18:00:00Z';
  const ended = { cause: [], proven: true, swapped: 'light-2', at: '2027-05-01T18:07:10Z' };
  const incident: Incident = { id: 'i', look: 'speeches', seen, checks, at, ended };
  expect(incidentText(incident, about, Date.parse)).toMatchObject({
    cause: 'It was Light 2 itself or how it was set: another one does as meant.',
    minutes: '7 min lost',
  });
});
