import { type FitCell, lossOf } from '@ergon/core/fit/fit';
import type { KitItem } from '@ergon/core/rig/rig';
import { wayText } from '@ergon/core/words/fitWording';
import { type ColumnDef, createSortedRowModel, rowSortingFeature, sortFn_basic, tableFeatures, useTable } from '@tanstack/react-table';
import { useMemo, useRef } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { CarriesMarks, carriesSpoken } from './CarriesMarks';
import type { Pair } from './FitPlace';

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { basic: sortFn_basic },
});

interface Row {
  flash: KitItem;
  /** By body. */
  cells: Readonly<Record<string, FitCell>>;
}

interface FitTableProps {
  bodies: readonly KitItem[];
  flashes: readonly KitItem[];
  cells: readonly FitCell[];
  chosen: Pair | null;
  onChoose: (pair: Pair) => void;
}

/** Flashes down, bodies across. A head sorts by what is lost with that body; arrows go from cell to cell. */
export function FitTable({ bodies, flashes, cells, chosen, onChoose }: FitTableProps) {
  const { names } = useRig();
  const colours = useColours();
  const grid = useRef<View>(null);
  const rows = useMemo(() => rowsOf(flashes, cells), [flashes, cells]);
  const columns = useMemo(
    (): ColumnDef<typeof features, Row>[] => [
      { id: 'flash', header: 'Flash', accessorFn: (row) => row.flash.unit.label, sortFn: 'basic' },
      ...bodies.map((body): ColumnDef<typeof features, Row> => ({
        id: body.unit.id,
        header: body.unit.label,
        accessorFn: (row) => lossOf(row.cells[body.unit.id]?.best ?? null),
        sortFn: 'basic',
        // A first press puts what is lost most on top.
        sortDescFirst: true,
      })),
    ],
    [bodies],
  );
  const table = useTable({ features, columns, data: rows, getRowId: (row: Row) => row.flash.unit.id });
  const shown = table.getRowModel().rows;
  const move = (row: number, column: number) => {
    const at = Math.min(Math.max(row, 0), shown.length - 1);
    const across = Math.min(Math.max(column, 0), bodies.length - 1);
    const cell = (grid.current as unknown as HTMLElement | null)?.querySelector(`[data-cell="${at} ${across}"]`);
    (cell as HTMLElement | null)?.focus();
  };
  return (
    <ScrollView horizontal tabIndex={-1}>
      <View ref={grid} role="table" aria-label="Links by flash and body">
        <View role="row" style={styles.row}>
          {table.getHeaderGroups()[0]!.headers.map((header) => {
            const sorted = header.column.getIsSorted();
            return (
              <View
                key={header.id}
                role="columnheader"
                aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
                style={header.id === 'flash' ? styles.nameHead : styles.cell}
              >
                <Pressable
                  role="button"
                  aria-label={
                    header.id === 'flash'
                      ? 'Sort by flash'
                      : `Sort by what is lost with ${String(header.column.columnDef.header)}`
                  }
                  onPress={() => header.column.toggleSorting()}
                  style={header.id === 'flash' ? styles.head : styles.bodyHead}
                >
                  <Words as="strong">{`${String(header.column.columnDef.header)}${sorted === 'asc' ? ' ↑' : sorted === 'desc' ? ' ↓' : ''}`}</Words>
                </Pressable>
              </View>
            );
          })}
        </View>
        {shown.map((row, rowIndex) => (
          <View key={row.id} role="row" style={[styles.row, styles.ruled, { borderColor: colours.rule }]}>
            <View role="rowheader" style={styles.name}>
              <Words as="strong">{row.original.flash.unit.label}</Words>
              <Words as="small" tone="quiet">
                {row.original.flash.profile.model}
              </Words>
            </View>
            {bodies.map((body, column) => {
              const best = row.original.cells[body.unit.id]?.best ?? null;
              const isChosen = chosen?.body === body.unit.id && chosen.flash === row.id;
              return (
                <View key={body.unit.id} role="cell" style={styles.cell}>
                  <Pressable
                    role="button"
                    aria-label={`${row.original.flash.unit.label} with ${body.unit.label}: ${best ? wayText(best.way, names) : 'no link'}. ${carriesSpoken(best)}`}
                    aria-pressed={isChosen}
                    {...({ dataSet: { cell: `${rowIndex} ${column}` } } as object)}
                    {...({
                      onKeyDown: (event: KeyboardEvent) => {
                        const step = STEPS[event.key];
                        if (!step) return;
                        event.preventDefault();
                        move(rowIndex + step[0], column + step[1]);
                      },
                    } as object)}
                    onPress={() => onChoose({ body: body.unit.id, flash: row.id })}
                    style={[
                      styles.press,
                      {
                        borderColor: isChosen ? colours.ink : 'transparent',
                        backgroundColor: isChosen ? colours.raised : 'transparent',
                      },
                    ]}
                  >
                    <CarriesMarks result={best} />
                    <Words as="small" tone={best && best.carries.fires.holds !== false ? 'ink' : 'fault'}>
                      {best && best.carries.fires.holds !== false ? wayText(best.way, names) : 'no link'}
                    </Words>
                  </Pressable>
                </View>
              );
            })}
          </View>
        ))}
      </View>
    </ScrollView>
  );
}

const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

function rowsOf(flashes: readonly KitItem[], cells: readonly FitCell[]): Row[] {
  const byFlash = new Map<string, Record<string, FitCell>>(flashes.map((flash) => [flash.unit.id, {}]));
  for (const cell of cells) {
    const row = byFlash.get(cell.flash);
    if (row) row[cell.body] = cell;
  }
  return flashes.map((flash) => ({ flash, cells: byFlash.get(flash.unit.id)! }));
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row' },
  ruled: { borderTopWidth: 1 },
  name: { width: 132, paddingVertical: space.small, justifyContent: 'center' },
  cell: { width: 200 },
  nameHead: { width: 132 },
  head: { minHeight: TOUCH, justifyContent: 'center' },
  bodyHead: { minHeight: TOUCH, justifyContent: 'center', paddingHorizontal: space.small + 2 },
  press: {
    minHeight: TOUCH,
    gap: space.tiny,
    padding: space.small,
    borderWidth: 2,
    borderRadius: 6,
    justifyContent: 'center',
    flexGrow: 1,
  },
});
