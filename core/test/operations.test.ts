/** The laws of operations over random kits and looks: docs/model.md, Operations. */
import { isDeepStrictEqual } from 'node:util';
import { canonical } from '../src/measure/canonical.ts';
import { applyOperation, replay } from '../src/operation/applyOperation.ts';
import { toDocument } from '../src/operation/crewDocument.ts';
import { type CrewState, emptyState } from '../src/operation/crewState.ts';
import { cellOf, type Edit, inverse } from '../src/operation/edit.ts';
import { importing, making, placingRef, removing, replacedBy, settingEdits } from '../src/operation/editsOf.ts';
import { stateBefore } from '../src/operation/history.ts';
import { parseDocument } from '../src/record/kitDocument.ts';
import type { Draw } from './draw.ts';
import { drawFor, type Met, rigNumbers, RUNS, SEED, smallRig } from './lawHarness.ts';
import { anyEdits, randomState, settingsChanged } from './randomOperations.ts';

const STEPS = 2;

/** Holds a law against that many states; the first that breaks it is named by seed and number. */
function forEach(met: () => Met, holds: (draw: Draw, index: number) => void): void {
  for (const index of rigNumbers({ runs: RUNS, met })) {
    try {
      holds(drawFor(-1 - index), index);
    } catch (error) {
      throw new Error(`state ${index} of seed ${SEED}: ${(error as Error).message}`, { cause: error });
    }
  }
}

/** Making a state takes longer than most of what is done to it; a state is never changed in place. */
const states: CrewState[] = [];
const stateAt = (draw: Draw, index: number): CrewState =>
  (states[index] ??= randomState(smallRig(index, { bodies: 1, senders: 1, lights: 3 }), draw));

/** A state some way into an evening, and what a member does next. */
function situation(start: CrewState, draw: Draw): { state: CrewState; edits: Edit[] } {
  let state = start;
  for (let step = 0; step < draw.integer(0, STEPS); step++)
    state = applyOperation(state, anyEdits(state, draw, `s${step}`)).state;
  return { state, edits: anyEdits(state, draw, 'next') };
}

/** Equal as values; only where they differ are they written out. */
function same(a: object, b: object): void {
  if (!isDeepStrictEqual(a, b)) expect(canonical(a)).toBe(canonical(b));
}

test('taken back it leaves everything as it was, done again as it was after, and twice is once', () => {
  const seen = { field: 0, made: 0, removed: 0, cascade: 0 };
  const met = () =>
    Object.fromEntries(Object.entries(seen).map(([what, times]) => [what, [times, RUNS / 20] as const]));
  forEach(met, (draw, index) => {
    const { state, edits } = situation(stateAt(draw, index), draw);
    const { state: after, taken, conflicts } = applyOperation(state, edits);
    expect(conflicts).toEqual([]);
    const back = applyOperation(after, inverse(taken));
    expect(back.conflicts).toEqual([]);
    same(back.state, state);
    same(applyOperation(back.state, inverse(back.taken)).state, after);
    same(replay(state, taken), after);
    same(stateBefore(after, [{ edits: taken }]), state);
    same(applyOperation(after, edits).state, after);
    for (const edit of taken) {
      if (edit.edit === 'field') seen.field++;
      else if (edit.from === null) seen.made++;
      else seen.removed++;
    }
    if (taken.length > edits.length) seen.cascade++;
  });
});

test('operations on different fields come to the same in either order', () => {
  let both = 0;
  const met = (): Met => ({ both: [both, RUNS / 4] });
  forEach(met, (draw, index) => {
    const state = stateAt(draw, index);
    const [a, b] = [settingsChanged(state, draw), settingsChanged(state, draw)];
    const cells = new Set(a.map(cellOf));
    if (b.some((edit) => cells.has(cellOf(edit)))) return;
    const ab = applyOperation(applyOperation(state, a).state, b);
    const ba = applyOperation(applyOperation(state, b).state, a);
    expect([...ab.conflicts, ...ba.conflicts]).toEqual([]);
    same(ab.state, ba.state);
    if (a.length > 0 && b.length > 0) both++;
  });
});

