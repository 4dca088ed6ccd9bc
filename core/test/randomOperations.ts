/** Random crews' states, and random things members do to them. */
import { type CrewState, emptyState, type RecordRef } from '../src/operation/crewState.ts';
import { applyOperation } from '../src/operation/applyOperation.ts';
import { toDocument } from '../src/operation/crewDocument.ts';
import { dealing, dialling } from '../src/operation/dialling.ts';
import type { Edit } from '../src/operation/edit.ts';
import {
  addingMoment,
  changingMoment,
  copyingEvent,
  copyingLook,
  copyingMoment,
  movingMoment,
} from '../src/operation/eventEdits.ts';
import { momentsOf } from '../src/operation/timetable.ts';
import { importing, making, placingRef, putting, removing, settingEdits } from '../src/operation/editsOf.ts';
import type { OnAir } from '../src/record/onAir.ts';
import type { Reading } from '../src/record/reading.ts';
import type { SettingPath, SettingValue } from '../src/record/settings.ts';
import type { Draw } from './draw.ts';
import type { RandomRig } from './randomRig.ts';

/** A state with the rig's kit and two looks: the rig's own, and one with some of its units. */
export function randomState({ kit, look }: RandomRig, draw: Draw): CrewState {
  const some = Object.entries(look.units).filter(() => draw.integer(0, 3) > 0);
  const inSome = new Set(some.map(([id]) => id));
  const pruned = some.map(([id, settings]) => {
    const { mount, receiver, sees, firesFor, ...rest } = settings;
    const kept = (one: string | null | undefined) => (one != null && inSome.has(one) ? one : undefined);
    return [
      id,
      {
        ...rest,
        mount: kept(mount),
        receiver: kept(receiver),
        sees: sees?.filter((one) => inSome.has(one)),
        firesFor: firesFor?.filter((one) => inSome.has(one)),
      },
    ] as const;
  });
  const empty = emptyState();
  const document = {
    ...toDocument(empty),
    events: [
      {
        id: 'event',
        name: 'Wedding',
        date: '2027-06-12',
        moments: [{ id: 'first', name: 'First', time: '18:00', look: look.id }],
      },
    ],
    families: [...kit.families],
    profiles: [...kit.profiles],
    units: [...kit.units],
    looks: [look, { id: 'second', name: 'Second', event: 'event', units: Object.fromEntries(pruned) }],
  };
  return applyOperation(empty, importing(empty, document, 'start')).state;
}

const VALUES: readonly (readonly [SettingPath, readonly SettingValue[]])[] = [
  ['channel', [1, 2, 3, null]],
  ['networkId', [0, 5, null]],
  ['group', ['A', 'B', null]],
  ['power', [-1, -3, -8, null]],
  ['on', [true, false, null]],
  ['groups.A.on', [true, false, null]],
  ['groups.C.power', [-2, null]],
  ['place', ['by the door', null]],
];

interface Placed {
  look: string;
  unit: string;
}

const placedIn = ({ looks }: CrewState): Placed[] =>
  looks.flatMap((look) => Object.keys(look.units).map((unit) => ({ look: look.id, unit })));

/** One to three settings changed, in one look. */
export function settingsChanged(state: CrewState, draw: Draw): Edit[] {
  const all = placedIn(state);
  if (all.length === 0) return [];
  const { look } = draw.pick(...all);
  const units = all.filter((one) => one.look === look);
  const changes = Array.from({ length: draw.integer(1, 3) }, () => {
    const [setting, values] = draw.pick(...VALUES);
    return { unit: draw.pick(...units).unit, setting, from: null, to: draw.pick(...values) };
  });
  return settingEdits(state, look, changes);
}

