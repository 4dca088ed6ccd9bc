/** A look after an edit: what the edit cannot reach is not worked out again, and nothing is judged otherwise for that. */
import { applyOperation } from '@ergon/core/operation/applyOperation';
import type { CrewState } from '@ergon/core/operation/crewState';
import { settingEdits } from '@ergon/core/operation/editsOf';
import type { Change } from '@ergon/core/record/change';
import { buildRig, indexKit } from '@ergon/core/rig/rig';
import { judge } from '@ergon/core/verdict/judge';
import { judgeLook, tryOnPaper } from '../src/rig/judgedLook';
import { demoRig } from './rigFixture';

const rig = demoRig();
const kit = indexKit(rig);
const danceOf = ({ looks }: CrewState) => looks.find(({ id }) => id === 'first-dance')!;
const nearer: Change = { unit: 'light-6', setting: 'channel', from: 3, to: 11 };

/** The lights whose verdicts are not the ones there were. */
const judgedAnew = (was: ReturnType<typeof judgeLook>, is: ReturnType<typeof judgeLook>): string[] => [
  ...new Set(is.judgement.verdicts.filter((one) => !was.judgement.verdicts.includes(one)).map(({ unit }) => unit)),
];

test('an edit of one light has that light judged again, on paper too', () => {
  const before = judgeLook(kit, danceOf(rig), rig);
  const tried = tryOnPaper(kit, before, [nearer], rig);
  expect(judgedAnew(before, tried)).toEqual(['light-6']);
  const { state } = applyOperation(rig, settingEdits(rig, 'first-dance', [nearer]));
  const after = judgeLook(kit, danceOf(state), { ...rig, ...state });
  expect(judgedAnew(tried, after)).toEqual([]);
  expect(judgedAnew(before, after)).toEqual(['light-6']);
  const all = judge(buildRig(kit, danceOf(state), rig.onAir));
  expect(JSON.stringify(after.judgement.verdicts)).toBe(JSON.stringify(all.verdicts));
  expect(after.judgement.findings).toEqual(all.findings);
});

test('an edit of a sender has all judged again, and another kit too', () => {
  const before = judgeLook(kit, danceOf(rig), rig);
  const tried = tryOnPaper(kit, before, [{ unit: 'sender-1', setting: 'channel', from: 11, to: 7 }], rig);
  expect(judgedAnew(before, tried)).toHaveLength(before.judgement.rig.lights.length);
  const fewer = indexKit({ ...rig, units: rig.units.filter(({ id }) => id !== 'light-6') });
  expect(judgeLook(fewer, danceOf(rig), rig).judgement.verdicts.map(({ unit }) => unit)).not.toContain('light-6');
});
