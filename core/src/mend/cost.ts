/** What a change costs a crew, in seconds of work and of walking. docs/model.md, Cost of a change. */
import { controlOf } from '../path/passage.ts';
import { type Change, isWanted } from '../record/change.ts';
import { carriedBetween } from '../rig/net.ts';
import { sendersServing } from '../rig/serving.ts';
import { bodyUnder, hearerOf, isBody, isFlash, type Light, type Placed, type Rig } from '../rig/rig.ts';

/** Seconds a change costs: at the camera, at the unit, a swap of hardware; a walk comes on top. */
export const CAMERA_SECONDS = 5;
export const AT_UNIT_SECONDS = 20;
export const SWAP_SECONDS = 180;

/** Seconds counted for a walk nobody measured: across a room and back. Without it the unmeasured would look nearest. */
export const UNMEASURED_WALK_SECONDS = 30;

/** Settings that mean taking something off and putting something else on. */
const SWAPS: ReadonlySet<string> = new Set(['plugs', 'mount', 'receiver', 'cord', 'cells', 'cableM', 'broken']);

/** Whether a change takes something off and puts something else on; to take off alone is a visit like another. */
export const needsSwap = ({ setting, to }: Change): boolean =>
  SWAPS.has(setting) && (to != null || setting === 'broken');

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

/** What has to be done once for a change, and for others with it. */
export interface Errand {
  key: string;
  /** Seconds of work, the walk left out. */
  seconds: number;
  /** Where somebody must walk, by the light that stands there; null for nowhere. */
  place: string | null;
}

/**
 * All that is dialled on one unit is one visit to it; at the camera each setting is one, and each swap; what a sender pushes
 * and what is only wanted is none.
 * @param rig as it stands before the changes, so that no change makes another one dearer or cheaper.
 */
export function errandOf(rig: Rig, change: Change): Errand | null {
  const { unit, setting } = change;
  if (isWanted(setting)) return null;
  const isSwap = needsSwap(change);
  if (isAtCamera(rig, unit))
    return { key: `${unit} ${setting}`, seconds: isSwap ? SWAP_SECONDS : CAMERA_SECONDS, place: null };
  if (isPushed(rig, change)) return null;
  const place = placeOf(rig, unit);
  return isSwap
    ? { key: `${unit} ${setting}`, seconds: SWAP_SECONDS, place }
    : { key: unit, seconds: AT_UNIT_SECONDS, place };
}

/** One trip to each place, however much is done there; what a sender pushes needs no walk to the light. */
export function costOf(rig: Rig, changes: readonly Change[]): Cost {
  const errands = new Map<string, Errand>();
  for (const change of changes) {
    const errand = errandOf(rig, change);
    if (errand) errands.set(errand.key, errand);
  }
  const places = new Set([...errands.values()].flatMap(({ place }) => place ?? []));
  const walks = [...places].map((place) => rig.placed.get(place)?.settings.walkSeconds ?? null);
  const walked = walks.reduce<number>((sum, walk) => sum + (walk ?? 0), 0);
  const unmeasured = walks.filter((walk) => walk === null).length;
  const work = [...errands.values()].reduce((sum, { seconds }) => sum + seconds, 0);
  return { seconds: work + walked, walkSeconds: unmeasured > 0 ? null : walked, unmeasured };
}

/** Mode and power of a light that a sender controls are the crew's wish: the sender sets what its family carries. */
function isPushed(rig: Rig, { unit, setting }: Change): boolean {
  if (setting !== 'mode' && setting !== 'power') return false;
  const light = rig.placed.get(unit);
  if (light === undefined || !isFlash(light)) return false;
  const hearer = hearerOf(rig, light);
  return controllersOf(rig, light).some((sender) => {
    if (setting === 'power') return true;
    const { family, older } = carriedBetween(rig, sender, hearer, 'mode');
    return family !== false && older !== false;
  });
}

/** The senders that set a light's mode and power. */
export function controllersOf(rig: Rig, light: Light): Placed[] {
  const hearer = hearerOf(rig, light);
  return sendersServing(rig, light).filter((sender) => controlOf({ rig, sender, hearer, light }).holds === true);
}

/**
 * Whether a change needs nobody to leave the camera.
 * @param plan what else is changed: a light that is told to fire some other way then is set where it stands.
 */
export const isDoneAtCamera = (rig: Rig, change: Change, plan: readonly Change[] = []): boolean =>
  isAtCamera(rig, change.unit) ||
  (isPushed(rig, change) && !plan.some(({ unit, setting }) => unit === change.unit && setting === 'link'));

/** Where somebody must walk for a unit: a receiver stands where its light stands, unless somebody noted another way to it. */
export function placeOf(rig: Rig, id: string): string {
  if (rig.placed.get(id)?.settings.walkSeconds != null) return id;
  return rig.lights.find((light) => light.settings.receiver === id)?.id ?? id;
}