const refsOf = (state: CrewState): RecordRef[] => [
  ...state.units.map(({ id }) => ({ kind: 'unit' as const, id })),
  ...state.profiles.map(({ id }) => ({ kind: 'profile' as const, id })),
  ...state.families.map(({ id }) => ({ kind: 'family' as const, id })),
  ...state.looks.map(({ id }) => ({ kind: 'look' as const, id })),
  ...state.moments.map(({ id }) => ({ kind: 'moment' as const, id })),
  ...state.events.map(({ id }) => ({ kind: 'event' as const, id })),
  ...state.tests.map(({ id }) => ({ kind: 'test' as const, id })),
  ...state.onAir.map(({ id }) => ({ kind: 'onAir' as const, id })),
  ...state.readings.map(({ id }) => ({ kind: 'reading' as const, id })),
  ...state.drills.map(({ id }) => ({ kind: 'drill' as const, id })),
  ...state.incidents.map(({ id }) => ({ kind: 'incident' as const, id })),
  ...placedIn(state).map(({ look, unit }) => placingRef(look, unit)),
];

function somethingRemoved(state: CrewState, draw: Draw): Edit[] {
  const refs = refsOf(state);
  if (refs.length === 0) return [];
  return Array.from({ length: draw.integer(1, 2) }, () => draw.pick(...refs)).flatMap((ref) => removing(state, ref));
}

const randomReading = (draw: Draw, of: Pick<Reading, 'id' | 'look'>): Reading => ({
  ...of,
  lights: draw.boolean() ? {} : { 'light-1': { power: draw.integer(-7, 0), ...(draw.boolean() && { subjectM: 3 }) } },
  stops: draw.integer(0, 90) / 10,
  iso: draw.pick(100, 800),
  shutter: draw.pick('1/60', '1/200'),
  at: '2027-06-12T18:00:00.000Z',
});

function somethingMade(state: CrewState, draw: Draw, born: string): Edit[] {
  const [profile] = state.profiles;
  const [look] = state.looks;
  if (!profile || !look) return [];
  const unit = { id: `made-${born}`, profile: draw.pick(...state.profiles).id, label: 'Made' };
  const placed = Object.keys(look.units);
  const mount = placed.length > 0 && draw.boolean() ? { mount: draw.pick(...placed) } : {};
  const fingerprint = '0123456789abcdef';
  const test = { id: `t-${born}`, look: look.id, light: 'light-1', body: 'body-1', result: 'fired' as const };
  return [
    making({ kind: 'unit', id: unit.id }, unit, born),
    making(placingRef(look.id, unit.id), { on: true, groups: { A: {} }, ...mount }, born),
    making({ kind: 'test', id: test.id }, { ...test, fingerprint, at: '2027-06-12T19:00:00.000Z' }, born),
    making({ kind: 'reading', id: `r-${born}` }, randomReading(draw, { id: `r-${born}`, look: look.id }), born),
  ];
}

function somethingRenamed(state: CrewState, draw: Draw, born: string): Edit[] {
  const [profile] = state.profiles;
  if (!profile || state.units.length === 0) return [];
  const unit = draw.pick(...state.units);
  return [
    ...putting(state, { on: { kind: 'unit', id: unit.id }, doc: { ...unit, label: `Renamed ${born}` }, born }),
    ...putting(state, { on: { kind: 'profile', id: profile.id }, doc: { ...profile, notes: born }, born }),
  ];
}

/** The state as a document, some of it otherwise, taken in again. */
function documentImported(state: CrewState, draw: Draw, born: string): Edit[] {
  const document = structuredClone(toDocument(state));
  for (const event of document.events) if (draw.boolean()) event.name = `Event ${born}`;
  for (const event of document.events) if (draw.boolean()) event.moments.reverse();
  document.events.push({ id: `event-${born}`, name: 'Brought in', moments: [] });
  for (const look of document.looks) {
    const ids = Object.keys(look.units);
    const named = new Set(
      Object.values(look.units).flatMap(({ mount, receiver, sees, firesFor }) => [
        mount,
        receiver,
        ...(sees ?? []),
        ...(firesFor ?? []),
      ]),
    );
    const free = ids.find((id) => !named.has(id));
    if (free !== undefined && draw.boolean()) delete look.units[free];
    for (const settings of Object.values(look.units)) if (draw.oneIn(3)) settings.channel = draw.pick(1, 7, null);
  }
  document.looks.push({ id: `look-${born}`, name: 'Brought in', event: `event-${born}`, units: {} });
  return importing(state, document, born);
}

const TIMES = ['14:00', '18:00', '18:30', '23:50', '00:20', null] as const;

