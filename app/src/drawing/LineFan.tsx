import { counted } from '@ergon/core/words/saying';
import { STAGES } from '@ergon/core/rig/codes';
import { STATION_NAMES } from '@ergon/core/words/stationWords';
import type { SignalLine, Station } from '@ergon/core/verdict/signalLine';
import { gapText } from '@ergon/core/words/findingWording';
import type { Names } from '@ergon/core/words/settingWords';
import { together } from '@ergon/core/words/saying';
import { fateText, lineSentence } from '@ergon/core/words/wording';
import { useEffect, useRef } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { useColours } from '../theme/Theme';
import { space, TOUCH, type } from '../theme/tokens';
import { FanDrawing } from './FanDrawing';
import { type FanFold, FanName } from './FanName';
import { evenly } from '@ergon/core/verdict/lineStrip';
import { fanLayout, type FanRow, type Trunk, TRUNK_STATIONS, trunkStations } from './lineLayout';
import { airSummary, placeOf, powerSummary, purposeOf } from './lineSummary';
import { nameLines } from './slimRow';

const ROW = 78;
const MIDDLE = ROW / 2;
const TOP = 42;
/** Where the page is narrow the names and the power give way, so that no station runs into the next. */
const NARROW = 600;
const sidesOf = (width: number) => (width < NARROW ? { name: 100, power: 64 } : { name: 148, power: 84 });
const AIR = STAGES.indexOf('air');

interface LineFanProps {
  lines: readonly SignalLine[];
  width: number;
  names: Names;
  /** What each light's line says of its channel. */
  sender: (id: string) => { channel?: number | null; networkId?: number | null } | undefined;
  /** What a station of a light or of a shared sender is called for a reader. */
  labelOf: (whose: string, station: Station) => string;
  /** Lights told together, by the first of them; the others are lines only while it is open. */
  folds?: ReadonlyMap<string, FanFold>;
  selected: { light: string; station: number } | null;
  onSelect: (light: string, station: number) => void;
}

const NO_FOLDS: ReadonlyMap<string, FanFold> = new Map();

/** All lines of a shot side by side: shared where they share a sender, parting after it. */
export function LineFan({ lines, width, names, sender, labelOf, folds = NO_FOLDS, selected, onSelect }: LineFanProps) {
  const { name, power } = sidesOf(width);
  const xs = evenly(width - name - power, STAGES.length).map((x) => x + name);
  const nameRows = nameLines({ xs });
  const layout = fanLayout(lines, ROW, TOP);
  const inTrunk = new Set(layout.trunks.flatMap((trunk) => trunk.rows.map((row) => row.line.light.id)));
  return (
    <View style={{ width, height: layout.height + space.wide }}>
      <FanDrawing layout={layout} inTrunk={inTrunk} xs={xs} width={width} />
      {STAGES.map((stage, index) => (
        <View
          key={stage}
          style={[
            styles.stage,
            { left: xs[index]! - TOUCH, top: (nameRows - 1 - (index % nameRows)) * type.tiny.lineHeight },
          ]}
        >
          <Words as="small" tone="quiet" align="center">
            {STATION_NAMES[stage]}
          </Words>
        </View>
      ))}
      {layout.trunks.map((trunk) => (
        <TrunkTouch
          key={trunk.sender}
          trunk={trunk}
          xs={xs}
          names={names}
          labelOf={labelOf}
          sender={sender(trunk.sender)}
          selected={selected}
          onSelect={onSelect}
        />
      ))}
      {layout.rows.map((row) => (
        <RowTouch
          key={row.line.light.id}
          row={row}
          xs={xs}
          width={width}
          names={names}
          labelOf={labelOf}
          isShared={inTrunk.has(row.line.light.id)}
          fold={folds.get(row.line.light.id)}
          selected={selected}
          onSelect={onSelect}
        />
      ))}
    </View>
  );
}

interface RowTouchProps extends Pick<LineFanProps, 'width' | 'names' | 'labelOf' | 'selected' | 'onSelect'> {
  row: FanRow;
  xs: readonly number[];
  /** Its first stations stand on a trunk. */
  isShared: boolean;
  fold: FanFold | undefined;
}

