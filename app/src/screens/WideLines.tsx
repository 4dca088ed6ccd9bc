import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { byFate } from '@ergon/core/verdict/fates';
import { stationText } from '@ergon/core/words/stationWords';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { FanFold } from '../drawing/FanName';
import { LineFan } from '../drawing/LineFan';
import { useRig } from '../rig/Rig';
import type { JudgedLook } from '../rig/judgedLook';
import { LineKeys } from './LineKeys';
import type { Selected } from './selected';
import { useFolds } from './useFolds';

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
  onSelect: (selected: Selected | null) => void;
}) {
  const { names } = useRig();
  const [width, setWidth] = useState(0);
  const { rig } = judged.judgement;
  const fates = useMemo(() => byFate(lines), [lines]);
  const { isOpen, toggle } = useFolds(selected?.light ?? null, () => onSelect(null));
  const idsOf = (fate: readonly SignalLine[]) => fate.map(({ light }) => light.id);
  const shown = fates.flatMap((fate) => (isOpen(idsOf(fate)) ? fate : fate.slice(0, 1)));
  const folds = new Map(
    fates
      .filter((fate) => fate.length > 1)
      .map((fate): [string, FanFold] => {
        const lights = idsOf(fate);
        return [lights[0]!, { lights, open: isOpen(lights), onToggle: () => toggle(lights) }];
      }),
  );
  return (
    <LineKeys lines={lines} selected={selected} onSelect={onSelect}>
      <View onLayout={(event) => setWidth(event.nativeEvent.layout.width)}>
        {width > 0 && (
          <LineFan
            lines={shown}
            folds={folds}
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
