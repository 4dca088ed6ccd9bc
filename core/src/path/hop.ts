import { type Body, hearerOf, type Light, type Placed, type Rig } from '../rig/rig.ts';

/** One signal's ends: the body that is pressed, who speaks, who listens, and the light that is to fire. */
export interface Hop {
  rig: Rig;
  body: Body;
  sender: Placed;
  /** The light's receiver, or the light itself. */
  hearer: Placed;
  light: Light;
}

export const hopOf = (rig: Rig, body: Body, sender: Placed, light: Light): Hop => ({
  rig,
  body,
  sender,
  hearer: hearerOf(rig, light),
  light,
});
