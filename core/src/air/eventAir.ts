/** The air of one event: its nets, what they share it with, and the plan. */
import { canonical } from '../measure/canonical.ts';
import type { Emitter, Look } from '../record/look.ts';
import type { OnAir } from '../record/onAir.ts';
import { airOf } from '../rig/otherCrews.ts';
import { buildRig, type KitIndex, type Rig } from '../rig/rig.ts';
import { type AirPlan, planAir } from './airPlan.ts';
import { netsOfEvent } from './nets.ts';
import { outsideOf } from './troubles.ts';

export interface EventLooks {
  kit: KitIndex;
  event: string;
  /** The looks of the event, in the order of the evening. */
  looks: readonly Look[];
  /** Of any event. */
  onAir: readonly OnAir[];
}

export const rigsOf = ({ kit, looks, onAir }: EventLooks): Rig[] => looks.map((look) => buildRig(kit, look, onAir));

/** What is noted around a look counts for the whole event: the nets are the same in all its looks. */
export function planEventAir(of: EventLooks): AirPlan {
  return planAir(netsOfEvent(rigsOf(of)), outsideOf(airOf(of, of.onAir), notedEmitters(of)));
}

/** What is noted around the looks, each emitter once however many looks it stands in. */
export const notedEmitters = ({ looks }: Pick<EventLooks, 'looks'>): Emitter[] => [
  ...new Map(looks.flatMap((look) => look.emitters ?? []).map((one) => [canonical(one), one])).values(),
];
