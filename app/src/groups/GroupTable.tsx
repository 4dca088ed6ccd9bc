import { type GroupCell, groupTable } from '@ergon/core/groups/groupChanges';
import type { GroupPlan } from '@ergon/core/groups/groupPlan';
import type { GroupTask } from '@ergon/core/groups/groupWants';
import type { Look } from '@ergon/core/record/look';
import Footprints from 'lucide-react-native/icons/footprints';
import { StyleSheet, View } from 'react-native';
import Svg, { Circle } from 'react-native-svg';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space } from '../theme/tokens';

/** Width of a mark, in px. */
const MARK = 16;

interface GroupTableProps {
  task: GroupTask;
  plan: GroupPlan;
  looks: readonly Look[];
}

/** Light by look: where its sender sets it, where it is set by hand, and where somebody walks to it before the look. */
export function GroupTable({ task, plan, looks }: GroupTableProps) {
  const { names } = useRig();
  const colours = useColours();
  const rows = groupTable(task, plan);
  const called = task.looks.map((id) => looks.find((look) => look.id === id)?.name ?? id);
  return (
    <View role="table" aria-label={`Letters of ${task.net.family.name}`} style={styles.table}>
      <View role="row" style={styles.row}>
        <View role="columnheader" style={styles.name}>
          <Words as="small" tone="quiet">
            Light
          </Words>
        </View>
        {called.map((name, index) => (
          <View key={name} role="columnheader" aria-label={name} style={styles.cell}>
            <Words as="small" tone="quiet" align="center">
              {index + 1}
            </Words>
          </View>
        ))}
      </View>
      {rows.map(({ light, letter, cells }) => (
        <View key={light} role="row" style={[styles.row, styles.line, { borderColor: colours.rule }]}>
          <View role="rowheader" style={styles.name}>
            <View style={styles.letter}>
              <Words as="title">{letter}</Words>
            </View>
            <Words grow single>
              {names.unit(light)}
            </Words>
          </View>
          {cells.map((cell, index) => (
            <View
              key={called[index]}
              role="cell"
              aria-label={`${called[index]}: ${cellText(cell)}`}
              style={styles.cell}
            >
              <CellMark cell={cell} />
            </View>
          ))}
        </View>
      ))}
      <Key called={called} />
    </View>
  );
}

function cellText({ by, walk }: GroupCell): string {
  if (by === null) return 'not there';
  const how = by === 'told' ? 'set by its sender' : 'set by hand';
  return walk ? `${how}, somebody walks to it` : how;
}

function CellMark({ cell: { by, walk } }: { cell: GroupCell }) {
  const colours = useColours();
  if (by === null) return <View style={[styles.none, { backgroundColor: colours.rule }]} />;
  if (walk) return <Footprints size={20} color={colours.fault} />;
  return (
    <Svg width={MARK} height={MARK} aria-hidden>
      <Circle
        cx={MARK / 2}
        cy={MARK / 2}
        r={MARK / 2 - 1}
        fill={by === 'told' ? colours.ink : 'none'}
        stroke={colours.ink}
        strokeWidth={2}
      />
    </Svg>
  );
}

const KEY: readonly GroupCell[] = [
  { by: 'told', walk: false },
  { by: 'hand', walk: false },
  { by: 'hand', walk: true },
  { by: null, walk: false },
];
const KEY_WORDS = ['set by its sender', 'set by hand', 'somebody walks to it', 'not there'];

function Key({ called }: { called: readonly string[] }) {
  return (
    <View role="none" style={styles.key}>
      <Words as="small" tone="quiet">
        {called.map((name, index) => `${index + 1} ${name}`).join(', ')}
      </Words>
      <View style={styles.marks}>
        {KEY.map((cell, index) => (
          <View key={KEY_WORDS[index]} style={styles.marked}>
            <CellMark cell={cell} />
            <Words as="small" tone="quiet">
              {KEY_WORDS[index]}
            </Words>
          </View>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  table: { maxWidth: 620 },
  row: { flexDirection: 'row', alignItems: 'center', minHeight: 32 },
  line: { borderTopWidth: 1, minHeight: 48 },
  name: { flex: 1, minWidth: 120, flexDirection: 'row', alignItems: 'center', gap: space.small },
  letter: { width: 28 },
  cell: { width: 34, alignItems: 'center', justifyContent: 'center' },
  none: { width: 10, height: 2 },
  key: { paddingTop: space.base, gap: space.small },
  marks: { flexDirection: 'row', flexWrap: 'wrap', gap: space.base },
  marked: { flexDirection: 'row', alignItems: 'center', gap: space.tiny },
});
