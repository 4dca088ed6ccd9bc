import { type FitCell, lossOf, type WayResult } from '@ergon/core/fit/fit';
import type { KitItem } from '@ergon/core/rig/rig';
import { wayText } from '@ergon/core/words/fitWording';
import {
  type ColumnDef,
  createSortedRowModel,
  rowSortingFeature,
  sortFn_basic,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { useMemo, useRef } from 'react';
import { Pressable, ScrollView, StyleSheet, View } from 'react-native';
import { Words } from '../components/Words';
import { withKeys } from '../components/keyPresses';
import { useRig } from '../rig/Rig';
import { useColours } from '../theme/Theme';
import { space, TOUCH } from '../theme/tokens';
import { CarriesMarks, CarriesNames, pairSpoken } from './CarriesMarks';
import type { Pair } from './pair';

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
  const colours = useColours();
  const grid = useRef(new Map<string, View>());
  const rows = useMemo(() => rowsOf(flashes, cells), [flashes, cells]);
  const columns = useMemo(() => columnsOf(bodies), [bodies]);
  const table = useTable({ features, columns, data: rows, getRowId: (row: Row) => row.flash.unit.id });
  const shown = table.getRowModel().rows;
  const focus = (row: number, column: number) => {
    const at = Math.min(Math.max(row, 0), shown.length - 1);
    const across = Math.min(Math.max(column, 0), bodies.length - 1);
    grid.current.get(`${at} ${across}`)?.focus();
  };
  return (
    <ScrollView horizontal tabIndex={-1}>
      <View role="table" aria-label="Links by flash and body">
        <View role="row" style={styles.row}>
          {table.getHeaderGroups()[0]!.headers.map(({ id, column }) => (
            <Head
              key={id}
              name={String(column.columnDef.header)}
              isFlash={id === 'flash'}
              sorted={column.getIsSorted()}
              onSort={() => column.toggleSorting()}
            />
          ))}
        </View>
        {shown.map((row, rowIndex) => (
          <View key={row.id} role="row" style={[styles.row, styles.ruled, { borderColor: colours.rule }]}>
            <View role="rowheader" style={styles.name}>
              <Words as="strong">{row.original.flash.unit.label}</Words>
              <Words as="small" tone="quiet">
                {row.original.flash.profile.model}
              </Words>
            </View>
            {bodies.map((body, column) => (
              <LinkCell
                key={body.unit.id}
                flash={row.original.flash}
                body={body}
                best={row.original.cells[body.unit.id]?.best ?? null}
                isChosen={chosen?.body === body.unit.id && chosen.flash === row.id}
                onChoose={() => onChoose({ body: body.unit.id, flash: row.id })}
                onStep={(down, across) => focus(rowIndex + down, column + across)}
                hold={(view) => {
                  const key = `${rowIndex} ${column}`;
                  if (view) grid.current.set(key, view);
                  else grid.current.delete(key);
                }}
              />
            ))}
          </View>
        ))}
      </View>
    </ScrollView>
  );
}

const columnsOf = (bodies: readonly KitItem[]): ColumnDef<typeof features, Row>[] => [
  { id: 'flash', header: 'Flash', accessorFn: (row) => row.flash.unit.label, sortFn: 'basic' },
  ...bodies.map((body): ColumnDef<typeof features, Row> => ({
    id: body.unit.id,
    header: body.unit.label,
    accessorFn: (row) => lossOf(row.cells[body.unit.id]?.best ?? null),
    sortFn: 'basic',
    // A first press puts what is lost most on top.
    sortDescFirst: true,
  })),
];

interface HeadProps {
  name: string;
  isFlash: boolean;
  sorted: false | 'asc' | 'desc';
  onSort: () => void;
}

function Head({ name, isFlash, sorted, onSort }: HeadProps) {
  const arrow = sorted === 'asc' ? ' ↑' : sorted === 'desc' ? ' ↓' : '';
  return (
    <View
      role="columnheader"
      aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
      style={isFlash ? styles.nameHead : styles.cell}
    >
      <Pressable
        role="button"
        aria-label={isFlash ? 'Sort by flash' : `Sort by what is lost with ${name}`}
        onPress={onSort}
        style={isFlash ? styles.head : styles.bodyHead}
      >
        <Words as="strong">{`${name}${arrow}`}</Words>
      </Pressable>
      {!isFlash && (
        <View style={styles.names}>
          <CarriesNames />
        </View>
      )}
    </View>
  );
}

interface LinkCellProps {
  flash: KitItem;
  body: KitItem;
  best: WayResult | null;
  isChosen: boolean;
  onChoose: () => void;
  /** An arrow key: rows down, columns across. */
  onStep: (down: number, across: number) => void;
  hold: (view: View | null) => void;
}

/** The best link of one pair: its way, and what it carries. */
function LinkCell({ flash, body, best, isChosen, onChoose, onStep, hold }: LinkCellProps) {
  const { names } = useRig();
  const colours = useColours();
  const works = best !== null && best.carries.fires.holds !== false;
  const onKeyDown = (event: KeyboardEvent) => {
    const step = STEPS[event.key];
    if (!step) return;
    event.preventDefault();
    onStep(...step);
  };
  return (
    <View role="cell" style={styles.cell}>
      <Pressable
        ref={hold}
        role="button"
        aria-label={pairSpoken(best, { flash: flash.unit.id, body: body.unit.id }, names)}
        aria-pressed={isChosen}
        {...withKeys(onKeyDown)}
        onPress={onChoose}
        style={[
          styles.press,
          {
            borderColor: isChosen ? colours.ink : 'transparent',
            backgroundColor: isChosen ? colours.raised : 'transparent',
          },
        ]}
      >
        <CarriesMarks result={best} />
        <Words as="small" tone={works ? 'ink' : 'fault'}>
          {works ? wayText(best.way, names) : 'no link'}
        </Words>
      </Pressable>
    </View>
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
  names: { paddingHorizontal: space.small + 2 },
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
