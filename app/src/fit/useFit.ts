import type { FitCell, FitChoice } from '@ergon/core/fit/fit';
import type { FitProgress } from '../workers/fit.worker';
import { startFit } from '../workers/startWorkers';
import { useWorker } from '../workers/useWorker';

/** The matrix of best links for a choice, which the caller keeps until it changes. */
export const useFit = (choice: FitChoice) => useWorker<FitChoice, FitProgress, FitCell[]>(startFit, choice);
