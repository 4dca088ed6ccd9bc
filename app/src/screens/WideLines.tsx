import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { stationText } from '@ergon/core/words/stationWords';
import { useState } from 'react';
import { View } from 'react-native';
import { LineFan } from '../drawing/LineFan';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { LineKeys } from './LineKeys';
import type { Selected } from './selected';

/** The drawing of all lines, driven by touch and by the keyboard. */
export function WideLines({
  lines,
  judged,
  selected,
  onSelect,
}: {
  lines: readonly SignalLine[];
  judged: JudgedLook;
  selected: Selected | null;
  onSelect: (selected: Selected) => void;
}) {
  const { names } = useRig();
  const [width, setWidth] = useState(0);
  const { rig } = judged.judgement;
  return (
    <LineKeys lines={lines} selected={selected} onSelect={onSelect}>
      <View onLayout={(event) => setWidth(event.nativeEvent.layout.width)}>
        {width > 0 && (
          <LineFan
            lines={lines}
            width={width}
            names={names}
            sender={(id) => rig.placed.get(id)?.settings}
            labelOf={(whose, station) => stationText(rig, whose, station, names)}
            selected={selected}
            onSelect={(light, station) => onSelect({ light, station })}
          />
        )}
      </View>
    </LineKeys>
  );
}
