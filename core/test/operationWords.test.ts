/** What is said of operations, conflicts and removals: read as the member reads it. */
import { applyOperation, type Conflict } from '../src/operation/applyOperation';
import { type CrewState, emptyState, type RecordRef } from '../src/operation/crewState';
import type { Edit, FieldEdit } from '../src/operation/edit';
import { importing, making, placingRef, removing, settingEdits } from '../src/operation/editsOf';
import type { OnAir } from '../src/record/onAir';
import { indexKit } from '../src/rig/rig';
import {
  canBeMine,
  conflictText,
  editText,
  fromToText,
  recordName,
  takenAlongText,
  unmetText,
} from '../src/words/operationWords';
import { namesOf } from '../src/words/wording';
import { demo } from './demo';

const state: CrewState = applyOperation(emptyState(), importing(emptyState(), demo, 'start')).state;
const told = { names: namesOf(indexKit(demo)), state };
const field = (on: RecordRef, name: string, from: FieldEdit['from'], to: FieldEdit['to']): FieldEdit => ({
  edit: 'field',
  on,
  born: 'start',
  field: name,
  from,
  to,
});
const light = (id: string): RecordRef => ({ kind: 'unit', id });
const inDance = placingRef('first-dance', 'light-6');

describe('what a record is called', () => {
  const onAir = (entry: object): OnAir => ({ id: 'x', event: 'ropewalk', ...entry }) as OnAir;
  const air: RecordRef = { kind: 'onAir', id: 'x' };

  test.each<[string, RecordRef]>([
    ['Light 6', light('light-6')],
    ['Light 6 in First dance', inDance],
    ['First dance', { kind: 'look', id: 'first-dance' }],
    ['Ropewalk wedding', { kind: 'event', id: 'ropewalk' }],
    ['a unit that is gone', light('nowhere')],
    ['a model that is gone', { kind: 'profile', id: 'nowhere' }],
  ])('%s', (name, on) => expect(recordName(on, told)).toBe(name));

  test('one that is gone is called by what it held; a model by its maker too', () => {
    const [profile] = demo.profiles;
    expect(recordName({ kind: 'profile', id: profile!.id }, told)).toBe(`${profile!.maker} ${profile!.model}`);
    expect(recordName(light('nowhere'), told, { id: 'nowhere', label: 'Old lamp' } as never)).toBe('Old lamp');
  });

  test('of the air, a channel that was tried by its number, all else by its name', () => {
    const found = onAir({ sort: 'found', family: 'plover', channel: 7 });
    expect(recordName(air, told, found)).toBe(`channel 7 of ${told.names.family('plover')}`);
    expect(recordName(air, told, onAir({ sort: 'crew', name: 'Film crew' }))).toBe('Film crew');
  });
});

