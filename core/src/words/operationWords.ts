/** What is said of operations: what each changed, what goes with a removal, and what two people did at once. */
import type { Conflict } from '../operation/applyOperation.ts';
import { type AnyDoc, type CrewState, keyOf, type LookHead, type RecordRef } from '../operation/crewState.ts';
import { Draft } from '../operation/draft.ts';
import { type Edit, entryOf, type FieldEdit } from '../operation/edit.ts';
import type { Drill } from '../record/drill.ts';
import type { EventHead, Moment } from '../record/event.ts';
import type { Family } from '../record/family.ts';
import type { Json } from '../record/migrate.ts';
import type { Incident } from '../record/incident.ts';
import type { OnAir } from '../record/onAir.ts';
import type { Reading } from '../record/reading.ts';
import type { Profile } from '../record/profile.ts';
import type { SettingPath } from '../record/settings.ts';
import type { LoggedTest } from '../record/testFire.ts';
import type { Unit } from '../record/unit.ts';
import { dialStopText, lossText } from './measuredWords.ts';
import { readingName } from './readingWords.ts';
import { isSettingPath, type Names, settingName, settingValue, shutterText } from './settingWords.ts';

/** Whom and what the words are about. */
export interface Told {
  names: Names;
  state: CrewState;
  /** What is told of is not done yet. */
  ahead?: true;
}

/** What a record is called; one that is gone by what it held, where that is known. */
export function recordName(on: RecordRef, { names, state }: Told, gone?: AnyDoc): string {
  if (on.kind === 'placing') return placingName(on, { names, state });
  const doc = new Draft(state).read(on)?.doc ?? gone;
  if (doc === undefined) return `a ${KIND_NAMES[on.kind]} that is gone`;
  if (on.kind === 'unit') return (doc as Unit).label;
  if (on.kind === 'profile') return `${(doc as Profile).maker} ${(doc as Profile).model}`;
  if (on.kind === 'test') return `the test fire of ${names.unit((doc as LoggedTest).light)}`;
  if (on.kind === 'reading') return readingName(doc as Reading, names);
  if (on.kind === 'incident') return incidentName(doc as Incident, names);
  if (on.kind === 'drill') return drillName(doc as Drill);
  if (on.kind === 'onAir') return onAirName(doc as OnAir, names);
  return (doc as Family | LookHead | EventHead | Moment).name;
}

const onAirName = (entry: OnAir, names: Names): string =>
  entry.sort === 'found' ? `channel ${entry.channel} of ${names.family(entry.family)}` : entry.name;

/** After the light that was seen to be wrong first, for which it was made. */
const incidentName = ({ seen }: Incident, names: Names): string =>
  `the search for what is wrong with ${names.unit((seen.find(({ saw }) => saw !== 'fires') ?? seen[0]!).light)}`;

const drillName = ({ by, seed, level, look }: Drill): string =>
  level == null ? `${by}’s drill of ${look.name}` : `${by}’s drill “${seed}”, level ${level}`;

const KIND_NAMES = {
  event: 'event',
  moment: 'moment',
  family: 'family',
  profile: 'model',
  unit: 'unit',
  look: 'look',
  test: 'test fire',
  onAir: 'entry of the air',
  reading: 'reading',
  incident: 'incident',
  drill: 'drill',
} as const;

const placingName = (on: RecordRef, told: Told): string =>
  `${told.names.unit(on.id)} in ${recordName({ kind: 'look', id: on.look! }, told)}`;

/** "channel of Light 6 in First dance: 3, now 11". */
export function editText(edit: Edit, told: Told): string {
  const { on } = edit;
  if (edit.edit === 'record') {
    const name = recordName(on, told, (edit.to ?? edit.from)?.doc);
    if (on.kind === 'placing') return `${name}: ${edit.to ? 'put in' : 'taken out'}`;
    if (on.kind === 'test')
      return `${name}: ${edit.to ? `logged ${(edit.to.doc as LoggedTest).result}` : 'taken back'}`;
    return `${name}: ${edit.to ? 'added' : 'removed'}`;
  }
  if (edit.field === 'rank') return `${recordName(on, told)}: moved in the order`;
  return `${fieldName(edit.on, edit.field, told.names)} of ${recordName(on, told)}: ${fromToText(edit, told)}`;
}

/** "3, now 11", for whoever knows of what. */
export function fromToText({ on, field, from, to }: FieldEdit, told: Told): string {
  return `${fieldValue(on, field, from, told)}, ${told.ahead ? 'would be' : 'now'} ${fieldValue(on, field, to, told)}`;
}

const FIELD_NAMES: Readonly<Record<string, string>> = {
  label: 'label',
  name: 'name',
  date: 'date',
  time: 'time',
  notes: 'notes',
  venue: 'venue',
  minutes: 'minutes',
  frames: 'frames',
  noFlash: 'no flash',
  archived: 'put away',
  reopened: 'open to changes',
  look: 'look',
  quietMinutes: 'quiet minutes',
  inTurn: 'bodies in turn',
  emitters: 'what else is on the air',
  inService: 'service',
  lentTo: 'lent to',
  borrowedFrom: 'borrowed from',
  resetFirst: 'reset first',
  dealtTo: 'set up by',
  reset: 'reset',
  realGuideNumber: 'measured guide number',
  realHssLoss: 'measured loss in high-speed sync',
  realDialStop: 'measured stop of the dial',
  realSyncs: 'fastest clean shutter',
  realTails: 'tail delay found',
  firstLetter: 'first letter',
  mhz: 'frequency',
  widthMhz: 'width',
  agreed: 'agreed',
  works: 'works',
  seen: 'what was seen',
  checks: 'what was checked',
  ended: 'how it ended',
  channel: 'channel',
  ifLost: 'what is done if it is lost',
};

