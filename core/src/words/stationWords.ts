/** What the stations of a line are called wherever a person reads them. */
import type { Stage } from '../rig/codes.ts';

export const STATION_NAMES: Readonly<Record<Stage, string>> = {
  body: 'body',
  shoe: 'shoe',
  sender: 'sender',
  air: 'air',
  hearer: 'receiver',
  foot: 'foot',
  lamp: 'lamp',
  frame: 'frame',
};