describe('an edit', () => {
  test.each<[string, Edit]>([
    ['channel of Light 6 in First dance: 3, now 11', field(inDance, 'channel', 3, 11)],
    ['channel of Light 6 in First dance: not recorded, now 11', field(inDance, 'channel', null, 11)],
    ['label of Light 6: Light 6, now Six', field(light('light-6'), 'label', 'Light 6', 'Six')],
    [
      'put away of First dance: not recorded, now yes',
      field({ kind: 'look', id: 'first-dance' }, 'archived', null, true),
    ],
    ['First dance: moved in the order', field({ kind: 'look', id: 'first-dance' }, 'rank', 1, 2)],
    [
      'what else is on the air of First dance: one entry, now 2 entries',
      field({ kind: 'look', id: 'first-dance' }, 'emitters', [{}], [{}, {}]),
    ],
    [
      'look of First dance: Vows, now a look that is gone',
      field({ kind: 'look', id: 'first-dance' }, 'look', 'vows', 'nowhere'),
    ],
    ['reset first of Light 6: yes, now no', field(light('light-6'), 'resetFirst', true, false)],
    [
      'measured guide number of Light 6: not recorded, now 38 m',
      field(light('light-6'), 'realGuideNumber', null, { metres: 38 }),
    ],
    [
      'measured loss in high-speed sync of Light 6: 2.6 stops at 1/500, now not recorded',
      field(light('light-6'), 'realHssLoss', { stops: 2.6, shutter: '1/500' }, null),
    ],
    [
      'measured stop of the dial of Light 6: not recorded, now 0.85 stops of light for a stop on its dial',
      field(light('light-6'), 'realDialStop', null, { stops: 0.85 }),
    ],
    [
      'fastest clean shutter with Body 1 of Light 6: not recorded, now 1/200',
      field(light('light-6'), 'realSyncs.body-1', null, { cleanTo: '1/200' }),
    ],
    [
      'tail delay found with Body 1 of Light 6: 1.2 ms, now not recorded',
      field(light('light-6'), 'realTails.body-1', { delayUs: 1200 }, null),
    ],
    ['how to of Light 6: as entered, now none', field(light('light-6'), 'howTo', { a: 1 }, 'none')],
  ])('%s', (text, edit) => expect(editText(edit, told)).toBe(text));

  test('of what is dialled says so', () => {
    const edit = field(light('light-6'), 'dialled.channel', null, { value: 11 });
    expect(editText(edit, told)).toBe('channel dialled of Light 6: not dialled, now 11');
    expect(fromToText({ ...edit, from: { value: 3 }, to: null }, told)).toBe('3, now not dialled');
  });

  test('that makes or removes a record', () => {
    const unit = state.units.find(({ id }) => id === 'light-6')!;
    expect(editText(making(light('light-6'), unit, 'b'), told)).toBe('Light 6: added');
    expect(editText({ edit: 'record', on: light('light-6'), from: { born: 'b', doc: unit }, to: null }, told)).toBe(
      'Light 6: removed',
    );
    expect(editText({ edit: 'record', on: inDance, from: null, to: { born: 'b', doc: {} } }, told)).toBe(
      'Light 6 in First dance: put in',
    );
    expect(editText({ edit: 'record', on: inDance, from: { born: 'b', doc: {} }, to: null }, told)).toBe(
      'Light 6 in First dance: taken out',
    );
  });

  test('that logs a test fire or takes it back', () => {
    const doc = { look: 'first-dance', light: 'light-6', result: 'dark' } as never;
    const on: RecordRef = { kind: 'test', id: 't' };
    expect(editText({ edit: 'record', on, from: null, to: { born: 'b', doc } }, told)).toBe(
      'the test fire of Light 6: logged dark',
    );
    expect(editText({ edit: 'record', on, from: { born: 'b', doc }, to: null }, told)).toBe(
      'the test fire of Light 6: taken back',
    );
  });

  test('that keeps a reading or takes it out', () => {
    const on: RecordRef = { kind: 'reading', id: 'r' };
    const edit = (doc: object, isKept: boolean): Edit => {
      const made = { born: 'b', doc: doc as never };
      return { edit: 'record', on, from: isKept ? null : made, to: isKept ? made : null };
    };
    expect(editText(edit({ lights: { 'light-6': {} }, place: 'the face' }, true), told)).toBe(
      'the reading of Light 6 at the face: added',
    );
    expect(editText(edit({ lights: {} }, false), told)).toBe('the reading of the room: removed');
    expect(recordName(on, told)).toBe('a reading that is gone');
  });
});

