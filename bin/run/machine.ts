/** How quick the machine is and what it gave: without that, how long a run took says nothing. */
import { readFileSync } from 'node:fs';
import { availableParallelism, cpus } from 'node:os';

const TICKS_A_SECOND = 100;
const LOOP_STEPS = 1e9;

/** Seconds of all cores so far, by what became of them; on anything but Linux nobody counts them. */
export interface Spent {
  /** Used by anybody on this machine. */
  busy: number;
  /** Wanted, and given to another machine on the same hardware. */
  stolen: number;
}

export function spentSoFar(): Spent {
  const [first] = readFileSync('/proc/stat', 'utf8').split('\n');
  const [user, nice, system, , , irq, softirq, stolen] = first!.split(/\s+/).slice(1).map(Number);
  return { busy: (user! + nice! + system! + irq! + softirq!) / TICKS_A_SECOND, stolen: stolen! / TICKS_A_SECOND };
}

/** Seconds of a plain loop on one core: 1,000,000,000 whole multiplications and additions. */
export function plainLoop(): number {
  const start = performance.now();
  let value = 1;
  for (let step = 0; step < LOOP_STEPS; step++) value = (Math.imul(value, 1_664_525) + 1_013_904_223) | 0;
  // Said, so that no compiler leaves it out.
  if (value === 0) process.stdout.write('');
  return (performance.now() - start) / 1000;
}

export const machineName = (): string => `${availableParallelism()} cores, ${cpus()[0]?.model ?? 'of an unknown kind'}`;
