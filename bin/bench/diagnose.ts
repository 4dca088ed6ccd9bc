/** Speed of a search for what is wrong, against simulating every fault and every two of them afresh. */
import { possibleChecks } from '@ergon/core/diagnose/checks';
import { evidenceOf } from '@ergon/core/diagnose/evidence';
import { withFaults } from '@ergon/core/diagnose/fault';
import { faultLibrary } from '@ergon/core/diagnose/faultLibrary';
import { nextCheck, searchOf } from '@ergon/core/diagnose/nextCheck';
import { Reality } from '@ergon/core/diagnose/reality';
import { leftOf, suspectsFor } from '@ergon/core/diagnose/suspects';
import type { Sighting } from '@ergon/core/record/incident';
import { buildRig, indexKit, type Rig } from '@ergon/core/rig/rig';
import { judge } from '@ergon/core/verdict/judge';
import type { Measure } from './measure.ts';
import { demo } from './rigs.ts';
import { timeEach } from './time.ts';

const SEEN = 6;
/** Faults simulated afresh to tell what one takes: all of them would take minutes. */
const AFRESH = 40;

/** Units of the rig, and of the one ./bin/test takes. */
const UNITS = 20;
const FEWER_UNITS = 12;

/** The demo's speeches, where everything fires, with its first light repeated. */
function repeated(count: number): Rig {
  const look = demo.looks.find(({ id }) => id === 'speeches')!;
  const made = Array.from({ length: count - Object.keys(look.units).length }, (_, index) => `made-${index}`);
  const { profile } = demo.units.find(({ id }) => id === 'light-1')!;
  const units = [...demo.units, ...made.map((id) => ({ id, profile, label: id }))];
  const placed = Object.fromEntries(made.map((id) => [id, look.units['light-1']!]));
  return buildRig(indexKit({ ...demo, units }), { ...look, units: { ...look.units, ...placed } });
}

/** Six lights of which two stay dark for reasons of their own. */
function seenIn(rig: Rig): Sighting[] {
  const body = rig.bodies[0]!.id;
  return rig.lights.slice(0, SEEN).map(({ id }, index) => ({
    light: id,
    body,
    attitude: 'level',
    saw: index === 1 || index === 4 ? 'dark' : 'fires',
  }));
}

export function part(short: boolean): Measure[] {
  const rig = repeated(short ? FEWER_UNITS : UNITS);
  const seen = seenIn(rig);
  const library = faultLibrary(rig);
  const evidence = evidenceOf({ seen, checks: [] });
  const search = () => {
    const reality = new Reality(rig);
    return { reality, left: leftOf(suspectsFor(reality, library, evidence), SEEN) };
  };
  const { reality, left } = search();
  const choose = () => {
    const checks = possibleChecks(reality, left, evidence);
    return nextCheck(searchOf({ reality, left, checks, done: [] }), null);
  };
  const [found, next, each] = timeEach([
    search,
    choose,
    () => library.slice(0, AFRESH).map((fault) => judge(withFaults(rig, [fault]))),
  ]);
  const pairs = left.filter(({ faults }) => faults.length === 2).length;
  const afresh = (each! / AFRESH) * (library.length + pairs);
  return [
    {
      what: `search, ${rig.placed.size} units, ${SEEN} lights seen`,
      value: found! / afresh,
      unit: 'x',
      said: `${library.length} faults, ${pairs} pairs left; x${(found! / afresh).toFixed(3)} of simulating each afresh (${found!.toFixed(0)} ms)`,
    },
    {
      what: 'next check',
      value: next! / afresh,
      unit: 'x',
      said: `x${(next! / afresh).toFixed(3)} of it (${next!.toFixed(0)} ms)`,
    },
  ];
}
