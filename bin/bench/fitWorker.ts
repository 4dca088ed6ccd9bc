/** Works a Fit matrix out in a worker, as the app does, and the same the naive way; says how far it is. */
import { parentPort } from 'node:worker_threads';
import { type FitChoice, fitMatrix, waysBetween } from '@ergon/core/fit/fit';
import { trialOf } from '@ergon/core/fit/fitTrial';
import { judge } from '@ergon/core/verdict/judge';

parentPort!.on('message', (choice: FitChoice) => {
  const quickStart = performance.now();
  let messages = 0;
  const cells = fitMatrix(choice, (done, all) => {
    if (done % Math.floor(all / 50) !== 0) return;
    messages++;
    parentPort!.postMessage({ kind: 'quick', done, all });
  });
  const quick = performance.now() - quickStart;
  const naiveStart = performance.now();
  let trials = 0;
  choice.bodies.forEach((body, index) => {
    for (const flash of choice.flashes) {
      for (const way of waysBetween(choice, body, flash)) {
        judge(trialOf(choice.families, body, flash, way).rig);
        trials++;
      }
    }
    parentPort!.postMessage({ kind: 'naive', done: (index + 1) * choice.flashes.length, all: cells.length });
  });
  const naive = performance.now() - naiveStart;
  const works = cells.filter((cell) => cell.best?.carries.fires.holds === true).length;
  parentPort!.postMessage({ kind: 'result', quick, naive, trials, messages, pairs: cells.length, works });
});