function fieldName(on: RecordRef, field: string, names: Names): string {
  const entry = entryOf(on, field);
  if (!entry) return plainFieldName(field);
  const { list, key } = entry;
  return list === 'dialled' ? `${plainFieldName(key)} dialled` : `${plainFieldName(list)} with ${names.unit(key)}`;
}

const plainFieldName = (field: string): string =>
  isSettingPath(field) ? settingName(field) : (FIELD_NAMES[field] ?? field.replace(/([A-Z])/g, ' $1').toLowerCase());

function fieldValue(on: RecordRef, field: string, value: Json, told: Told): string {
  const entry = entryOf(on, field);
  if (!entry) return plainValue(field, value, told);
  const { list, key } = entry;
  if (list === 'dialled')
    return value === null ? 'not dialled' : plainValue(key, (value as { value: Json }).value, told);
  if (value === null) return 'not recorded';
  return list === 'realSyncs'
    ? shutterText((value as { cleanTo: string }).cleanTo)
    : settingValue('tailDelayUs', (value as { delayUs: number }).delayUs, told.names);
}

function plainValue(field: string, value: Json, told: Told): string {
  const { names } = told;
  if (isSettingPath(field)) return settingValue(field as SettingPath, value, names);
  if (value === null) return 'not recorded';
  if (field === 'realGuideNumber') return `${(value as { metres: number }).metres} m`;
  if (field === 'realHssLoss') return lossText(value as { stops: number; shutter: string });
  if (field === 'realDialStop') return dialStopText((value as { stops: number }).stops);
  if (field === 'look' || field === 'event') return recordName({ kind: field, id: String(value) }, told);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.length === 1 ? 'one entry' : `${value.length} entries`;
  return typeof value === 'object' ? 'as entered' : String(value);
}

/** More than this nobody reads before a removal. */
const NAMED = 4;

/** What goes, or lets go, together with a record; empty where nothing does. */
export function takenAlongText(on: RecordRef, taken: readonly Edit[], told: Told): string {
  const others = taken.filter((edit) => keyOf(edit.on) !== keyOf(on));
  const gone = new Map(
    others.flatMap((edit) =>
      edit.edit === 'record' ? [[keyOf(edit.on), recordName(edit.on, told, edit.from!.doc)]] : [],
    ),
  );
  const changed = new Map(
    others.flatMap((edit) =>
      edit.edit === 'field' && !gone.has(keyOf(edit.on))
        ? [
            [
              `${keyOf(edit.on)} ${edit.field}`,
              `${fieldName(edit.on, edit.field, told.names)} of ${recordName(edit.on, told)}`,
            ],
          ]
        : [],
    ),
  );
  const parts = [
    gone.size > 0 && `Removing it also takes out ${some([...gone.values()])}.`,
    changed.size > 0 && `${gone.size > 0 ? 'It' : 'Removing it'} clears ${some([...changed.values()])}.`,
  ];
  return parts.filter(Boolean).join(' ');
}

function some(all: readonly string[]): string {
  const shown = all.slice(0, NAMED);
  const more = all.length - shown.length;
  if (more > 0) return `${shown.join(', ')} and ${more} more`;
  return shown.length < 2 ? shown.join('') : `${shown.slice(0, -1).join(', ')} and ${shown.at(-1)}`;
}

/** What two people did at once, in a heading and a sentence. */
export function conflictText(conflict: Conflict, told: Told): { heading: string; sentence: string } {
  const { edit } = conflict;
  const name = recordName(edit.on, told, edit.edit === 'record' ? (edit.to ?? edit.from)?.doc : undefined);
  if (conflict.why === 'gone')
    return {
      heading: `${name} is no longer there.`,
      sentence: `Yours: ${editText(edit, told)}. Somebody took it out meanwhile.`,
    };
  if (conflict.why === 'missing')
    return {
      heading: `${capital(recordName(conflict.what, told))} is no longer there.`,
      sentence: `It is needed for yours: ${editText(edit, told)}.`,
    };
  if (edit.edit === 'record')
    return edit.to === null
      ? { heading: `Somebody changed ${name} meanwhile.`, sentence: 'Yours: removed. Theirs: kept, which stands.' }
      : { heading: `Somebody made ${name} too.`, sentence: 'Theirs stands. Yours would take its place.' };
  const [yours, theirs] = [edit.to, conflict.theirs].map((value) => fieldValue(edit.on, edit.field, value, told));
  return {
    heading: `Two of you changed the ${fieldName(edit.on, edit.field, told.names)} of ${name}.`,
    sentence: `Yours: ${yours}. Theirs: ${theirs}, which stands.`,
  };
}

/** The same told to the others of the crew: what somebody wanted and what stands. */
export function unmetText(conflict: Conflict, told: Told): string {
  const { edit } = conflict;
  if (conflict.why !== 'changed' || edit.edit === 'record') return `Not done: ${editText(edit, told)}`;
  const [wanted, stands] = [edit.to, conflict.theirs].map((value) => fieldValue(edit.on, edit.field, value, told));
  return `Not done: ${fieldName(edit.on, edit.field, told.names)} of ${recordName(edit.on, told)} ${wanted}, since ${stands} stands`;
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** Whether a member may have theirs in the place of what stands. */
export const canBeMine = (conflict: Conflict): boolean => conflict.why === 'changed';
