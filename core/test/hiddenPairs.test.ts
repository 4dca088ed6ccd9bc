/** Two faults at once, and an answer given wrong. */
import { causeOfAll } from '../src/diagnose/fault';
import { hunt } from '../src/drill/hunt';
import { StagedGear } from '../src/drill/stagedGear';
import { EVERY_WHOLE, hiddenOnes, hideTwo, rigFor } from './hiddenRigs';
import { drawFor } from './lawHarness';

const PAIRS = 100;
const ANSWERED_WRONG = 100;
const WRONG_ONE_IN = 20;

it('leaves the true two where two things broke that have nothing to do with each other', () => {
  let [made, found] = [0, 0];
  for (let index = 0; made < PAIRS; index++) {
    const two = hideTwo(rigFor(EVERY_WHOLE * index), drawFor(-1 - index));
    if (!two) continue;
    made++;
    if (hunt(two.hidden, two.seen).left.includes(causeOfAll(two.hidden.faults))) found++;
  }
  expect(found).toBeGreaterThanOrEqual(99);
});

it('finds it anyway after a wrong answer', () => {
  let [made, found, soon] = [0, 0, 0];
  for (const { hidden, seen, index } of hiddenOnes(Infinity)) {
    if (made === ANSWERED_WRONG) break;
    const honest = hunt(hidden, seen);
    if (honest.checks.length === 0) continue;
    made++;
    const draw = drawFor(index);
    const wrongAt = draw.integer(0, honest.checks.length - 1);
    const again = new StagedGear(hidden.plan, hidden.faults);
    const wrong = hunt(again, seen, {
      say: (answers, truth, at) =>
        at === wrongAt ? draw.pick(...answers.filter((answer) => answer !== truth)) : truth,
    });
    // One of two that are left may be the wrong answer itself: what was asked for is among them.
    const isFound = wrong.left.some((cause) => cause.split(' + ').includes(causeOfAll(hidden.faults)));
    if (isFound) found++;
    // With five in a hundred answers wrong, most searches have none.
    const hasWrong = honest.checks.some(() => draw.oneIn(WRONG_ONE_IN));
    if (!hasWrong || (isFound && wrong.checks.length <= honest.checks.length + 2)) soon++;
  }
  expect(found).toBeGreaterThanOrEqual(90);
  expect(soon).toBeGreaterThanOrEqual(90);
});