test('only a field somebody set to something else waits; the rest of the operation goes through', () => {
  let clashed = 0;
  const met = (): Met => ({ clashed: [clashed, RUNS / 50] });
  forEach(met, (draw, index) => {
    const state = stateAt(draw, index);
    const [mine, theirs] = [settingsChanged(state, draw), settingsChanged(state, draw)];
    const first = applyOperation(state, theirs);
    const { state: after, conflicts } = applyOperation(first.state, mine);
    const told = new Map(theirs.map((edit) => [cellOf(edit), edit]));
    const differing = mine.filter((edit) => {
      const other = told.get(cellOf(edit));
      const isChange = other && canonical(other.from) !== canonical(other.to);
      return isChange && canonical(other.to) !== canonical(edit.to);
    });
    // Somebody who wants what stood there before has nothing to clash about only where nobody changed it.
    expect(conflicts.map(({ edit }) => edit)).toEqual(differing);
    for (const edit of mine) {
      if (edit.edit !== 'field' || differing.includes(edit)) continue;
      const settings = after.looks.find((look) => look.id === edit.on.look)!.units[edit.on.id]!;
      const [, letter, field] = edit.field.split('.');
      const now = letter ? settings.groups?.[letter]?.[field as 'on'] : settings[edit.field as 'channel'];
      expect(now ?? null).toEqual(edit.to);
    }
    clashed += differing.length;
  });
});

test('whatever members do, in whatever order, what is exported is taken in again', () => {
  let stale = 0;
  let kept = 0;
  let replaced = 0;
  const met = (): Met => ({ stale: [stale, RUNS / 20], kept: [kept, RUNS / 40], replaced: [replaced, RUNS / 40] });
  forEach(met, (draw, index) => {
    let state = stateAt(draw, index);
    // Each does something without having seen what the others did.
    const all = Array.from({ length: 4 }, (_, member) => anyEdits(state, draw, `m${member}`));
    for (const edits of all) {
      const { state: next, conflicts } = applyOperation(state, edits);
      state = next;
      stale += conflicts.length;
    }
    // Reading a document takes longer than making it: one in four.
    if (index % 4 > 0) return;
    const parsed = parseDocument(JSON.parse(JSON.stringify(toDocument(state))));
    const dangling = parsed.ok ? [] : parsed.faults.filter(({ message }) => message.startsWith('names '));
    expect(dangling).toEqual([]);
    const document = toDocument(state);
    const elsewhere = applyOperation(emptyState(), importing(emptyState(), document, 'other')).state;
    same(toDocument(elsewhere), document);
    // Where an import says that it replaces nothing, all that was there is there as it was.
    const older = toDocument(applyOperation(state, anyEdits(state, draw, 'old')).state);
    const back = importing(state, older, 'back');
    const after = applyOperation(state, back).state;
    if (replacedBy(back).length === 0) {
      const again = importing(after, document, 'again');
      // A moment that was added makes those after it count on.
      expect(again.filter((edit) => edit.to !== null && !(edit.edit === 'field' && edit.field === 'rank'))).toEqual([]);
      kept++;
    } else replaced++;
  });
});

