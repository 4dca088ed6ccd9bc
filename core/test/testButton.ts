import { followLamp } from '../src/path/lampStation';
import { SignalPath } from '../src/path/signalPath';
import { type Light, type Rig } from '../src/rig/rig';
import { withRigChanges } from '../src/rig/rigChanges';

/** Whether a flash gives light when its own button is pressed, which wakes it. */
export function pressTestButton(rig: Rig, unit: string): boolean {
  const awake = withRigChanges(rig, [{ unit, setting: 'asleep', from: null, to: null }]);
  return followLamp(awake, SignalPath.start, awake.bodies[0]!, awake.placed.get(unit) as Light).arrives === true;
}
