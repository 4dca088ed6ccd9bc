import { byFate } from '@ergon/core/verdict/fates';
import type { Shot } from '@ergon/core/shot/lightRun';
import type { Finding } from '@ergon/core/verdict/finding';
import type { SignalLine } from '@ergon/core/verdict/signalLine';
import { type Dispatch, type SetStateAction, useCallback, useMemo } from 'react';
import { useWindowDimensions, View } from 'react-native';
import { useHeldInPlace } from '../components/useHeldInPlace';
import { Words } from '../components/Words';
import { slimColumns } from '../drawing/slimRow';
import { StationNames } from '../drawing/StationNames';
import type { JudgedLook } from '../rig/judgedLook';
import { space } from '../theme/tokens';
import { FoldedLines } from './FoldedLines';
import { LineRow } from './LineRow';
import type { Selected } from './selected';
import { useFolds } from './useFolds';

export interface LineListProps {
  judged: JudgedLook;
  shot: Shot;
  lines: readonly SignalLine[];
  selected: Selected | null;
  onSelect: Dispatch<SetStateAction<Selected | null>>;
  /** What is said below the lines. */
  below: Finding | null;
}

/** A whole look across a phone: one slim row for each light, or of many lights for each fate; stations named once above. */
export function LineList(props: LineListProps) {
  return <LinesIn {...props} width={useWindowDimensions().width - 2 * space.wide} />;
}

/** The same in a column of a given width, in px. */
export function LinesIn({ judged, shot, lines, selected, onSelect, below, width }: LineListProps & { width: number }) {
  const columns = useMemo(() => slimColumns(width), [width]);
  const hold = useHeldInPlace();
  const open = useCallback(
    (light: string, station: number | null, row?: HTMLElement) => {
      if (row) hold(row);
      onSelect(station === null ? null : { light, station });
    },
    [hold, onSelect],
  );
  const fates = useMemo(() => byFate(lines), [lines]);
  const folds = useFolds(selected?.light ?? null, () => onSelect(null));
  const rowOf = (line: SignalLine) => (
    <LineRow
      key={line.light.id}
      judged={judged}
      shot={shot}
      line={line}
      width={width}
      columns={columns}
      opened={selected?.light === line.light.id ? selected.station : null}
      below={below?.units.includes(line.light.id) ? below : null}
      onStation={open}
    />
  );
  const isByRadio = lines.some(({ light }) => light.settings.link === 'radio');
  return (
    <View>
      <StationNames columns={columns} first="light" last="power" />
      {fates.map((fate) =>
        fate.length === 1 ? (
          rowOf(fate[0]!)
        ) : (
          <FoldedLines
            key={fate[0]!.light.id}
            lines={fate}
            columns={columns}
            open={folds.isOpen(idsOf(fate))}
            onToggle={() => folds.toggle(idsOf(fate))}
            isMeant={fate.some(({ light }) => below?.units.includes(light.id))}
          >
            {fate.map(rowOf)}
          </FoldedLines>
        ),
      )}
      {isByRadio && (
        <View style={{ paddingTop: space.tiny }}>
          <Words as="small" tone="quiet" align="right">
            below the power: channel · ID · group
          </Words>
        </View>
      )}
    </View>
  );
}

const idsOf = (lines: readonly SignalLine[]): string[] => lines.map(({ light }) => light.id);