describe('what was removed and made again is another', () => {
  const state = (): CrewState => ({
    events: [{ id: 'event', name: 'E' }],
    moments: [],
    families: [],
    profiles: [],
    units: [],
    looks: [{ id: 'look', name: 'Look', event: 'event', units: {} }],
    tests: [],
    onAir: [],
    readings: [],
    incidents: [],
    drills: [],
    born: {},
  });
  const unit = { id: 'light', profile: 'p', label: 'Light' };
  const withUnit = (): CrewState => ({
    ...state(),
    profiles: [{ id: 'p', maker: 'M', model: 'F', kind: 'flash' } as never],
    units: [unit],
  });
  const on = placingRef('look', 'light');

  test('so that an edit made on the first does not reach the second', () => {
    const first = applyOperation(withUnit(), [making(on, { channel: 3 }, 'one')]).state;
    const edit = settingEdits(first, 'look', [{ unit: 'light', setting: 'channel', from: 3, to: 11 }]);
    const away = applyOperation(first, removing(first, on)).state;
    expect(applyOperation(away, edit).conflicts).toEqual([{ edit: edit[0], why: 'gone' }]);
    const again = applyOperation(away, [making(on, { channel: 3 }, 'two')]).state;
    expect(applyOperation(again, edit)).toMatchObject({ taken: [], conflicts: [{ why: 'gone' }] });
  });

  test('but a removal that was taken back brings back the first', () => {
    const first = applyOperation(withUnit(), [making(on, { channel: 3 }, 'one')]).state;
    const edit = settingEdits(first, 'look', [{ unit: 'light', setting: 'channel', from: 3, to: 11 }]);
    const away = applyOperation(first, removing(first, on));
    const back = applyOperation(away.state, inverse(away.taken)).state;
    expect(applyOperation(back, edit).conflicts).toEqual([]);
  });

  test('what is noted of a pair goes with the unit it is noted of, and comes back with it; its fields are each their own', () => {
    const other = placingRef('look', 'other');
    const noted = { from: { other: { sight: 'bounce' as const, distanceM: 4 } } };
    const start = applyOperation({ ...withUnit(), units: [unit, { ...unit, id: 'other' }] }, [
      making(on, noted, 'one'),
      making(other, {}, 'one'),
    ]).state;
    const settingsOf = (state: CrewState) => state.looks[0]!.units.light;
    const away = applyOperation(start, removing(start, other));
    expect(settingsOf(away.state)).toEqual({});
    expect(settingsOf(applyOperation(away.state, inverse(away.taken)).state)).toEqual(noted);
    const change = (setting: 'from.other.sight' | 'from.other.distanceM', from: string | number, to: string | number) =>
      settingEdits(start, 'look', [{ unit: 'light', setting, from: from as never, to: to as never }]);
    const both = [change('from.other.sight', 'bounce', 'direct'), change('from.other.distanceM', 4, 9)];
    const after = both.reduce((state, edits) => {
      const applied = applyOperation(state, edits);
      expect(applied.conflicts).toEqual([]);
      return applied.state;
    }, start);
    expect(settingsOf(after)).toEqual({ from: { other: { sight: 'direct', distanceM: 9 } } });
  });

  test('what names a record that is gone waits, and says which', () => {
    const before = withUnit();
    const edits = [
      making(on, { channel: 3 }, 'one'),
      making({ kind: 'unit', id: 'other' }, { ...unit, id: 'other' }, 'one'),
    ];
    const without = applyOperation(before, removing(before, { kind: 'unit', id: 'light' })).state;
    const { state: after, conflicts } = applyOperation(without, edits);
    expect(conflicts).toEqual([{ edit: edits[0], why: 'missing', what: { kind: 'unit', id: 'light' } }]);
    expect(after.units.map(({ id }) => id)).toEqual(['other']);
  });

  test('a changed record is not removed by somebody who did not see the change', () => {
    const before = withUnit();
    const removal = removing(before, { kind: 'unit', id: 'light' });
    const renamed = applyOperation(before, [
      { edit: 'field', on: { kind: 'unit', id: 'light' }, born: null, field: 'label', from: 'Light', to: 'Light 1' },
    ]).state;
    expect(applyOperation(renamed, removal)).toMatchObject({
      taken: [],
      conflicts: [{ why: 'changed', theirs: { born: null, doc: { label: 'Light 1' } } }],
    });
  });
});
