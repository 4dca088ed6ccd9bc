import { dueOf } from '../src/cards/dueWork.ts';
import type { Change } from '../src/record/change.ts';
import type { Dialled } from '../src/record/unit.ts';
import { buildRig, indexKit, type Rig } from '../src/rig/rig.ts';
import { withChanges } from '../src/record/change.ts';
import { demo } from './demo.ts';

const dance = demo.looks.find(({ id }) => id === 'first-dance')!;
const channel: Change = { unit: 'light-6', setting: 'channel', from: 3, to: 11 };
const noCable: Change = { unit: 'call-1', setting: 'plugs', from: 'pc to jack-3.5', to: null };
const brighter: Change = { unit: 'light-1', setting: 'firesFor', from: null, to: ['body-1'] };

/** The look after these changes, with a tick on the channel of Light 6 where one is given. */
function rigAfter(changes: readonly Change[], ticked?: Dialled['value'] | null): Rig {
  const units = demo.units.map((unit) => {
    if (unit.id !== 'light-6' || ticked === undefined) return unit;
    const dialled = ticked === null ? null : { value: ticked, by: 'Maren', at: '2027-06-12T13:00:00Z' };
    return { ...unit, dialled: { channel: dialled } as never };
  });
  return buildRig(indexKit({ ...demo, units }), withChanges(dance, changes));
}

test('a change is to dial until somebody said that it is on the unit; a tick of another value is none', () => {
  const isDialled = (ticked?: Dialled['value'] | null) => dueOf(rigAfter([channel], ticked), [channel])[0]!.isDialled;
  expect(isDialled()).toBe(false);
  expect(isDialled(3)).toBe(false);
  expect(isDialled(11)).toBe(true);
  // Taken back.
  expect(isDialled(null)).toBe(false);
});

test('taken back or planned otherwise it is no work any more; nor is what is only wanted, or of a unit that is gone', () => {
  expect(dueOf(rigAfter([]), [channel])).toEqual([]);
  expect(dueOf(rigAfter([{ ...channel, to: 7 }]), [channel])).toEqual([]);
  expect(dueOf(rigAfter([brighter]), [brighter])).toEqual([]);
  expect(dueOf(rigAfter([channel]), [{ ...channel, unit: 'light-99' }])).toEqual([]);
});

test('what is taken off a unit is work too, and the list keeps its order', () => {
  const changes = [noCable, channel];
  expect(dueOf(rigAfter(changes), changes).map(({ change }) => change)).toEqual(changes);
});
