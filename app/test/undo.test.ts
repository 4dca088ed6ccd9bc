/** Undo and redo of everything, by both members: the document is byte for byte as before. */
import type { CrewRig } from '@ergon/core/operation/crewRig';
import { toDocument } from '@ergon/core/operation/crewDocument';
import { importing, making, placingRef, putting, removing } from '@ergon/core/operation/editsOf';
import {
  addingMoment,
  changingMoment,
  copyingEvent,
  copyingLook,
  copyingMoment,
  movingMoment,
} from '@ergon/core/operation/eventEdits';
import { writeDocument } from '@ergon/core/record/kitDocument';
import type { OperationQueue } from '../src/rig/operationQueue';
import { Browser, Device, settled } from './fakeServer';
import { Phone, set, shown } from './phone';

describe('undo and redo', () => {
  const text = (rig: CrewRig) => writeDocument(toDocument(rig));
  const light = { id: 'spare', profile: 'tholmar-200', label: 'Spare' };

  test.each<[string, (queue: OperationQueue) => void]>([
    ['a setting', (queue) => set(queue, 'light-6', 'channel', 11)],
    ['a group of a sender', (queue) => set(queue, 'sender-2', 'groups.E.on', true)],
    [
      'a new unit',
      (queue) => queue.submit('adding', (_, born) => [making({ kind: 'unit', id: 'spare' }, light, born)]),
    ],
    [
      'a unit put in',
      (queue) => queue.submit('putting in', (_, born) => [making(placingRef('vows', 'light-8'), { on: true }, born)]),
    ],
    ['a removed unit', (queue) => queue.submit('removal', (rig) => removing(rig, { kind: 'unit', id: 'answer-1' }))],
    [
      'a removed model',
      (queue) => queue.submit('removal', (rig) => removing(rig, { kind: 'profile', id: 'tholmar-200' })),
    ],
    ['a removed family', (queue) => queue.submit('removal', (rig) => removing(rig, { kind: 'family', id: 'plover' }))],
    [
      'a new event',
      (queue) =>
        queue.submit('adding', (_, born) => [making({ kind: 'event', id: 'new' }, { id: 'new', name: 'New' }, born)]),
    ],
    [
      'an event copied',
      (queue) =>
        queue.submit('copying', (rig, born) => {
          let made = 0;
          const copy = { id: 'copy', name: 'Copy', date: '2031-05-03' };
          return copyingEvent(rig, 'ropewalk', { copy, newId: () => `n${made++}`, born });
        }),
    ],
    ['a removed event', (queue) => queue.submit('removal', (rig) => removing(rig, { kind: 'event', id: 'harvest' }))],
    [
      'a new moment',
      (queue) =>
        queue.submit('adding', (rig, born) =>
          addingMoment(rig, 'ropewalk', { id: 'toast', name: 'Toast', time: '18:45', look: 'speeches' }, born),
        ),
    ],
    ['a moment moved', (queue) => queue.submit('moving', (rig) => movingMoment(rig, 'vows', 1))],
    [
      'a moment at another time',
      (queue) =>
        queue.submit('moving', (rig) => {
          const vows = rig.moments.find(({ id }) => id === 'vows')!;
          return changingMoment(rig, vows, { ...vows, time: '19:00' });
        }),
    ],
    [
      'a moment copied',
      (queue) => queue.submit('copying', (rig, born) => copyingMoment(rig, 'vows', { copy: 'vows-2', born })),
    ],
    ['a removed moment', (queue) => queue.submit('removal', (rig) => removing(rig, { kind: 'moment', id: 'signing' }))],
    [
      'a look copied into another event',
      (queue) =>
        queue.submit('copying', (rig, born) =>
          copyingLook(
            rig.looks.find(({ id }) => id === 'vows')!,
            { id: 'copy', name: 'Copy', event: 'regatta' },
            born,
          ),
        ),
    ],
    ['a removed look', (queue) => queue.submit('removal', (rig) => removing(rig, { kind: 'look', id: 'vows' }))],
    [
      'an edited model',
      (queue) =>
        queue.submit('edit', (rig, born) => {
          const doc = { ...rig.profiles[0]!, notes: 'Mended.' };
          return putting(rig, { on: { kind: 'profile', id: doc.id }, doc, born });
        }),
    ],
    [
      'an import',
      (queue) =>
        queue.submit('import', (rig, born) => {
          const document = toDocument(rig);
          const looks = [
            ...document.looks.slice(1),
            { id: 'new', name: 'New', event: 'ropewalk', units: { 'light-1': { on: true } } },
          ];
          const events = document.events.map((event) => ({ ...event, name: 'Other' }));
          return importing(rig, { ...document, events, looks }, born);
        }),
    ],
  ])('%s: the document is byte for byte as before, and as after', async (_, act) => {
    const phone = new Phone();
    await settled();
    const before = text(phone.server.rig);
    act(phone.queue);
    await settled();
    const after = text(phone.server.rig);
    expect(after).not.toBe(before);
    phone.queue.undo();
    await settled();
    expect(text(phone.server.rig)).toBe(before);
    phone.queue.redo();
    await settled();
    expect(text(phone.server.rig)).toBe(after);
    expect(text(shown(phone.queue)!)).toBe(after);
    // The other member takes it back out of the history.
    const other = new Phone(phone.server, new Device(), new Browser(), 'second');
    await settled();
    other.queue.takeBack(phone.server.operations.at(-1)!);
    await settled();
    expect(text(phone.server.rig)).toBe(before);
  });

  test('something new after an undo leaves nothing to redo; with nothing left nothing is done', async () => {
    const phone = new Phone();
    await settled();
    set(phone.queue, 'light-6', 'channel', 11);
    phone.queue.undo();
    expect(phone.queue.snapshot()).toMatchObject({ undoLabel: null, redoLabel: 'channel of light-6' });
    set(phone.queue, 'light-6', 'group', 'A');
    expect(phone.queue.snapshot().redoLabel).toBeNull();
    phone.queue.redo();
    phone.queue.undo();
    phone.queue.undo();
    await settled();
    expect(phone.operationsSent).toHaveLength(4);
  });
});
