/** Rear-curtain sync: a flash that has none fires with the first curtain where the body knows of it. docs/model.md, Events. */
import { isByAir } from '../record/settings.ts';
import { able, positionOf } from '../rig/capability.ts';
import type { Combined } from '../rig/check.ts';
import type { Body, Light, Placed, Rig } from '../rig/rig.ts';
import { speakChecks } from '../rig/stack.ts';
import { bareCombined } from './passage.ts';

const NO: Combined = { holds: false, fields: [], fault: null };

/**
 * Whether a light fires with the first curtain although the body is set to the rear one: its profile says that it has none
 * there, and the body speaks to what sits on its shoe. Over a bare contact it fires whenever that closes.
 * @param sender what tells a light by air; any other light is told by the body itself.
 */
export function missesRear(rig: Rig, body: Body, sender: Placed | undefined, light: Light): Combined {
  const position = positionOf(rig, light);
  if (position === null || position === 'cable' || position === 'eye') return NO;
  if (able(rig, body, light, 'rear').holds !== false) return NO;
  return bareCombined(speakChecks(rig, body, isByAir(light.settings) && sender ? sender : light));
}