/** A light's name, its power, what is said at its gap, and its stations to touch. */
function RowTouch({ row, xs, width, names, isShared, fold, labelOf, selected, onSelect }: RowTouchProps) {
  const { line, y } = row;
  const { light, fault } = line;
  const sides = sidesOf(width);
  const isOwnWire = !isShared && line.sender === null && line.watches.length === 0;
  const wire = isOwnWire ? airSummary(line, undefined) : '';
  const isFolded = fold !== undefined && !fold.open;
  const spoken = isFolded
    ? `${together(fold.lights, names).both}. ${fateText(line, names)}.`
    : lineSentence(line, names);
  return (
    <View role="group" aria-label={spoken} style={[styles.row, { top: y - MIDDLE, width }]}>
      <FanName
        line={line}
        names={names}
        below={width < NARROW ? placeOf(line) : purposeOf(line)}
        fold={fold}
        top={MIDDLE - 24}
        width={sides.name - (fold ? space.small : 0)}
      />
      <View style={[styles.power, { top: MIDDLE - 12, width: sides.power }]}>
        <Words as="strong" align="right">
          {isFolded ? '' : powerSummary(line)}
        </Words>
      </View>
      {fault && (
        <View style={[styles.gap, { top: MIDDLE + 18, right: sides.power + space.small }]}>
          <Words as="small" tone="fault" align="right">
            {gapText(fault, names)}
          </Words>
        </View>
      )}
      {wire !== '' && (
        <View style={[styles.label, { left: xs[AIR]! - 70, top: MIDDLE - 26 }]}>
          <Words as="small" tone="quiet" align="center">
            {wire}
          </Words>
        </View>
      )}
      {line.stations.map((station, index) =>
        station.state === 'none' || (isShared && index < TRUNK_STATIONS) ? null : (
          <Touch
            key={station.stage}
            x={xs[index]!}
            step={xs[1]! - xs[0]!}
            label={labelOf(light.id, station)}
            chosen={selected?.light === light.id && selected.station === index}
            onPress={() => onSelect(light.id, index)}
          />
        ),
      )}
    </View>
  );
}

interface TrunkTouchProps {
  trunk: Trunk;
  xs: readonly number[];
  names: Names;
  sender: ReturnType<LineFanProps['sender']>;
  labelOf: LineFanProps['labelOf'];
  selected: LineFanProps['selected'];
  onSelect: LineFanProps['onSelect'];
}

/** The trunk's stations stand for every line on it; its first light opens them. */
function TrunkTouch({ trunk, xs, names, sender, labelOf, selected, onSelect }: TrunkTouchProps) {
  const first = trunk.rows[0]!.line;
  const onTrunk = trunk.rows.some((row) => row.line.light.id === selected?.light);
  return (
    <View
      role="group"
      aria-label={`${names.unit(trunk.sender)}, ${counted(trunk.rows.length, 'light')}`}
      style={[styles.row, { top: trunk.y - MIDDLE, width: xs[TRUNK_STATIONS]! }]}
    >
      <View style={[styles.label, { left: xs[1]! - 70, top: MIDDLE - TOUCH / 2 - 36 }]}>
        <Words as="small" tone="quiet" align="center" single>
          {names.unit(trunk.sender)}
        </Words>
        <Words as="small" tone="quiet" align="center" single>
          {airSummary(first, sender)}
        </Words>
      </View>
      {trunkStations(trunk).map((station, index) => (
        <Touch
          key={station.stage}
          x={xs[index]!}
          step={xs[1]! - xs[0]!}
          label={labelOf(trunk.sender, station)}
          chosen={onTrunk && selected?.station === index}
          onPress={() => onSelect(onTrunk ? selected!.light : first.light.id, index)}
        />
      ))}
    </View>
  );
}

interface TouchProps {
  x: number;
  /** Between one station and the next: none takes the touch of another. */
  step: number;
  label: string;
  chosen: boolean;
  onPress: () => void;
}

function Touch({ x, step, label, chosen, onPress }: TouchProps) {
  const colours = useColours();
  const touch = useFocusWhenChosen(chosen);
  const width = Math.min(TOUCH, step);
  return (
    <Pressable
      ref={touch}
      role="button"
      aria-label={label}
      aria-pressed={chosen}
      onPress={onPress}
      style={[
        styles.touch,
        { left: x - width / 2, width, top: MIDDLE - TOUCH / 2, borderColor: chosen ? colours.ink : 'transparent' },
      ]}
    />
  );
}

/** The focus goes along with the choice, so that a reader says where the arrow keys lead. */
function useFocusWhenChosen(chosen: boolean) {
  const touch = useRef<View>(null);
  const was = useRef(chosen);
  useEffect(() => {
    if (chosen && !was.current) touch.current?.focus();
    was.current = chosen;
  }, [chosen]);
  return touch;
}

const styles = StyleSheet.create({
  row: { position: 'absolute', left: 0, height: ROW, pointerEvents: 'box-none' },
  stage: { position: 'absolute', width: 2 * TOUCH },
  power: { position: 'absolute', right: 0 },
  gap: { position: 'absolute', width: 320 },
  label: { position: 'absolute', width: 140 },
  touch: { position: 'absolute', height: TOUCH, borderRadius: TOUCH / 2, borderWidth: 2 },
});