/** A timetable that is made, changed, copied and put in another order. */
function eventPlanned(state: CrewState, draw: Draw, born: string): Edit[] {
  if (state.events.length === 0)
    return [making({ kind: 'event', id: `e-${born}` }, { id: `e-${born}`, name: 'E' }, born)];
  const event = draw.pick(...state.events);
  const looks = state.looks.filter((look) => look.event === event.id);
  const look = looks.length > 0 && draw.boolean() ? draw.pick(...looks).id : null;
  const moments = momentsOf(state, event.id);
  const kind = draw.integer(0, 5);
  if (kind === 0 || moments.length === 0)
    return addingMoment(state, event.id, { id: `m-${born}`, name: 'Toast', time: draw.pick(...TIMES), look }, born);
  const moment = draw.pick(...moments);
  if (kind === 1) return changingMoment(state, moment, { ...moment, time: draw.pick(...TIMES), look });
  if (kind === 2) return movingMoment(state, moment.id, draw.pick(1, -1));
  if (kind === 3) return copyingMoment(state, moment.id, { copy: `c-${born}`, born });
  if (kind === 4 && looks.length > 0)
    return copyingLook(
      draw.pick(...looks),
      { id: `l-${born}`, name: 'Copy', event: draw.pick(...state.events).id },
      born,
    );
  let made = 0;
  const copy = { id: `e-${born}`, name: 'Like it', date: '2027-08-01' };
  return copyingEvent(state, event.id, { copy, newId: () => `n${made++}-${born}`, born });
}

/** Lines of cards ticked and taken back, units reset and dealt. */
function unitSetUp(state: CrewState, draw: Draw, born: string): Edit[] {
  if (state.units.length === 0) return [];
  const { id } = draw.pick(...state.units);
  if (draw.oneIn(4)) return dealing(state, new Map([[id, draw.pick('Maren', 'Ines', null)]]));
  const lines = Array.from({ length: draw.integer(1, 3) }, () => {
    const setting = draw.pick('channel', 'group', 'groups.C.power', 'reset');
    const value = setting === 'reset' ? true : draw.pick<number | string>(1, 2, 'B');
    return {
      setting,
      dialled: draw.oneIn(4)
        ? null
        : { value, by: draw.pick('Maren', 'Ines'), at: `2027-06-12T1${born.length % 10}:00:00Z` },
    };
  });
  return dialling(state, id, lines);
}

/** What shares the air with an event, declared and changed. */
function airDeclared(state: CrewState, draw: Draw, born: string): Edit[] {
  if (state.events.length === 0) return [];
  const known = state.onAir.length > 0 && draw.boolean() ? draw.pick(...state.onAir) : null;
  if (known)
    return putting(state, {
      on: { kind: 'onAir', id: known.id },
      doc: { ...known, place: draw.pick('stage', 'bar', null) },
      born,
    });
  const at = { id: `air-${born}`, event: draw.pick(...state.events).id };
  const family = state.families.length > 0 ? draw.pick(...state.families).id : null;
  const kind = draw.integer(0, 2);
  const doc: OnAir =
    kind === 0 || family === null
      ? { ...at, sort: 'emitter', name: 'House network', mhz: draw.pick(2412, null) }
      : kind === 1
        ? { ...at, sort: 'crew', name: 'Film crew', family, channel: draw.pick(1, 2, null) }
        : {
            ...at,
            sort: 'found',
            family,
            channel: draw.pick(1, 2),
            works: draw.boolean(),
            by: 'Ines',
            at: '2027-06-12T20:00:00Z',
          };
  return [making({ kind: 'onAir', id: doc.id }, doc, born)];
}

/** What a member might do next, of any kind. */
export function anyEdits(state: CrewState, draw: Draw, born: string): Edit[] {
  const kind = draw.integer(0, 14);
  if (kind === 14) return airDeclared(state, draw, born);
  if (kind > 11) return unitSetUp(state, draw, born);
  if (kind < 5) return settingsChanged(state, draw);
  if (kind === 5) return somethingMade(state, draw, born);
  if (kind === 6) return somethingRenamed(state, draw, born);
  if (kind === 7) return documentImported(state, draw, born);
  if (kind < 10) return eventPlanned(state, draw, born);
  return somethingRemoved(state, draw);
}
