/** The unit list as a table, out and in: what each row of it would do to the kit, before anything is written. */
import { LABEL_LENGTH } from '../record/labelLength.ts';
import { newId } from '../measure/newId.ts';
import type { Profile } from '../record/profile.ts';
import type { Unit } from '../record/unit.ts';

/** Columns in the order they are written; reading takes them in any order. */
export const COLUMNS = [
  'label',
  'maker',
  'model',
  'firmware',
  'owner',
  'cells',
  'in service',
  'lent to',
  'borrowed from',
  'notes',
  'id',
] as const;
export type Column = (typeof COLUMNS)[number];

/** The columns that are a field of a unit as they stand, with the longest they may be. */
const TEXTS = {
  firmware: ['firmware', 20],
  owner: ['owner', 80],
  cells: ['cells', 80],
  'lent to': ['lentTo', 80],
  'borrowed from': ['borrowedFrom', 80],
  notes: ['notes', 2000],
} as const satisfies Partial<Record<Column, readonly [keyof Unit, number]>>;

const ID = /^[a-z0-9][a-z0-9-]{0,63}$/;

export interface Table {
  header: readonly string[];
  rows: readonly (readonly string[])[];
}

export interface PlannedRow {
  /** In the file, counting the header as line 1. */
  line: number;
  label: string;
  outcome: 'add' | 'change' | 'same' | 'refuse';
  /** What the row makes: the whole unit. Null when refused. */
  unit: Unit | null;
  /** The unit it changes. */
  before: Unit | null;
  /** Columns that change. */
  changes: readonly Column[];
  /** Why it is refused: the column, and what is wrong in words. */
  reasons: readonly { column: Column | 'row'; message: string }[];
}

export interface UnitPlan {
  /** What is wrong with the file as a whole; then no row is planned. */
  problems: readonly string[];
  rows: readonly PlannedRow[];
}

export function unitTable(units: readonly Unit[], profiles: ReadonlyMap<string, Profile>): Table {
  const rows = units.map((unit) => {
    const profile = profiles.get(unit.profile);
    const cells: Record<Column, string> = {
      label: unit.label,
      maker: profile?.maker ?? '',
      model: profile?.model ?? '',
      firmware: unit.firmware ?? '',
      owner: unit.owner ?? '',
      cells: unit.cells ?? '',
      'in service': unit.inService === false ? 'no' : 'yes',
      'lent to': unit.lentTo ?? '',
      'borrowed from': unit.borrowedFrom ?? '',
      notes: unit.notes ?? '',
      id: unit.id,
    };
    return COLUMNS.map((column) => cells[column]);
  });
  return { header: COLUMNS, rows };
}

/** What importing a table would do, row by row. Nothing is guessed: a row that is not clear is refused and says why. */
export function planUnits(table: Table, units: readonly Unit[], profiles: Iterable<Profile>): UnitPlan {
  const header = table.header.map((name) => name.trim().toLowerCase());
  const problems = headerProblems(header);
  if (problems.length > 0) return { problems, rows: [] };
  const planner = new Planner(header as Column[], units, [...profiles]);
  return { problems: [], rows: table.rows.map((cells, index) => planner.plan(cells, index + 2)) };
}

function headerProblems(header: readonly string[]): string[] {
  const unknown = header.filter((name) => !COLUMNS.includes(name as Column));
  const twice = header.filter((name, index) => header.indexOf(name) !== index);
  const absent = (['label', 'model'] as const).filter((name) => !header.includes(name));
  return [
    ...absent.map((name) => `There is no column "${name}".`),
    ...unknown.map((name) => `"${name}" is not a column: use ${COLUMNS.join(', ')}.`),
    ...twice.map((name) => `The column "${name}" stands twice.`),
  ];
}

const folded = (text: string): string => text.trim().toLowerCase();

class Planner {
  private readonly byId: Map<string, Unit>;
  private readonly byLabel = new Map<string, Unit[]>();
  private readonly ids: Set<string>;
  private readonly usedLabels = new Map<string, number>();
  private readonly usedUnits = new Map<string, number>();

  constructor(
    private readonly header: readonly Column[],
    units: readonly Unit[],
    private readonly profiles: readonly Profile[],
  ) {
    this.byId = new Map(units.map((unit) => [unit.id, unit]));
    this.ids = new Set(this.byId.keys());
    for (const unit of units) {
      const list = this.byLabel.get(folded(unit.label));
      if (list) list.push(unit);
      else this.byLabel.set(folded(unit.label), [unit]);
    }
  }

