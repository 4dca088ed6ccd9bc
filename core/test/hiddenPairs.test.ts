/** Two faults at once. */
import { causeOfAll } from '../src/diagnose/fault';
import { hunt } from '../src/drill/hunt';
import { EVERY_WHOLE, hideTwo, rigFor } from './hiddenRigs';
import { drawFor, leastShare } from './lawHarness';

/** A quarter of the rigs with one fault; `npm run night` goes through more. */
const PAIRS = Math.ceil(Number(process.env.ERGON_DIAGNOSIS_RIGS ?? 100) / 4);

it('leaves the true two where two things broke that have nothing to do with each other', () => {
  let [made, found] = [0, 0];
  for (let index = 0; made < PAIRS; index++) {
    const two = hideTwo(rigFor(EVERY_WHOLE * index), drawFor(-1 - index));
    if (!two) continue;
    made++;
    if (hunt(two.hidden, two.seen).left.includes(causeOfAll(two.hidden.faults))) found++;
  }
  expect(made).toBe(PAIRS);
  expect(found / made).toBeGreaterThanOrEqual(leastShare(0.99, made));
});
