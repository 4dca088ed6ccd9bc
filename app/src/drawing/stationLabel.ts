import { STATION_NAMES } from '@ergon/core/words/stationWords';
import type { Station, StationState } from '@ergon/core/verdict/signalLine';

const STATE_WORDS: Record<StationState, string> = {
  ok: 'works',
  loss: 'works with a loss',
  unknown: 'not recorded',
  fail: 'the line stops here',
  beyond: 'not reached',
  none: 'not on this line',
};

/** A station for a reader: "receiver, the line stops here". */
export const stationLabel = (station: Station): string =>
  `${STATION_NAMES[station.stage]}, ${STATE_WORDS[station.state]}`;
