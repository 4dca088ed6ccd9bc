import type { Shot } from '@ergon/core/shot/lightRun';
import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { SidePane } from '../components/SidePane';
import { Words } from '../components/Words';
import { Inspector } from '../editing/Inspector';
import type { JudgedLook } from '../rig/judgedLook';

interface StationPaneProps {
  judged: JudgedLook;
  shot: Shot;
  line: SignalLine | null;
  station: number;
}

/** The station that was touched, beside the drawing on a wide screen. */
export const StationPane = ({ judged, shot, line, station }: StationPaneProps) => (
  <SidePane label="Station" width={320}>
    {line ? (
      <Inspector judged={judged} shot={shot} line={line} station={station} />
    ) : (
      <Words tone="quiet">Touch a station to see and change what is set there. Press ? for the keys.</Words>
    )}
  </SidePane>
);
