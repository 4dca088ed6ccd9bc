/** What a change costs a crew, in seconds of work and of walking. docs/model.md, Cost of a change. */
import { controlOf } from '../path/passage.ts';
import { type Change, isWanted } from '../record/change.ts';
import { sendersServing } from '../rig/serving.ts';
import { bodyUnder, hearerOf, isBody, isFlash, type Light, type Placed, type Rig } from '../rig/rig.ts';

/** Seconds a change costs: at the camera, at the unit, a swap of hardware; a walk comes on top. */
export const CAMERA_SECONDS = 5;
export const AT_UNIT_SECONDS = 20;
export const SWAP_SECONDS = 180;

/** Seconds counted for a walk nobody measured: across a room and back. Without it the unmeasured would look nearest. */
export const UNMEASURED_WALK_SECONDS = 30;

/** Settings that mean taking something off and putting something else on. */
const SWAPS: ReadonlySet<string> = new Set(['plugs', 'mount', 'receiver', 'cord', 'cells', 'cableM']);

/** Whether a change takes something off and puts something else on; to take off alone is a visit like another. */
export const needsSwap = ({ setting, to }: Change): boolean => SWAPS.has(setting) && to != null;

/** Whether a unit is in the photographer's hands. */
export function isAtCamera(rig: Rig, id: string): boolean {
  const placed = rig.placed.get(id);
  if (!placed) return false;
  if (isBody(placed)) return true;
  const { link } = placed.settings;
  return bodyUnder(rig.placed, placed) != null && link !== 'cable' && link !== 'cord';
}

export interface Cost {
  /** Work and the walks that are recorded. */
  seconds: number;
  /** Of that spent walking; null when somebody must walk and nobody recorded how far. */
  walkSeconds: number | null;
  /** Walks nobody measured. */
  unmeasured: number;
}

/**
 * One trip to each unit, however much is changed there; what a sender pushes needs no walk to the light.
 * @param rig as it stands before the changes, so that no change makes another one dearer or cheaper.
 */
export function costOf(rig: Rig, changes: readonly Change[]): Cost {
  let seconds = 0;
  let walked = 0;
  let unmeasured = 0;
  const visited = new Set<string>();
  const dialled = new Set<string>();
  for (const change of changes) {
    if (isWanted(change.setting)) continue;
    const swap = needsSwap(change);
    if (isAtCamera(rig, change.unit)) {
      seconds += swap ? SWAP_SECONDS : CAMERA_SECONDS;
      continue;
    }
    if (isPushed(rig, change)) continue;
    // All that is dialled on one unit is one visit to it, whatever else is done there.
    if (swap) seconds += SWAP_SECONDS;
    else if (!dialled.has(change.unit)) seconds += AT_UNIT_SECONDS;
    if (!swap) dialled.add(change.unit);
    if (visited.has(change.unit)) continue;
    visited.add(change.unit);
    const walk = walkTo(rig, change.unit);
    if (walk === null) unmeasured++;
    else walked += walk;
  }
  return { seconds: seconds + walked, walkSeconds: unmeasured > 0 ? null : walked, unmeasured };
}

/** Mode and power of a light that a sender controls are the crew's wish: the sender sets them there. */
function isPushed(rig: Rig, { unit, setting }: Change): boolean {
  if (setting !== 'mode' && setting !== 'power') return false;
  const light = rig.placed.get(unit);
  return light !== undefined && isFlash(light) && controllersOf(rig, light).length > 0;
}

/** The senders that set a light's mode and power. */
export function controllersOf(rig: Rig, light: Light): Placed[] {
  const hearer = hearerOf(rig, light);
  return sendersServing(rig, light).filter((sender) => controlOf({ rig, sender, hearer, light }).holds === true);
}

/** Whether a change needs nobody to leave the camera. */
export const isDoneAtCamera = (rig: Rig, change: Change): boolean =>
  isAtCamera(rig, change.unit) || isPushed(rig, change);

/** A receiver stands where its light stands. */
function walkTo(rig: Rig, id: string): number | null {
  const own = rig.placed.get(id)?.settings.walkSeconds;
  if (own != null) return own;
  return rig.lights.find((light) => light.settings.receiver === id)?.settings.walkSeconds ?? null;
}