  plan(cells: readonly string[], line: number): PlannedRow {
    const reasons: { column: Column | 'row'; message: string }[] = [];
    const refuse = (column: Column | 'row', message: string) => void reasons.push({ column, message });
    const cell = (column: Column): string | undefined => cells[this.header.indexOf(column)]?.trim();
    const label = cell('label') ?? '';
    if (cells.length > this.header.length)
      refuse('row', `has ${cells.length} cells for ${this.header.length} columns: a comma too many?`);
    if (label === '') refuse('label', 'is empty: give it a name');
    if (label.length > LABEL_LENGTH) refuse('label', `is longer than ${LABEL_LENGTH} characters`);
    const before = this.unitMeant(cell('id'), label, refuse);
    const profile = this.profileMeant(cell('maker'), cell('model') ?? '', refuse);
    if (before && profile && before.profile !== profile.id)
      refuse('model', `differs from what "${before.label}" is: add a new unit instead`);
    this.checkTwice(label, before, line, refuse);
    const texts = this.texts(cell, refuse);
    const inService = serviceOf(cell('in service'), refuse);
    const base = { line, label, before };
    if (reasons.length > 0 || !profile) return { ...base, outcome: 'refuse', unit: null, changes: [], reasons };

    const unit: Unit = {
      ...before,
      id: before?.id ?? this.idFor(cell('id'), label),
      profile: profile.id,
      label,
      ...texts,
      ...inService,
    };
    this.ids.add(unit.id);
    if (!before) return { ...base, outcome: 'add', unit, changes: [], reasons };
    const changes = this.changed(before, unit);
    return { ...base, outcome: changes.length > 0 ? 'change' : 'same', unit, changes, reasons };
  }

  private unitMeant(
    id: string | undefined,
    label: string,
    refuse: (column: Column, message: string) => void,
  ): Unit | null {
    if (id) {
      if (!ID.test(id)) refuse('id', 'may hold small letters, digits and hyphens only');
      return this.byId.get(id) ?? null;
    }
    const found = this.byLabel.get(folded(label)) ?? [];
    if (found.length > 1) refuse('label', `is the name of ${found.length} units: say which by its id`);
    return found[0] ?? null;
  }

  private profileMeant(
    maker: string | undefined,
    model: string,
    refuse: (column: Column, message: string) => void,
  ): Profile | null {
    if (model === '') {
      refuse('model', 'is empty: name the model');
      return null;
    }
    const found = this.profiles.filter((profile) => isNamed(profile, model) && isBy(profile, maker));
    if (found.length === 1) return found[0]!;
    if (found.length > 1)
      refuse('maker', `is needed: ${found.map((one) => one.maker).join(' and ')} both make a "${model}"`);
    else
      refuse('model', `"${[maker, model].filter(Boolean).join(' ')}" is not described in your kit: describe it first`);
    return null;
  }

  private checkTwice(
    label: string,
    before: Unit | null,
    line: number,
    refuse: (column: Column, message: string) => void,
  ): void {
    const earlier = before ? this.usedUnits.get(before.id) : this.usedLabels.get(folded(label));
    if (label !== '' && earlier !== undefined) refuse('label', `stands in line ${earlier} already`);
    if (before) this.usedUnits.set(before.id, earlier ?? line);
    else this.usedLabels.set(folded(label), earlier ?? line);
  }

  private texts(
    cell: (column: Column) => string | undefined,
    refuse: (column: Column, message: string) => void,
  ): Partial<Unit> {
    const texts: Record<string, string | null> = {};
    for (const [column, [field, longest]] of Object.entries(TEXTS) as [
      keyof typeof TEXTS,
      readonly [keyof Unit, number],
    ][]) {
      const text = cell(column);
      if (text === undefined) continue;
      if (text.length > longest) refuse(column, `is longer than ${longest} characters`);
      texts[field] = text === '' ? null : text;
    }
    return texts as Partial<Unit>;
  }

  private idFor(wanted: string | undefined, label: string): string {
    return wanted && !this.ids.has(wanted) ? wanted : newId(label, this.ids);
  }

  private changed(before: Unit, after: Unit): Column[] {
    const text = (unit: Unit, field: keyof Unit) => String(unit[field] ?? '');
    const fields: readonly (readonly [Column, keyof Unit])[] = [
      ['label', 'label'],
      ...Object.entries(TEXTS).map(([column, [field]]) => [column as Column, field] as const),
    ];
    const changed = fields.filter(([, field]) => text(before, field) !== text(after, field)).map(([column]) => column);
    return (before.inService ?? true) === (after.inService ?? true) ? changed : [...changed, 'in service'];
  }
}

/** By its model alone, or as lists of gear write it, with its maker before it. */
const isNamed = ({ maker, model }: Profile, name: string): boolean =>
  [model, `${maker} ${model}`].some((known) => folded(known) === folded(name));

const isBy = (profile: Profile, maker: string | undefined): boolean =>
  !maker || folded(profile.maker) === folded(maker);

function serviceOf(text: string | undefined, refuse: (column: Column, message: string) => void): Partial<Unit> {
  switch (text === undefined ? undefined : folded(text)) {
    case undefined:
      return {};
    case '':
    case 'yes':
      return { inService: null };
    case 'no':
      return { inService: false };
    default:
      refuse('in service', `is "${text}": write yes or no`);
      return {};
  }
}