describe('what goes with a removal', () => {
  test('nothing where nothing does', () => {
    expect(takenAlongText(light('light-6'), [field(light('light-6'), 'label', 'a', 'b')], told)).toBe('');
  });

  test('what goes is named before what lets go; of many only the first', () => {
    const unit = state.units.find(({ id }) => id === 'light-6')!;
    const gone = (id: string): Edit => ({
      edit: 'record',
      on: light(id),
      from: { born: 'b', doc: { ...unit, label: id } },
      to: null,
    });
    const clears = field(placingRef('first-dance', 'light-1'), 'mount', 'light-6', null);
    const one = takenAlongText({ kind: 'look', id: 'vows' }, [gone('a')], told);
    expect(one).toBe('Removing it also takes out a.');
    expect(takenAlongText({ kind: 'look', id: 'vows' }, [clears], told)).toMatch(
      /^Removing it clears .+ of Light 1 in First dance\.$/,
    );
    expect(takenAlongText({ kind: 'look', id: 'vows' }, [gone('a'), gone('b'), clears], told)).toMatch(
      /^Removing it also takes out a and b\. It clears /,
    );
    const four = ['a', 'b', 'c', 'd'].map(gone);
    expect(takenAlongText({ kind: 'look', id: 'vows' }, four, told)).toBe('Removing it also takes out a, b, c and d.');
    expect(takenAlongText({ kind: 'look', id: 'vows' }, [...four, gone('e'), gone('f')], told)).toBe(
      'Removing it also takes out a, b, c, d and 2 more.',
    );
  });

  test('fields of what goes too are not named again', () => {
    const unit = state.units.find(({ id }) => id === 'light-1')!;
    const gone: Edit = { edit: 'record', on: light('light-1'), from: { born: 'b', doc: unit }, to: null };
    const text = takenAlongText(
      { kind: 'look', id: 'vows' },
      [gone, field(light('light-1'), 'label', 'a', null)],
      told,
    );
    expect(text).toBe('Removing it also takes out Light 1.');
  });

  test('a whole removal reads like that', () => {
    const edits = removing(state, light('light-6'));
    const text = takenAlongText(light('light-6'), applyOperation(state, edits).taken, told);
    expect(text).toMatch(/^Removing it also takes out Light 6 in /);
  });
});

describe('what two people did at once', () => {
  const [edit] = settingEdits(state, 'first-dance', [{ unit: 'light-6', setting: 'channel', from: 3, to: 11 }]);
  const changed: Conflict = { edit: edit!, why: 'changed', theirs: 5 };
  const unit = state.units.find(({ id }) => id === 'light-6')!;
  const recordEdit = (to: boolean): Edit => ({
    edit: 'record',
    on: light('light-6'),
    from: to ? null : { born: 'b', doc: unit },
    to: to ? { born: 'b', doc: unit } : null,
  });

  test.each<[string, Conflict, string, string]>([
    [
      'one field',
      changed,
      'Two of you changed the channel of Light 6 in First dance.',
      'Yours: 11. Theirs: 5, which stands.',
    ],
    [
      'what is gone',
      { edit: edit!, why: 'gone' },
      'Light 6 in First dance is no longer there.',
      'Somebody took it out meanwhile.',
    ],
    [
      'what is needed',
      { edit: edit!, why: 'missing', what: light('nowhere') },
      'A unit that is gone is no longer there.',
      'It is needed for yours: channel of Light 6 in First dance',
    ],
    [
      'a removal',
      { edit: recordEdit(false), why: 'changed', theirs: null },
      'Somebody changed Light 6 meanwhile.',
      'Theirs: kept, which stands.',
    ],
    [
      'a new one',
      { edit: recordEdit(true), why: 'changed', theirs: null },
      'Somebody made Light 6 too.',
      'Theirs stands.',
    ],
  ])('%s', (_, conflict, heading, sentence) => {
    const said = conflictText(conflict, told);
    expect(said.heading).toBe(heading);
    expect(said.sentence).toContain(sentence);
  });

  test('the others hear what was wanted and what stands; only what was changed can be taken over', () => {
    expect(unmetText(changed, told)).toBe('Not done: channel of Light 6 in First dance 11, since 5 stands');
    expect(unmetText({ edit: edit!, why: 'gone' }, told)).toMatch(
      /^Not done: channel of Light 6 in First dance: .+, now 11$/,
    );
    expect(unmetText({ edit: recordEdit(false), why: 'changed', theirs: null }, told)).toBe(
      'Not done: Light 6: removed',
    );
    expect([changed, { edit: edit!, why: 'gone' } as Conflict].map(canBeMine)).toEqual([true, false]);
  });
});
