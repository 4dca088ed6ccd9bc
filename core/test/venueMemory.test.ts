/** What earlier events taught about a venue: which events count, which channels fired there, and what is there again. */
import { type Remembered, venueMemory } from '../src/air/venueMemory';
import type { EventHead } from '../src/record/event';
import type { OnAir } from '../src/record/onAir';
import type { LoggedTest } from '../src/record/testFire';
import { indexKit } from '../src/rig/rig';
import { baseKit, baseLook } from './baseRig';

const kit = indexKit(baseKit());
const event = (id: string, venue: string | null, date: string | null): EventHead => ({ id, name: id, venue, date });
const tonight = event('tonight', 'The Old Mill', '2026-06-20');
const fire = (look: string, light: string, result: LoggedTest['result']) => ({ look, light, result }) as LoggedTest;
const all = (rest: Partial<Remembered>): Remembered => ({ events: [], looks: [], tests: [], onAir: [], ...rest });

test('earlier events at the same venue, however it is spelt, the latest first', () => {
  const events = [
    tonight,
    event('spring', ' the old mill ', '2026-04-01'),
    event('may', 'THE OLD MILL', '2026-05-01'),
    event('elsewhere', 'The New Mill', '2026-05-02'),
    event('later', 'The Old Mill', '2026-07-01'),
    event('same day', 'The Old Mill', '2026-06-20'),
    event('some day', 'The Old Mill', null),
  ];
  expect(venueMemory(kit, all({ events }), tonight).events.map(({ id }) => id)).toEqual(['may', 'spring']);
});

test('without a venue or a day there is nothing to go by', () => {
  const events = [event('nowhere', null, '2026-01-01'), event('mill', 'The Old Mill', '2026-01-01')];
  expect(venueMemory(kit, all({ events }), event('tonight', null, '2026-06-20')).events).toEqual([]);
  expect(venueMemory(kit, all({ events }), event('tonight', '  ', '2026-06-20')).events).toEqual([]);
  expect(venueMemory(kit, all({ events }), event('tonight', 'The Old Mill', null)).events).toEqual([]);
});

test('test fires are counted by the channel the light listened on, fired and not', () => {
  const may = event('may', 'The Old Mill', '2026-05-01');
  const other = event('other', 'The New Mill', '2026-05-01');
  const look = (id: string, of: EventHead) => ({ ...baseLook(), id, event: of.id });
  const looks = [look('a', may), look('b', may), look('c', other)];
  const tests = [
    fire('a', 'remote', 'fired'),
    fire('b', 'remote', 'fired'),
    fire('a', 'metered', 'dark'),
    // On a plain receiver on channel 5.
    fire('a', 'answered', 'dark'),
    // No radio listens for it, it is of another place, or it is gone.
    fire('a', 'wired', 'fired'),
    fire('c', 'remote', 'fired'),
    fire('a', 'gone', 'fired'),
  ];
  const { used } = venueMemory(kit, all({ events: [may, other], looks, tests }), tonight);
  const told = used.map(({ event: of, family, channel, fired, missed }) => [of.id, family, channel, fired, missed]);
  expect(told).toEqual([
    ['may', 'control', 11, 2, 1],
    ['may', 'plain', 5, 0, 1],
  ]);
});

test('what was found of channels is kept from every event; of the rest only the house is there again', () => {
  const [may, spring] = [event('may', 'The Old Mill', '2026-05-01'), event('spring', 'The Old Mill', '2026-04-01')];
  const entry = (id: string, of: string, sort: OnAir['sort']) => ({ id, event: of, sort, name: id }) as OnAir;
  const onAir = [
    entry('good', 'may', 'found'),
    entry('bad', 'spring', 'found'),
    entry('house', 'may', 'emitter'),
    entry('old house', 'spring', 'emitter'),
    entry('film crew', 'may', 'crew'),
    entry('here', 'tonight', 'emitter'),
  ];
  const memory = venueMemory(kit, all({ events: [spring, may], onAir }), tonight);
  expect(memory.found.map(({ event: of, entry: { id } }) => [of.id, id])).toEqual([
    ['may', 'good'],
    ['spring', 'bad'],
  ]);
  expect(memory.lastAir.map(({ id }) => id)).toEqual(['house']);
  expect(venueMemory(kit, all({ onAir }), tonight).lastAir).toEqual([]);
});
