/** What somebody who watches a light sees of a verdict. docs/model.md, What is seen. */
import type { Symptom } from '../record/incidentTerms.ts';
import { SEEN_STOPS } from '../shot/frameLoss.ts';
import type { Verdict } from './verdict.ts';

/** A power off by less than this, in stops, is not always noticed. */
const SURELY_SEEN_STOPS = 1;

/** The one word for it; null where nobody can say what the light does. */
export function symptomOf({ verdict, stopsOff }: Verdict): Symptom | null {
  switch (verdict) {
    case 'dark':
    case 'silent':
      return 'dark';
    case 'partial':
      return 'bar';
    case 'early':
    case 'late':
      return 'early';
    case 'wrong-power':
      return stopsOff === null ? null : Math.abs(stopsOff) <= SEEN_STOPS ? 'fires' : stopsOff > 0 ? 'bright' : 'dim';
    case 'not-ready':
    case 'unreliable':
      return 'sometimes';
    case 'unmetered':
    case 'unknown':
      return null;
    default:
      return 'fires';
  }
}

/**
 * How likely somebody says this of a verdict, 0 to 1; null where the verdict leaves it open. Only what a shot shows: what
 * others' shots and time show is asked elsewhere.
 */
export function likelihoodOf(saw: Symptom, verdict: Verdict): number | null {
  const is = symptomOf(verdict);
  if (verdict.verdict === 'unknown') return null;
  // Fires at a power metering was to decide: nobody can say which of these it is.
  if (is === null) return Number(saw === 'fires' || saw === 'bright' || saw === 'dim');
  if (saw === is) return 1;
  if (is === 'sometimes') return seenOnce(saw, verdict.chance);
  if (saw === 'fires' && (is === 'bright' || is === 'dim'))
    return Math.abs(verdict.stopsOff!) < SURELY_SEEN_STOPS ? 1 / 2 : 0;
  return 0;
}

/** Whoever looked at one shot saw it fire or not. */
function seenOnce(saw: Symptom, chance: number | null): number {
  if (saw === 'fires') return chance ?? 1 / 2;
  return saw === 'dark' ? 1 - (chance ?? 1 / 2) : 0;
}
